<?php

declare(strict_types=1);

use App\Models\Document;
use Tests\Support\Harbour;

beforeEach(function () {
    $this->out = config('hafenbuch.roots')[0].'/hostile-'.bin2hex(random_bytes(5));
    mkdir($this->out);
    $this->harbour = new Harbour(['book.md' => "# Book\n\n![drum](drum.png)\n", 'drum.png' => 'the drum']);
    $packed = $this->harbour->command('crate:pack', ['book.md', '--to', "{$this->out}/good.zip", '--json']);
    expect($packed['code'])->toBe(0, $packed['err']);
    /** Writes a ZIP file of entries that a hostile author has chosen. */
    $this->zip = function (array $entries, ?Closure $more = null): string {
        $file = "{$this->out}/".bin2hex(random_bytes(4)).'.zip';
        $zip = new ZipArchive;
        $zip->open($file, ZipArchive::CREATE);
        foreach ($entries as $name => $content) {
            $zip->addFromString((string) $name, $content);
        }
        $more === null || $more($zip);
        $zip->close();

        return $file;
    };
    /** A valid bag of a payload. */
    $this->bag = function (array $payload, array $tags = []): array {
        $lines = implode('', array_map(fn (string $path, string $content): string => hash('sha256', $content)."  data/{$path}\n", array_keys($payload), $payload));

        return ['bagit.txt' => "BagIt-Version: 1.0\nTag-File-Character-Encoding: UTF-8\n", 'manifest-sha256.txt' => $lines, ...array_combine(array_map(fn (string $path): string => "data/{$path}", array_keys($payload)), $payload), ...$tags];
    };
});

it('says of every bag what is wrong with it, and takes in nothing', function (Closure $make, string $entry, string $why) {
    $file = $make($this);
    $check = $this->harbour->command('crate:check', [$file, '--json']);
    expect($check['code'])->toBe(1)->and($check['json']['valid'])->toBeFalse();
    $fault = collect($check['json']['faults'])->first(fn (array $fault): bool => str_contains($fault['why'], $why));
    expect($fault)->not->toBeNull(json_encode($check['json']))->and($fault['entry'])->toBe($entry);
    $before = Document::query()->where('workspace_id', $this->harbour->workspace->id)->count();
    foreach ([['--into', 'new'], ['--back']] as $where) {
        expect($this->harbour->command('crate:take-in', [$file, ...$where, '--json'])['code'])->toBe(1);
    }
    expect(Document::query()->where('workspace_id', $this->harbour->workspace->id)->count())->toBe($before)->and(array_keys($this->harbour->hashes()))->toBe(['book.md', 'drum.png']);
})->with([
    'a changed byte' => [fn ($t) => ($t->zip)([...($t->bag)(['a.md' => 'x']), 'data/a.md' => 'y']), 'data/a.md', 'It was changed, or damaged'],
    'a file that is missing' => [fn ($t) => ($t->zip)(array_diff_key(($t->bag)(['a.md' => 'x', 'b.md' => 'y']), ['data/b.md' => 1])), 'data/b.md', 'listed, and not there'],
    'a file that is not listed' => [fn ($t) => ($t->zip)([...($t->bag)(['a.md' => 'x']), 'data/more.md' => 'y']), 'data/more.md', 'no manifest lists it'],
    'another number of bytes' => [fn ($t) => ($t->zip)(($t->bag)(['a.md' => 'x'], ['bag-info.txt' => "Payload-Oxum: 2.1\n"])), 'bag-info.txt', 'Payload-Oxum says'],
    'no manifest' => [fn ($t) => ($t->zip)(array_diff_key(($t->bag)(['a.md' => 'x']), ['manifest-sha256.txt' => 1])), '', 'no manifest'],
    'a path upwards' => [fn ($t) => ($t->zip)([...($t->bag)(['a.md' => 'x']), 'data/../../up.md' => 'y']), 'data/../../up.md', '“..”'],
    'an absolute path' => [fn ($t) => ($t->zip)([...($t->bag)(['a.md' => 'x']), '/etc/cron.d/x' => 'y']), '/etc/cron.d/x', 'absolute'],
    'a backslash' => [fn ($t) => ($t->zip)([...($t->bag)(['a.md' => 'x']), 'data\\up.md' => 'y']), 'data\\up.md', 'backslash'],
    'case twins' => [fn ($t) => ($t->zip)(($t->bag)(['a.md' => 'x', 'A.md' => 'x'])), 'data/A.md', 'letter case'],
    'a link' => [fn ($t) => ($t->zip)(($t->bag)(['a.md' => '/etc/passwd']), fn (ZipArchive $zip) => $zip->setExternalAttributesName('data/a.md', ZipArchive::OPSYS_UNIX, 0o120777 << 16)), 'data/a.md', 'link'],
    'an algorithm that nobody knows' => [fn ($t) => ($t->zip)(($t->bag)(['a.md' => 'x'], ['manifest-rot13.txt' => "00  data/a.md\n"])), 'manifest-rot13.txt', 'not known'],
    'a tag file that was changed' => [fn ($t) => ($t->zip)(($t->bag)(['a.md' => 'x'], ['tagmanifest-sha256.txt' => str_repeat('0', 64)."  bagit.txt\n"])), 'bagit.txt', 'It was changed'],
    'a description that is none' => [fn ($t) => ($t->zip)(($t->bag)(['a.md' => 'x'], ['crate.json' => '{"format": "something"}'])), 'crate.json', 'is not the description of a crate'],
    'a description that lies' => [fn ($t) => ($t->zip)(($t->bag)(['a.md' => '[b](b.md)'], ['crate.json' => json_encode(['format' => 'hafenbuch-crate', 'version' => 1, 'identity' => str_repeat('A', 26)])])), 'data/a.md', 'leads out of the crate'],
]);

