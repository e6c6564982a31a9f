<?php

declare(strict_types=1);

use Tests\Support\Harbour;

/** Packs by the command line, into a folder of the test's own. @return array<string, mixed> what it said */
function packed(Harbour $harbour, string ...$arguments): array
{
    $run = $harbour->command('crate:pack', [...array_values($arguments), '--json']);
    expect($run['code'])->toBe(0, $run['err']);

    return $run['json'];
}

/** What a bag is by RFC 8493, read by code of the test's own. @return array<string, string> content by path of the payload */
function unpackedBag(string $folder): array
{
    expect((string) file_get_contents("{$folder}/bagit.txt"))->toBe("BagIt-Version: 1.0\nTag-File-Character-Encoding: UTF-8\n");
    $files = [];
    foreach (new RecursiveIteratorIterator(new RecursiveDirectoryIterator($folder, FilesystemIterator::SKIP_DOTS)) as $file) {
        $files[substr((string) $file, strlen($folder) + 1)] = (string) file_get_contents((string) $file);
    }
    $payload = array_filter($files, fn (string $path): bool => str_starts_with($path, 'data/'), ARRAY_FILTER_USE_KEY);
    foreach (['manifest-sha256.txt' => ['sha256', $payload], 'manifest-sha512.txt' => ['sha512', $payload], 'tagmanifest-sha256.txt' => ['sha256', array_diff_key($files, $payload, ['tagmanifest-sha256.txt' => 1])]] as $manifest => [$algorithm, $of]) {
        $lines = array_filter(explode("\n", $files[$manifest]));
        expect($lines)->toHaveCount(count($of));
        foreach ($lines as $line) {
            [$sum, $path] = explode('  ', $line, 2);
            expect(hash($algorithm, $of[str_replace(['%0A', '%0D', '%25'], ["\n", "\r", '%'], $path)]))->toBe($sum);
        }
    }
    preg_match('~^Payload-Oxum: (\d+)\.(\d+)$~m', $files['bag-info.txt'], $oxum);
    expect([(int) $oxum[1], (int) $oxum[2]])->toBe([array_sum(array_map(strlen(...), $payload)), count($payload)]);

    return array_combine(array_map(fn (string $path): string => substr($path, 5), array_keys($payload)), array_values($payload));
}

beforeEach(function () {
    $this->out = config('hafenbuch.roots')[0].'/out-'.bin2hex(random_bytes(5));
    mkdir($this->out);
    $this->unzip = function (string $file): string {
        $folder = "{$this->out}/unzipped-".bin2hex(random_bytes(4));
        exec('unzip -tqq '.escapeshellarg($file).' 2>&1', $said, $ended);
        expect($ended)->toBe(0, implode("\n", $said));
        exec('unzip -qq '.escapeshellarg($file).' -d '.escapeshellarg($folder).' 2>&1', $said, $ended);
        expect($ended)->toBe(0, implode("\n", $said));
        $inside = glob("{$folder}/*");
        expect($inside)->toHaveCount(1);

        return $inside[0];
    };
    $this->harbour = new Harbour([
        'book/one.md' => "# One\n\n![drum](../pictures/drum.png) [two](two.md) [away](https://example.org/x) ![none](none.png)",
        'book/two.md' => "# Two\n\n[one](one.md) ![drum]({$this->out}/never.png)",
        'pictures/drum.png' => 'the drum',
        'pictures/unused.png' => 'unused',
        'other/three.md' => '# Three',
    ]);
});

it('packs a document with all below it and nothing else, as a bag that common tools check', function () {
    $made = packed($this->harbour, 'book/one.md', '--to', "{$this->out}/gauge.zip");
    $folder = ($this->unzip)("{$this->out}/gauge.zip");
    $payload = unpackedBag($folder);

    expect(array_keys($payload))->toEqualCanonicalizing(['book/one.md', 'book/two.md', 'pictures/drum.png'])
        ->and($payload['book/one.md'])->toBe($this->harbour->read('book/one.md'))->and($payload['pictures/drum.png'])->toBe('the drum')
        ->and($made['files'])->toBe(3)->and($made['references'])->toBe(6)
        ->and(array_column($made['leadOut'], 'raw'))->toEqualCanonicalizing(['https://example.org/x', 'none.png', "{$this->out}/never.png"]);
    $ended = 1;
    exec('cd '.escapeshellarg($folder).' && sha256sum --quiet -c manifest-sha256.txt tagmanifest-sha256.txt 2>&1', $said, $ended);
    expect($ended)->toBe(0, implode("\n", $said));
    $json = json_decode((string) file_get_contents("{$folder}/crate.json"), true);
    expect($json['complete'])->toBeFalse()->and($json['documents'])->toHaveCount(3)->and(array_column($json['documents'], 'cameFrom'))->toContain('book/one.md')
        ->and((string) file_get_contents("{$folder}/index.html"))->toContain('Not complete: 3 references lead out of it')->toContain('href="data/book/one.md"');
    expect($this->harbour->command('crate:check', ["{$this->out}/gauge.zip", '--json'])['json'])->toBe(['valid' => true, 'faults' => []])
        ->and($this->harbour->command('crate:check', [$folder, '--json'])['json']['valid'])->toBeTrue();
    $list = $this->harbour->command('crate:list', ['--json'])['json'];
    expect($list[0]['name'])->toBe('gauge')->and($list[0]['files'])->toBe(3)->and($list[0]['hash'])->toBe(hash_file('sha256', "{$folder}/manifest-sha256.txt"));
});

