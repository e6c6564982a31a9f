<?php

declare(strict_types=1);

use App\Workspace\Files\DiskContentStore;
use App\Workspace\Files\WorkspaceFiles;
use Hafenbuch\Core\Write\UnableToRead;
use Hafenbuch\Core\Write\UnableToWrite;
use Illuminate\Support\Facades\Storage;
use Tests\Support\Harbour;

beforeEach(function () {
    $this->store = app(DiskContentStore::class);
    // A process that another test has killed leaves what it was taking in.
    $this->store->clearIncoming(-10);
    $this->waiting = fn (): int => count(glob(Storage::disk('contents')->path('incoming/*')) ?: []);
    $this->own = fn (string $what): string => $what.' '.bin2hex(random_bytes(8));
});

it('keeps a content under its hash, once', function () {
    $bytes = ($this->own)('a content');
    $hash = $this->store->putBytes($bytes);
    expect($hash)->toBe(hash('sha256', $bytes))->and($this->store->has($hash))->toBeTrue()->and($this->store->bytes($hash))->toBe($bytes)
        ->and($this->store->size($hash))->toBe(strlen($bytes))->and($this->store->put(DiskContentStore::stream($bytes)))->toBe($hash)->and(($this->waiting)())->toBe(0);
});

it('takes little memory for a small content', function () {
    $this->store->putBytes(($this->own)('before'));
    memory_reset_peak_usage();
    $before = memory_get_usage();
    $this->store->put(DiskContentStore::stream(($this->own)('small')));
    expect(memory_get_peak_usage() - $before)->toBeLessThan(4 << 20);
});

it('hands a content on without reading again what was just kept, and reads what was kept before when it is asked for', function () {
    $kept = $this->store->keep($bytes = ($this->own)('handed on'));
    $later = $this->store->kept($kept->hash);
    expect([$kept->hash, $kept->size, $later->size])->toBe([hash('sha256', $bytes), strlen($bytes), strlen($bytes)])->and($later->bytes())->toBe($bytes);

    unlink($this->store->file($kept->hash));
    expect($kept->bytes())->toBe($bytes)->and($later->bytes())->toBe($bytes)
        ->and(fn () => $this->store->kept($kept->hash)->bytes())->toThrow(UnableToRead::class);
});

it('keeps many at once, few or many, the same and empty ones among them', function (int $count) {
    $contents = [...array_map(fn (int $n): string => ($this->own)("content {$n}"), range(1, $count)), '', 'same', 'same'];
    $hashes = $this->store->putAll(array_map(DiskContentStore::stream(...), $contents));

    expect($hashes)->toBe(array_map(static fn (string $bytes): string => hash('sha256', $bytes), $contents));
    foreach ($contents as $index => $bytes) {
        expect($this->store->bytes($hashes[$index]))->toBe($bytes);
    }
    expect(($this->waiting)())->toBe(0)->and($this->store->putAll([]))->toBe([]);
})->with([1, 5, 40]);

it('leaves nothing half-done behind when one of many cannot be read', function () {
    $first = ($this->own)('first');
    $contents = (function () use ($first): Generator {
        yield DiskContentStore::stream($first);
        throw UnableToRead::file('b.md', 'it is not there');
    })();

    expect(fn () => $this->store->putAll($contents))->toThrow(UnableToRead::class)
        ->and(($this->waiting)())->toBe(0)->and($this->store->has(hash('sha256', $first)))->toBeFalse();
});

it('says what it does not have', function () {
    $none = hash('sha256', ($this->own)('never kept'));
    expect($this->store->has($none))->toBeFalse()->and($this->store->size($none))->toBeNull()
        ->and(fn () => $this->store->bytes($none))->toThrow(UnableToRead::class)
        ->and(fn () => $this->store->open($none))->toThrow(UnableToRead::class);
});

it('writes, places and replaces files of a workspace', function () {
    $files = WorkspaceFiles::of((new Harbour(['a.md' => 'old', 'b.sh' => 'old']))->workspace);
    chmod($files->absolute('b.sh'), 0o754);
    $files->write('.new', DiskContentStore::stream('new'), 'b.sh');
    $files->sync(['.new']);
    $files->replace('.new', 'b.sh');
    expect($files->hash('b.sh'))->toBe(hash('sha256', 'new'))->and(fileperms($files->absolute('b.sh')) & 0o777)->toBe(0o754);

    $files->write('.more', DiskContentStore::stream('more'), null);
    expect(fn () => $files->place('.more', 'a.md'))->toThrow(UnableToWrite::class)->and($files->hash('a.md'))->toBe(hash('sha256', 'old'));
    $files->place('.more', 'c.md');
    $files->remove('.more');
    $files->remove('never-there.md');
    expect($files->hash('c.md'))->toBe(hash('sha256', 'more'))->and($files->hash('.more'))->toBeNull()
        ->and(fn () => $files->write('no/such/folder.md', DiskContentStore::stream('x'), null))->toThrow(UnableToWrite::class)
        ->and(fn () => $files->sync(['never-there.md']))->toThrow(UnableToWrite::class);

    $files->makeFolder('deep');
    $files->makeFolder('deep/er');
    $files->removeEmptyFolder('deep');
    expect($files->hasFolder('deep/er'))->toBeTrue();
    $files->removeEmptyFolder('deep/er');
    $files->removeEmptyFolder('deep');
    expect($files->hasFolder('deep'))->toBeFalse();
});

