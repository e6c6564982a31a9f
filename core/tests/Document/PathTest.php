<?php

declare(strict_types=1);

use Hafenbuch\Core\Path\InvalidPath;
use Hafenbuch\Core\Path\NewPath;
use Hafenbuch\Core\Path\Path;

it('normalises', function () {
    expect(Path::of('a/./b//c/../d.md')->value)->toBe('a/b/d.md');
});

it('refuses what cannot be a file of the workspace', function (string $path, string $why) {
    expect(fn () => Path::of($path))->toThrow(InvalidPath::class, $why);
})->with([
    ['', 'empty'], ['/etc/passwd', 'absolute'], ['../a', 'leads out'], ['a/../../b', 'leads out'], ["a\0b", 'control'],
    ["a/\xff", 'UTF-8'], ['a/', 'empty'], [str_repeat('x', 256), '255'], [str_repeat('abcdefghi/', 500).'x', '4095'],
]);

it('takes odd but possible names', function (string $path) {
    expect(Path::of($path)->value)->toBe($path);
})->with([["new\nline.md"], ['"quoted".svg'], [str_repeat('ä', 127).'x'], ["e\u{301}.md"], ["\u{e9}.md"], ['..a/b..']]);

it('tells folder, name and extension', function () {
    expect(Path::folderOf('a/b/c.SVG'))->toBe('a/b')
        ->and(Path::nameOf('a/b/c.SVG'))->toBe('c.SVG')
        ->and(Path::extensionOf('a/b/c.SVG'))->toBe('svg')
        ->and(Path::extensionOf('.hidden'))->toBe('');
});

it('gives no document a name that other programs run or trust, or that nobody can read', function (string $path, string $why) {
    expect(fn () => NewPath::of($path))->toThrow(InvalidPath::class, $why);
})->with([
    ['.git/hooks/x', '.git'], ['a/.GIT', '.GIT'], ['.git. /x', '.git'], ['GIT~1/x', 'GIT~1'], ['a/.env', '.env'], ['.env.local', '.env.local'], ['.hafenbuch-1', '.hafenbuch-1'], ['.htaccess', '.htaccess'],
    ["a\nb", 'control'], ["a\u{202E}b", 'U+202E'], ["a\u{200B}b", 'U+200B'], ['../a', 'leads out'],
]);

it('lets a document have any other name', function (string $path) {
    expect(NewPath::of($path)->value)->toBe($path);
})->with(['a.git/x', 'git/config', '.gitignore', 'environment.env', ' a b .md', 'x: y?.md', '.notes/a.md', 'é/ü']);
