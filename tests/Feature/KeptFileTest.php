<?php

declare(strict_types=1);

use App\Workspace\Kept\FileBytes;
use App\Workspace\Kept\KeptFile;

function kept_path(): string
{
    $path = storage_path('framework/testing/kept');
    is_dir(dirname($path)) || mkdir(dirname($path), 0o700, true);

    return $path;
}

/** @return array{string, FileBytes, FileBytes, string, bool} */
function kept_parts(string $path, int $first, int $second): array
{
    $file = KeptFile::open($path, 'A form') ?? throw new LogicException('It cannot be opened.');

    return [$file->take(4), $file->later($first), $file->later($second), $file->take(3), $file->isSound()];
}

it('reads what was kept, a little or all of it, in any order', function () {
    [$first, $second] = [random_bytes(300_000), random_bytes(70_000)];
    KeptFile::write(kept_path(), 'A form', ['head', $first, $second, 'end']);
    [$head, $a, $b, $end, $isSound] = kept_parts(kept_path(), strlen($first), strlen($second));
    expect([$head, $end, $isSound, $a->length(), $b->length()])->toBe(['head', 'end', true, strlen($first), strlen($second)]);
    // So often that all of it is read somewhere on the way.
    for ($i = 0; $i < 400; $i++) {
        [$at, $length] = [random_int(0, 310_000), random_int(0, 100)];
        expect($a->part($at, $length))->toBe(substr($first, $at, $length))
            ->and($b->part(intdiv($at, 4), $length))->toBe(substr($second, intdiv($at, 4), $length));
    }
    expect($b->all())->toBe($second)->and($a->all())->toBe($first);
});

it('goes on reading the file that it opened, whatever lies there now', function () {
    KeptFile::write(kept_path(), 'A form', ['head', 'first', 'second', 'end']);
    [, $a, $b] = kept_parts(kept_path(), 5, 6);
    KeptFile::write(kept_path(), 'A form', ['HEAD', 'FIRST', 'SECOND', 'END']);
    unlink(kept_path());
    expect($a->part(1, 3).$b->all())->toBe('irssecond');
});

it('finds out before anything is used that a byte is another one, or that the end is missing', function () {
    $parts = ['head', random_bytes(200_000), random_bytes(100), 'end'];
    KeptFile::write(kept_path(), 'A form', $parts);
    $whole = (string) file_get_contents(kept_path());
    foreach ([6, 14, 18, 100_000, strlen($whole) - 50, strlen($whole) - 1] as $at) {
        $damaged = $whole;
        $damaged[$at] = chr(ord($whole[$at]) ^ 1);
        file_put_contents(kept_path(), $damaged);
        expect(kept_parts(kept_path(), 200_000, 100)[4])->toBeFalse();
    }
    foreach ([10, 20, 100_000, strlen($whole) - 1] as $length) {
        file_put_contents(kept_path(), substr($whole, 0, $length));
        expect(kept_parts(kept_path(), 200_000, 100)[4])->toBeFalse();
    }
});
