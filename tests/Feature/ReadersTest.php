<?php

declare(strict_types=1);

use App\Workspace\Reading\FileReader;
use App\Workspace\Reading\FileReport;
use App\Workspace\Reading\Readers;
use Tests\Bench\Workload;

beforeEach(function () {
    $this->root = sys_get_temp_dir().'/hafenbuch-readers-'.bin2hex(random_bytes(6));
    mkdir($this->root);
    $this->files = static function (int $count, string $root): array {
        Workload::write($root, $count, 800);
        $paths = array_map(Workload::path(...), range(0, $count - 1));

        return array_map(static fn (string $path): array => [$path, (int) filesize("{$root}/{$path}"), null], $paths);
    };
    $this->myself = function (array $files): array {
        $reader = new FileReader($this->root);

        return array_map(static fn (array $file): FileReport => $reader->look(...$file), $files);
    };
    $this->said = static function (iterable $facts): array {
        $said = [];
        foreach ($facts as $one) {
            if ($one === null) {
                continue; // none is ready
            }
            $said[$one->path] = [$one->hash, $one->title, $one->note, $one->references];
        }
        ksort($said);

        return $said;
    };
});

afterEach(fn () => exec('rm -rf '.escapeshellarg($this->root)));

it('tells the same of each file, whoever looks at it', function (int $count, int $processes) {
    $files = ($this->files)($count, $this->root);
    $facts = ($this->said)((new Readers($this->root, count: $processes))->look($files));

    expect($facts)->toHaveCount($count)->toBe(($this->said)(($this->myself)($files)));
})->with([[5, 2], [900, 1], [900, 2], [900, 3]]);

it('asks anew what a process that was killed still owed', function () {
    $files = ($this->files)(1500, $this->root);
    $facts = (function () use ($files): Generator {
        foreach ((new Readers($this->root, count: 2))->look($files) as $index => $one) {
            if (($seen = ($seen ?? 0) + 1) === 100 || $seen === 400) {
                exec('pkill -KILL -o -f '.escapeshellarg("read-files {$this->root}"));
            }
            if ($one !== null) {
                yield $one;
            }
        }
    })();
    $said = [];
    foreach ($facts as $one) {
        expect($said)->not->toHaveKey($one->path);
        $said[$one->path] = [$one->hash, $one->title, $one->note, $one->references];
    }
    ksort($said);

    expect($said)->toBe(($this->said)(($this->myself)($files)));
});

it('leaves no process behind, also when nobody wants the rest', function () {
    foreach ((new Readers($this->root, count: 2))->look(($this->files)(900, $this->root)) as $facts) {
        if ($facts !== null) {
            break;
        }
    }
    unset($facts);
    gc_collect_cycles();

    $left = array_filter(glob('/proc/[0-9]*/cmdline') ?: [], fn (string $file): bool => str_contains(strtr((string) @file_get_contents($file), "\0", ' '), "read-files {$this->root}"));
    expect($left)->toBe([]);
});

it('does not look into what is known, and says what cannot be read', function () {
    file_put_contents("{$this->root}/a.md", '# A ![x](b.svg)');
    $reader = new FileReader($this->root);

    expect($reader->look('a.md', 15, hash('sha256', '# A ![x](b.svg)'))->references)->toBe([])
        ->and($reader->look('a.md', 15, null)->references)->toHaveCount(1)
        ->and($reader->look('gone.md', 15, null)->hash)->toBeNull();
});
