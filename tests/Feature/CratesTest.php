<?php

declare(strict_types=1);

use App\Crates\TakingIn\ComingWish;
use App\Crates\TakingIn\OpenedCrate;
use App\Crates\TakingIn\TakingIn;
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

it('marks what is lent until it has come back', function () {
    $this->actingAs($this->harbour->owner);
    $wish = ['name' => 'Proofs', 'for' => 'Ida', 'paths' => ['book/one.md'], 'acceptedKinds' => ['missing', 'outside'], 'lent' => true];
    $plan = $this->postJson("/api/workspaces/{$this->harbour->workspace->slug}/crates/plan", $wish)->assertOk()->json();
    $crate = $this->postJson("/api/workspaces/{$this->harbour->workspace->slug}/crates", [...$wish, 'fingerprint' => $plan['fingerprint']])->assertCreated()->json('crate');
    expect($crate['isOut'])->toBeTrue();
    $document = $this->harbour->draft('book/two.md', "# Two, here\n");
    $saving = fn (): array => $this->harbour->command('plan', ['--save', 'book/two.md', '--json'])['json']['warnings'];
    expect(implode(array_column($saving(), 'message')))->toContain('It is lent to Ida in the crate “Proofs” since');
    $this->patchJson("/api/workspaces/{$this->harbour->workspace->slug}/crates/{$crate['number']}", ['isOut' => false])->assertOk();
    expect($saving())->toBe([]);

    $download = $this->get("/api/workspaces/{$this->harbour->workspace->slug}/crates/{$crate['number']}/file")->assertOk();
    file_put_contents("{$this->out}/proofs.zip", $download->streamedContent() ?: $download->getContent());
    expect($this->harbour->command('crate:take-in', ["{$this->out}/proofs.zip", '--back', '--json'])['json'])->toMatchArray(['drafts' => 0])
        ->and($this->getJson("/api/workspaces/{$this->harbour->workspace->slug}/crates/{$crate['number']}")->json('differences'))->toBe([['path' => 'book/two.md', 'how' => 'changed']]);
    $this->deleteJson("/api/workspaces/{$this->harbour->workspace->slug}/crates/{$crate['number']}")->assertNoContent();
    $this->getJson("/api/workspaces/{$this->harbour->workspace->slug}/crates/{$crate['number']}/file")->assertStatus(422);
});

it('packs what a link leads to, as a file', function () {
    symlink('two.md', "{$this->harbour->root}/book/now.md");
    $this->harbour->put('book/one.md', "# One\n\n[now](now.md) [two](two.md)\n");
    $this->harbour->scan();
    $made = packed($this->harbour, 'book/one.md', '--to', "{$this->out}/linked", '--folder', '--for', 'Ida', '--lent');
    $payload = unpackedBag("{$this->out}/linked");
    expect(array_keys($payload))->toEqualCanonicalizing(['one.md', 'two.md'])->and($payload['one.md'])->toContain('[now](two.md) [two](two.md)')->and($made['leadOut'])->toHaveCount(1);
    expect($this->harbour->command('crate:list', ['--json'])['json'][0])->toMatchArray(['for' => 'Ida', 'lent' => true]);
    $rows = $this->actingAs($this->harbour->owner)->postJson("/api/workspaces/{$this->harbour->workspace->slug}/quay", ['documents' => [$this->harbour->document('book/two.md')->id]])->assertOk();
    expect(collect($this->getJson("/api/workspaces/{$this->harbour->workspace->slug}/quay")->json('rows'))->firstWhere('path', 'book/two.md')['lent'])->toContain('Ida in the crate “linked” since');
});

it('leaves out what can be made again, and says how, on both sides', function () {
    $this->harbour->put('book/one.md', "# One\n\n![drum](../pictures/drum.png) ![big](big.wav)\n");
    $this->harbour->put('book/big.wav', str_repeat('w', 5000));
    $this->harbour->scan();
    $this->actingAs($this->harbour->owner)->putJson("/api/workspaces/{$this->harbour->workspace->slug}/documents/{$this->harbour->document('book/big.wav')->id}/recipe", ['recipe' => 'from the stems, by the desk'])->assertNoContent();
    $made = packed($this->harbour, 'book/one.md', '--to', "{$this->out}/small.zip", '--leave-out', '*.wav');

    expect($made['leftOut'])->toBe([['path' => 'book/big.wav', 'hash' => hash('sha256', str_repeat('w', 5000)), 'bytes' => 5000, 'recipe' => 'from the stems, by the desk']])->and($made['files'])->toBe(2)->and($made['leadOut'])->toBe([]);
    $other = new Harbour(['here.md' => '# Here']);
    expect($other->command('crate:take-in', ["{$this->out}/small.zip", '--into', 'new', '--json'])['json']['drafts'])->toBe(2);
    $other->saveAll();
    $this->actingAs($other->owner);
    expect($this->getJson("/api/workspaces/{$other->workspace->slug}/strays")->json('groups'))->toBe([])
        ->and(json_encode($this->getJson("/api/workspaces/{$other->workspace->slug}/strays/group?kind=missing&folder=new/book&accepted=true")->json()))->toContain('from the stems, by the desk');
});