it('leaves nothing behind where it cannot pack', function () {
    file_put_contents("{$this->harbour->root}/pictures/drum.png", 'another drum');
    $run = $this->harbour->command('crate:pack', ['book/one.md', '--to', "{$this->out}/gauge.zip", '--json']);

    expect($run['code'])->toBe(1)->and($run['err'])->toContain('pictures/drum.png')->and(glob("{$this->out}/*"))->toBe([])
        ->and($this->harbour->command('crate:list', ['--json'])['json'])->toBe([]);
});

it('takes back what nobody changed and finds nothing to do', function () {
    $this->harbour->draft('book/two.md', "# Two, drafted\n\n[one](./one.md) ![drum]({$this->harbour->root}/pictures/drum.png)");
    packed($this->harbour, 'book/one.md', '--to', "{$this->out}/gauge.zip");
    $folder = ($this->unzip)("{$this->out}/gauge.zip");
    expect(file_get_contents("{$folder}/data/book/two.md"))->toContain('# Two, drafted')->toContain('[one](./one.md)')->toContain('![drum](../pictures/drum.png)');

    foreach (["{$this->out}/gauge.zip", $folder] as $file) {
        $run = $this->harbour->command('crate:take-in', [$file, '--back', '--json']);
        expect($run['code'])->toBe(0, $run['err'])->and($run['json']['drafts'])->toBe(0)->and(array_unique(array_column($run['json']['documents'], 'state')))->toBe(['as you sent it']);
    }
});

it('takes back what came as drafts with the references as they were', function () {
    $this->harbour->put('book/four.md', "# Four\n\n![drum]({$this->harbour->root}/pictures/drum.png) [one](./one.md)\n");
    $this->harbour->put('book/one.md', "# One\n\n[four](four.md) [three](../other/three.md) ![none](../lost/none.png)\n");
    $this->harbour->scan();
    packed($this->harbour, 'book/one.md', '--to', "{$this->out}/gauge.zip");
    $folder = ($this->unzip)("{$this->out}/gauge.zip");
    foreach (['book/four.md', 'book/one.md'] as $path) {
        file_put_contents("{$folder}/data/{$path}", file_get_contents("{$folder}/data/{$path}")."\nA line of theirs. ![new](new.png)\n");
    }
    file_put_contents("{$folder}/data/book/new.png", 'a new picture');
    unlink("{$folder}/data/pictures/drum.png");
    // Meanwhile here: one is moved by the house, another changed.
    $this->harbour->put('other/three.md', '# Three, changed here');
    $this->harbour->put('book/one.md', $this->harbour->read('book/one.md')."\nOurs.\n");
    $this->harbour->scan();
    $before = $this->harbour->hashes();

    $refused = $this->harbour->command('crate:take-in', [$folder, '--back', '--json']);
    expect($refused['code'])->toBe(1)->and($refused['err'])->toContain('take it in as edited')->and($this->harbour->command('status', ['--json'])['json'])->not->toContain('modified');
    $plan = $this->harbour->command('crate:take-in', [$folder, '--back', '--edited', '--plan', '--json']);
    expect($plan['code'])->toBe(0, $plan['err'])->and($plan['json']['drafts'])->toBe(3);
    $run = $this->harbour->command('crate:take-in', [$folder, '--back', '--edited', '--json']);
    expect($run['code'])->toBe(0, $run['err'])->and($run['json']['drafts'])->toBe(3)
        ->and(array_column($run['json']['documents'], 'state', 'path'))->toEqual([
            'book/four.md' => 'changed by them', 'book/one.md' => 'changed by both', 'book/new.png' => 'new', 'other/three.md' => 'changed here since', 'pictures/drum.png' => 'gone there',
        ]);
    expect($this->harbour->hashes())->toBe($before)
        ->and($this->harbour->workingText('book/four.md'))->toBe($this->harbour->read('book/four.md')."\nA line of theirs. ![new](new.png)\n")
        ->and($this->harbour->workingText('book/one.md'))->toContain('![none](../lost/none.png)')->toContain('A line of theirs')->not->toContain('Ours')
        ->and($this->harbour->workingText('book/new.png'))->toBe('a new picture');
    $one = collect($this->harbour->command('status', ['--json'])['json'])->firstWhere('path', 'book/one.md');
    expect($one['file'])->toBe('changed outside');
});

it('takes a crate into a new folder of another workspace, and any ZIP file', function () {
    packed($this->harbour, 'book/one.md', '--to', "{$this->out}/gauge.zip");
    $other = new Harbour(['here.md' => '# Here']);
    $run = $other->command('crate:take-in', ["{$this->out}/gauge.zip", '--into', 'from-greetholm', '--json']);
    expect($run['code'])->toBe(0, $run['err'])->and($run['json']['drafts'])->toBe(3)->and(array_column($run['json']['documents'], 'path'))->toContain('from-greetholm/book/one.md')
        ->and($other->workingText('from-greetholm/book/one.md'))->toBe($this->harbour->read('book/one.md'));
    $other->saveAll();
    expect($other->read('from-greetholm/pictures/drum.png'))->toBe('the drum');

    exec('cd '.escapeshellarg($this->harbour->root).' && zip -qr '.escapeshellarg("{$this->out}/plain.zip").' book pictures');
    $plain = $other->command('crate:take-in', ["{$this->out}/plain.zip", '--into', 'plain', '--json']);
    expect($plain['code'])->toBe(0, $plain['err'])->and($plain['json']['drafts'])->toBe(4);
});