it('refuses what would fill the disk before it unpacks anything', function () {
    $bomb = "{$this->out}/bomb.zip";
    $zip = new ZipArchive;
    $zip->open($bomb, ZipArchive::CREATE);
    $zip->addFromString('zeros.bin', str_repeat("\0", 96 << 20));
    $zip->close();
    expect($this->harbour->command('crate:take-in', [$bomb, '--into', 'new'])['err'])->toContain('which no documents do');

    // Seventy GiB are announced in the list of entries, and are not there.
    $bytes = (string) file_get_contents(($this->zip)(['a.md' => 'x']));
    $list = strrpos($bytes, "PK\x01\x02");
    $bytes = substr_replace($bytes, pack('V', 0xFFFFFFF0), $list + 24, 4);
    file_put_contents("{$this->out}/announced.zip", $bytes);
    $run = $this->harbour->command('crate:take-in', ["{$this->out}/announced.zip", '--into', 'new']);
    expect($run['code'])->toBe(1)->and($run['err'])->not->toBe('');
    $this->harbour->process('status', [])->mustRun();
});

it('takes names that programs would run or trust for what they are', function () {
    $file = ($this->zip)(['.git/hooks/post-checkout' => '#!/bin/sh', '.env' => 'KEY=1', 'aux.md' => '# A', "ev\u{202e}il.md" => 'x']);
    $run = $this->harbour->command('crate:take-in', [$file, '--into', 'new', '--json']);

    expect($run['code'])->toBe(0, $run['err'])->and(array_column($run['json']['documents'], 'path'))->toEqualCanonicalizing(['new/_git/hooks/post-checkout', 'new/_env', 'new/_aux.md', 'new/evil.md']);
});

it('is refused where another person’s files would be read', function () {
    $this->actingAs($this->harbour->owner);
    $other = new Harbour(['secret.md' => 'secret']);
    foreach ([$other->root, dirname($other->root), '/etc', storage_path(), "{$other->root}/secret.md", "{$this->harbour->root}/../".basename($other->root)] as $from) {
        $answer = $this->postJson("/api/workspaces/{$this->harbour->workspace->slug}/crates/look", ['from' => $from]);
        expect($answer->status())->toBe(422, $from)->and($answer->json('detail'))->not->toContain('secret');
    }
});