it('takes along what lies outside, and renames what other systems refuse', function () {
    $library = config('hafenbuch.roots')[0].'/lib-'.bin2hex(random_bytes(4));
    mkdir($library);
    file_put_contents("{$library}/Drum.png", 'outside');
    $this->harbour->put('book/CON.md', "# Con\n\n![d]({$library}/Drum.png) ![t](Tw?o.png) [o](one.md)\n");
    $this->harbour->put('book/Tw?o.png', 'odd');
    $this->harbour->scan();
    $this->actingAs($this->harbour->owner);
    $wish = ['name' => 'Odd', 'paths' => ['book/CON.md'], 'acceptedKinds' => ['missing', 'outside'], 'outside' => ["{$library}/Drum.png"]];
    $plan = $this->postJson("/api/workspaces/{$this->harbour->workspace->slug}/crates/plan", $wish)->assertOk()->json();
    expect(collect($plan['entries'])->pluck('place', 'path')->all())->toMatchArray(['book/CON.md' => 'book/_CON.md', "{$library}/Drum.png" => 'from-elsewhere/Drum.png']);
    $number = $this->postJson("/api/workspaces/{$this->harbour->workspace->slug}/crates", [...$wish, 'fingerprint' => $plan['fingerprint']])->assertCreated()->json('crate.number');
    $folder = ($this->unzip)(storage_path('app/crates/'.App\Models\Crate::query()->where('workspace_id', $this->harbour->workspace->id)->where('number', $number)->value('file')));
    $payload = unpackedBag($folder);
    expect($payload['from-elsewhere/Drum.png'])->toBe('outside')->and($payload['book/_CON.md'])->toContain('](../from-elsewhere/Drum.png)')->not->toContain($library)
        ->and((string) file_get_contents("{$folder}/crate.json"))->not->toContain($library);
});

it('packs what is saved, what was, and the versions that led there', function () {
    $this->harbour->draft('book/two.md', "# Two, second\n\n![new](../pictures/unused.png)\n");
    $this->harbour->saveAll();
    $this->harbour->draft('book/two.md', "# Two, third, not saved\n");
    packed($this->harbour, 'book/two.md', '--to', "{$this->out}/saved", '--folder', '--saved');
    expect(unpackedBag("{$this->out}/saved"))->toHaveKeys(['book/two.md', 'pictures/unused.png'])->and(file_get_contents("{$this->out}/saved/data/book/two.md"))->toContain('second');

    $this->actingAs($this->harbour->owner);
    foreach ([0 => 4, 1 => 2] as $entry => $files) {
        $wish = ['name' => "As of {$entry}", 'paths' => ['book/two.md'], 'moment' => 'past', 'entry' => $entry, 'acceptedKinds' => ['missing', 'outside'], 'withVersions' => true];
        expect($plan = $this->postJson("/api/workspaces/{$this->harbour->workspace->slug}/crates/plan", $wish)->assertOk()->json())->toMatchArray(['files' => $entry === 0 ? 3 : 2]);
        $this->postJson("/api/workspaces/{$this->harbour->workspace->slug}/crates", [...$wish, 'fingerprint' => $plan['fingerprint']])->assertCreated();
    }
    $folder = ($this->unzip)(storage_path('app/crates/'.App\Models\Crate::query()->latest('id')->value('file')));
    unpackedBag($folder);
    $two = collect(json_decode((string) file_get_contents("{$folder}/crate.json"), true)['documents'])->firstWhere('cameFrom', 'book/two.md');
    expect($two['versions'])->toHaveCount(2)->and(hash_file('sha256', "{$folder}/versions/{$two['versions'][0]['sha256']}"))->toBe($two['versions'][0]['sha256']);
});

it('packs the steps that led to drafts', function () {
    $this->harbour->draft('book/two.md', "# Two, first\n");
    $this->harbour->draft('book/two.md', "# Two, second\n");
    $this->actingAs($this->harbour->owner);
    $wish = ['name' => 'With steps', 'paths' => ['book/two.md'], 'withVersions' => true];
    $plan = $this->postJson("/api/workspaces/{$this->harbour->workspace->slug}/crates/plan", $wish)->assertOk()->json();
    $this->postJson("/api/workspaces/{$this->harbour->workspace->slug}/crates", [...$wish, 'fingerprint' => $plan['fingerprint']])->assertCreated();
    $folder = ($this->unzip)(storage_path('app/crates/'.App\Models\Crate::query()->latest('id')->value('file')));
    unpackedBag($folder);
    $steps = json_decode((string) file_get_contents("{$folder}/crate.json"), true)['documents'][0]['steps'];
    $lines = array_map(fn (string $line): array => json_decode($line, true), array_filter(explode("\n", (string) file_get_contents("{$folder}/{$steps}"))));
    expect(count($lines))->toBeGreaterThan(1)->and(end($lines)['sha256'])->toBe(hash('sha256', "# Two, second\n"))->and(file_exists("{$folder}/{$lines[0]['file']}"))->toBeTrue();
});

