<?php

declare(strict_types=1);

use Hafenbuch\Core\Format\FormatRegistry;
use Hafenbuch\Core\Format\Rewriter;
use Hafenbuch\Core\Reference\PathMap;
use Hafenbuch\Core\Reference\Resolver;

it('leads by the first layer that knows the path', function () {
    $leads = PathMap::of(['a' => 'moved/a', 'b' => 'moved/b'])->after(['a' => 'own/a'], []);

    expect($leads->from('a'))->toBe('own/a')->and($leads->from('b'))->toBe('moved/b')->and($leads->from('c'))->toBe('c')
        ->and($leads->has('b'))->toBeTrue()->and($leads->has('c'))->toBeFalse()
        ->and($leads->hasAny(['x', 'b']))->toBeTrue()->and($leads->hasAny(['x']))->toBeFalse()
        ->and($leads->isEmpty())->toBeFalse()->and(PathMap::none()->isEmpty())->toBeTrue()->and(PathMap::of([])->isEmpty())->toBeTrue();
});

it('rewrites only what must be, with the spelling that the place needs', function (string $from, string $to, string $before, array $leads, string $after) {
    $rewriter = new Rewriter(FormatRegistry::standard(), new Resolver('/w'));

    expect($rewriter->rewrite($before, $from, $to, PathMap::of($leads)))->toBe($after);
})->with([
    'nothing leads elsewhere' => ['a.md', 'a.md', '[b](./x/../b.md)', [], '[b](./x/../b.md)'],
    'a spelling that still fits' => ['a/x.md', 'b/x.md', '[c](../c.md)', [], '[c](../c.md)'],
    'another folder' => ['a/x.md', 'a/b/x.md', '[c](../c.md "C")', [], '[c](../../c.md "C")'],
    'a new name with odd letters' => ['a.md', 'a.md', '[b](b.md#part)', ['b.md' => 'new name (2).md'], '[b](new%20name%20\\(2\\).md#part)'],
    'only one of two' => ['a.md', 'a.md', '[b](b.md) [c](c.md)', ['c.md' => 'd/c.md'], '[b](b.md) [c](d/c.md)'],
    'itself' => ['a.md', 'n/b.md', '[me](a.md)', ['a.md' => 'n/b.md'], '[me](b.md)'],
    'not the web' => ['a.md', 'n/a.md', '[w](https://example.org/b.md) [s](#here)', ['b.md' => 'c.md'], '[w](https://example.org/b.md) [s](#here)'],
    'quoting of an attribute' => ['a.svg', 'a.svg', "<svg><image href='b.png'/></svg>", ['b.png' => "it's & more.png"], "<svg><image href='it&apos;s%20&amp;%20more.png'/></svg>"],
    'a list of addresses' => ['a.x3d', 'p/a.x3d', "<X3D><Scene><Inline url='\"b.x3d\" \"https://example.org/b.x3d\"'/></Scene></X3D>", [], "<X3D><Scene><Inline url='\"../b.x3d\" \"https://example.org/b.x3d\"'/></Scene></X3D>"],
    'a path as it is' => ['a.m3u', 'p/a.m3u', "#EXTM3U\nb c.wav\n", [], "#EXTM3U\n../b c.wav\n"],
    'escapes of JSON' => ['a.gltf', 'a.gltf', '{"asset":{"version":"2.0"},"images":[{"uri":"b.png"}]}', ['b.png' => 'ü"b.png'], '{"asset":{"version":"2.0"},"images":[{"uri":"%C3%BC%22b.png"}]}'],
    'what cannot be read stays' => ['a.svg', 'p/a.svg', '<svg', ['b.png' => 'c.png'], '<svg'],
]);