it('gives a file a second name, and no link, folder or missing file', function () {
    $files = WorkspaceFiles::of((new Harbour(['a.md' => 'as it is', 'deep/b.md' => 'b']))->workspace);
    symlink('a.md', $files->absolute('link.md'));
    expect($files->link('a.md', 'deep/.second.tmp'))->toBeTrue()->and($files->areOne('a.md', 'deep/.second.tmp'))->toBeTrue()->and($files->areOne('a.md', 'deep/b.md'))->toBeFalse()
        ->and($files->areOne('nowhere.md', 'nowhere.md'))->toBeFalse();
    // A name that is taken stays with its file.
    expect($files->link('deep/b.md', 'deep/.second.tmp'))->toBeFalse()->and($files->areOne('a.md', 'deep/.second.tmp'))->toBeTrue();
    foreach (['link.md', 'deep', 'nowhere.md', 'no/such/folder.md'] as $path) {
        expect($files->link($path, '.third.tmp'))->toBeFalse()->and($files->stat('.third.tmp'))->toBeNull();
    }
    expect(fn () => $files->link('a.md', 'no/such/folder.tmp'))->toThrow(UnableToWrite::class);
    symlink('deep', $files->absolute('again'));
    expect($files->areOne('deep/b.md', 'again/b.md'))->toBeFalse();
    symlink(dirname($files->root()), $files->absolute('out'));
    expect($files->areOne('a.md', 'out/a.md'))->toBeFalse();
});

it('reads a large file again only where its stat does not prove what is known of it', function () {
    $files = WorkspaceFiles::of((new Harbour(['show.bin' => $bytes = str_repeat('tide', 1 << 18)]))->workspace);
    $known = hash('sha256', 'what it held when it was seen');
    $files->known('show.bin', (string) $files->stat('show.bin')?->signature, time() + 5, $known);
    expect($files->hash('show.bin'))->toBe($known);
    // Written in the second in which it was seen: it may have changed again after that.
    $files->known('show.bin', (string) $files->stat('show.bin')?->signature, time(), $known);
    expect($files->hash('show.bin'))->toBe(hash('sha256', $bytes));
    $files->known('show.bin', (string) $files->stat('show.bin')?->signature, time() + 5, $known);
    file_put_contents($files->absolute('show.bin'), 'and more', FILE_APPEND);
    expect($files->hash('show.bin'))->toBe(hash('sha256', $bytes.'and more'));
});

it('frees only what nobody has used for some time, and tells sound from damaged', function () {
    $bytes = ($this->own)('to be freed');
    $hash = $this->store->putBytes($bytes);
    $path = Storage::disk('contents')->path(DiskContentStore::name($hash));
    touch($path, time() - 100);
    expect($this->store->free($hash, 200))->toBe(0)->and($this->store->hold($hash))->toBeTrue()->and($this->store->free($hash, 50))->toBe(0);
    touch($path, time() - 100);
    expect($this->store->free($hash, 50))->toBe(strlen($bytes))->and($this->store->has($hash))->toBeFalse()->and($this->store->hold($hash))->toBeFalse()->and($this->store->free($hash, 0))->toBe(0);

    $this->store->putBytes($bytes);
    file_put_contents($path, 'to be');
    expect($this->store->isSound($hash))->toBeFalse()->and(fn () => $this->store->sound($hash))->toThrow(UnableToRead::class);
    $this->store->put(DiskContentStore::stream($bytes));
    expect($this->store->sound($hash))->toBe($bytes);
});

it('hashes large contents by other processes, and itself where these die', function (bool $dies) {
    $contents = array_map(static fn (): string => random_bytes(5 * 1024 * 1024), range(1, 6));
    $wanted = array_map(static fn (string $bytes): string => hash('sha256', $bytes), $contents);
    $streams = (function () use ($contents, $dies): Generator {
        foreach ($contents as $number => $bytes) {
            if ($dies && $number === 4) {
                exec('pkill -KILL -P '.getmypid().' -f [h]ash-files');
            }
            yield DiskContentStore::stream($bytes);
        }
    })();
    expect($this->store->putAll($streams))->toBe($wanted);
    foreach ($wanted as $number => $hash) {
        expect($this->store->bytes($hash))->toBe($contents[$number]);
        unlink($this->store->file($hash));
    }
    expect(($this->waiting)())->toBe(0)->and(trim((string) shell_exec('pgrep -P '.getmypid().' -f [h]ash-files')))->toBe('');
})->with([false, true]);