it('blanks what could give something away in what is packed and nowhere else, and finds what still stands', function () {
    $this->harbour->put('book/two.md', "---\nauthor: Mara Quist\nemail: mara@greetholm.example\n---\n# Two\n\nBy Mara Quist. ![d](../pictures/drum.png)\n");
    $this->harbour->scan();
    $made = packed($this->harbour, 'book/two.md', '--to', "{$this->out}/blank", '--folder', '--blank', 'people', '--blank', 'mail');

    expect(array_column($made['blanked'], 'what'))->toBe(['author', 'email'])->and(file_get_contents("{$this->out}/blank/data/book/two.md"))->toContain("author: \"\"\nemail: \"\"\n")
        ->and($this->harbour->read('book/two.md'))->toContain('mara@greetholm.example');
    foreach (['crate.json', 'index.html', 'bag-info.txt'] as $file) {
        expect((string) file_get_contents("{$this->out}/blank/{$file}"))->not->toContain('Mara Quist')->not->toContain('mara@greetholm.example');
    }
    $run = $this->harbour->command('crate:pack', ['book/two.md', '--to', "{$this->out}/again", '--folder', '--blank', 'people']);
    expect($run['out'])->toContain('“Mara Quist” stands in data/book/two.md');
    // Taken back with a line of theirs, the blanked values are as they were here.
    file_put_contents("{$this->out}/blank/data/book/two.md", "\nTheirs.\n", FILE_APPEND);
    expect($this->harbour->command('crate:take-in', ["{$this->out}/blank", '--back', '--edited', '--json'])['json']['drafts'])->toBe(1)
        ->and($this->harbour->workingText('book/two.md'))->toBe($this->harbour->read('book/two.md')."\nTheirs.\n");
});

it('merges what both have changed where they changed other lines, and keeps a draft where they did not', function () {
    $this->harbour->put('book/two.md', "# Two\n\none\n\ntwo\n\nthree\n\nfour\n");
    $this->harbour->scan();
    packed($this->harbour, 'book/two.md', '--to', "{$this->out}/both", '--folder');
    $this->harbour->draft('book/two.md', "# Two\n\none, ours\n\ntwo\n\nthree\n\nfour\n");
    file_put_contents("{$this->out}/both/data/two.md", "# Two\n\none\n\ntwo\n\nthree\n\nfour, theirs\n");
    $run = $this->harbour->command('crate:take-in', ["{$this->out}/both", '--back', '--edited', '--json']);
    expect($run['json']['drafts'])->toBe(1)->and($run['json']['documents'][0]['state'])->toBe('changed by both')
        ->and($this->harbour->workingText('book/two.md'))->toBe("# Two\n\none, ours\n\ntwo\n\nthree\n\nfour, theirs\n");

    file_put_contents("{$this->out}/both/data/two.md", "# Two\n\none, theirs\n\ntwo\n\nthree\n\nfour\n");
    $again = $this->harbour->command('crate:take-in', ["{$this->out}/both", '--back', '--edited', '--json']);
    expect($again['json']['drafts'])->toBe(0)->and($this->harbour->workingText('book/two.md'))->toContain('one, ours');
    $this->actingAs($this->harbour->owner)->postJson("/api/workspaces/{$this->harbour->workspace->slug}/crates/take-in", ['from' => "{$this->out}/both", 'isEdited' => true, 'theirs' => ['two.md']])->assertOk();
    expect($this->harbour->workingText('book/two.md'))->toContain('one, theirs');
});

it('replaces nothing that was changed here between the look at a crate and its taking in', function (Closure $change, string $stays) {
    packed($this->harbour, 'book/one.md', '--to', "{$this->out}/late", '--folder');
    $theirs = "{$this->out}/late/data/book/two.md";
    file_put_contents(is_file($theirs) ? $theirs : "{$this->out}/late/data/two.md", "# Two, theirs\n");
    $takingIn = app(TakingIn::class);
    $coming = $takingIn->look($this->harbour->workspace, OpenedCrate::at("{$this->out}/late", true), new ComingWish(isEdited: true));
    $change($this->harbour);
    $taken = $takingIn->takeIn($this->harbour->workspace, $this->harbour->owner, $coming);
    $row = collect($taken->rows)->firstWhere('path', 'book/two.md');
    expect($row->row->state->value)->toBe('changed by them')->and((string) $row->clash)->toContain('changed here while')
        ->and($taken->drafts)->toBe(0)->and($this->harbour->workingText('book/two.md'))->toBe($stays);
})->with([
    'a draft' => [fn (Harbour $harbour) => $harbour->draft('book/two.md', '# Two, drafted'), '# Two, drafted'],
    'a change outside' => [function (Harbour $harbour) {
        $harbour->put('book/two.md', '# Two, changed outside');
        $harbour->scan();
    }, '# Two, changed outside'],
]);
