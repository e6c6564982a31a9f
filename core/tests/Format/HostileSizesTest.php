<?php

declare(strict_types=1);

use Hafenbuch\Core\Format\FormatRegistry;
use Hafenbuch\Core\Reference\ReferenceSite;
use Hafenbuch\Core\Tests\Support\Processor;

/* However long what stands beside a reference is, the reference is found; and what was made to cost much costs its size. */

/** @return list<string> the addresses that were found */
function addressesIn(string $path, string $bytes): array
{
    $reading = FormatRegistry::standard()->read($path, $bytes);
    $raws = array_map(static fn (ReferenceSite $site): string => strlen($site->raw) > 200 ? 'long' : $site->raw, $reading->references);
    foreach ($reading->references as $site) {
        // Each stands where it is said to.
        if (strlen($site->raw) <= 200 && ! str_contains($site->raw, '&')) {
            expect(substr($bytes, $site->offset, $site->length))->toBe($site->raw);
        }
    }

    return array_values(array_unique($raws));
}

it('finds what stands beside something long, with the expressions compiled and not', function (string $path, string $before, string $unit, string $after, array $found) {
    $jit = ini_get('pcre.jit');
    try {
        foreach (['1', '0'] as $compiled) {
            ini_set('pcre.jit', $compiled);
            foreach ([10_000, 1_500_000] as $size) {
                expect(addressesIn($path, $before.str_repeat($unit, intdiv($size, strlen($unit))).$after))->toBe($found, "{$size} bytes, compiled {$compiled}");
            }
        }
    } finally {
        ini_set('pcre.jit', (string) $jit);
    }
})->with([
    'a texture beside an embedded one' => ['a.x3d', '<X3D><Scene><ImageTexture url=\'"data:image/png;base64,', 'QUJD', '" "brass.png"\'/></Scene></X3D>', ['long', 'brass.png']],
    'a texture beside one with escapes' => ['a.x3d', '<X3D><Scene><ImageTexture url=\'"', '\\"', '.png" "brass.png"\'/></Scene></X3D>', ['long', 'brass.png']],
    'a picture with a long title' => ['a.md', '![a](b.png "', 'x ', "\") and [c](d.md)\n", ['b.png', 'd.md']],
    'a picture with an escaped title' => ['a.md', '![a](b.png "', '\\"', "\") and [c](d.md)\n", ['b.png', 'd.md']],
    'a long address in angles' => ['a.md', '![a](<', 'x ', ".png>) and [c](d.md)\n", ['long', 'd.md']],
    'a definition with a long title' => ['a.md', "[c]\n\n[c]: d.md '", 'x ', "'\n\n[e](f.md)\n", ['d.md', 'f.md']],
    'a comment in a block of HTML' => ['a.md', "<div>\n<!-- ", 'x- ', " --><img src=\"b.png\"></div>\n\n[c](d.md)\n", ['b.png', 'd.md']],
    'a comment in a line' => ['a.md', 'x <!-- ', 'x- ', " --> [c](d.md)\n", ['d.md']],
    'a tag with many attributes' => ['a.md', 'x <img', ' a=b', " src=\"b.png\"> [c](d.md)\n", ['b.png', 'd.md']],
    'a long code span' => ['a.md', '`', 'x ` ` ', "` [c](d.md)\n", ['d.md']],
    'front matter' => ['a.md', "---\ntitle: A\n", "key: value\n", "---\n\n[c](d.md)\n", ['d.md']],
    'a line of stars' => ['a.md', '', '* ', "\n\n[c](d.md)\n", ['d.md']],
    'a comment in a style sheet' => ['a.css', '/*', 'x* ', '*/ a { background: url(b.png) }', ['b.png']],
    'a string in a style sheet' => ['a.css', 'a { content: "', '\\"x', '"; background: url("b.png") }', ['b.png']],
    'a long address in a style sheet' => ['a.css', 'a { background: url("data:,', 'abc', '"), url(b.png) }', ['long', 'b.png']],
    'a comment in a declaration of the document type' => ['a.svg', '<!DOCTYPE svg [<!-- ', '> "x', ' -->]><svg xmlns="http://www.w3.org/2000/svg" xmlns:xlink="http://www.w3.org/1999/xlink"><image xlink:href="b.png"/></svg>', ['b.png']],
    'an embedded picture in a drawing' => ['a.svg', '<svg xmlns="http://www.w3.org/2000/svg"><image href="data:image/png;base64,', 'QUJD', '"/><image href="b.png"/></svg>', ['long', 'b.png']],
    'an inline script of a page' => ['a.html', '<script>', 'a<b;"', '</script><img src="b.png">', ['b.png']],
    'a set of pictures' => ['a.html', '<img srcset="', 'x.png 1x, ', 'b.png 2x"><img src="c.png">', ['x.png', 'b.png', 'c.png']],
    'a string in a timeline' => ['a.otio', '{"OTIO_SCHEMA":"Timeline.1","name":"', '\\"x', '","tracks":{"OTIO_SCHEMA":"Stack.1","children":[{"OTIO_SCHEMA":"Track.1","children":[{"OTIO_SCHEMA":"Clip.1","media_reference":{"OTIO_SCHEMA":"ExternalReference.1","target_url":"b.mov"}}]}]}}', ['b.mov']],
]);

it('reads to the end what was made so that each place costs as much as all', function (string $path, Closure $make) {
    $bytes = $make(600_000);
    $formats = new FormatRegistry(FormatRegistry::standard()->formats, seconds: 300);
    expect(Processor::seconds(static fn () => $formats->read($path, $bytes)))->toBeLessThan(FormatRegistry::SECONDS);
})->with(function () {
    $of = static fn (string $unit, string $before = ''): Closure => static fn (int $size): string => $before.str_repeat($unit, intdiv($size, strlen($unit)));
    $runs = static fn (int $size): string => implode(' ', array_map(static fn (int $n): string => str_repeat('`', $n), range(1, (int) sqrt(2 * $size))));

    return [
        ['a.md', $of('<')], ['a.md', $of('<a ')], ['a.md', $of('x <!--')], ['a.md', $of('x <?a')], ['a.md', $of('x <![CDATA[')], ['a.md', $of('x <!X ')], ['a.md', $runs], ['a.md', $of('- ')], ['a.md', $of('- 1. > ')], ['a.md', $of('1. ')],
        ['a.md', $of("[x]: <\n")], ['a.md', $of("[x]: a \"\n")], ['a.md', $of('[a](<')], ['a.md', $of('[a](b "')], ['a.md', $of('[')], ['a.md', $of('![a][')], ['a.md', $of('<a href="')], ['a.md', $of("<img\n")], ['a.md', $of('<https:a ')], ['a.md', $of('<!--', "<div>\n")], ['a.md', $of("a: b\n", "---\n")],
        ['a.obj', $of('a ', 'mtllib ')], ['a.obj', $of("mtllib a\n")], ['a.mtl', $of('-s 1 ', 'map_Kd ')],
        ['a.otio', $of('[')], ['a.otio', $of('{"a":')], ['a.otio', $of('{"OTIO_SCHEMA":"Stack.1","children":[')],
        ['a.svg', $of('<a ')], ['a.svg', $of('<!--')], ['a.svg', $of('<?a ')], ['a.svg', $of('<!--', '<!DOCTYPE svg [')], ['a.svg', $of('"a', '<!DOCTYPE svg [')], ['a.svg', $of('<x></y>', '<svg>')],
        ['a.html', $of('<a ')], ['a.html', $of('<!-')], ['a.html', $of('b ', '<a ')], ['a.html', $of('a (', '<img srcset="')], ['a.html', $of('<style>url(')], ['a.css', $of('url(')], ['a.css', $of('/*')], ['a.css', $of('@import "a')], ['a.x3d', $of('\\"', '<X3D><ImageTexture url=\'"')],
        ['a.m3u8', $of(',URI=', '#EXT-X-A:')],
        ['a.m3u8', $of("#EXT-X-DEFINE:NAME=\"a\",VALUE=\"b\"\n{\$a}")], ['a.m3u8', $of(',NAME="a"', '#EXT-X-DEFINE:')], ['a.m3u', $of(' tvg-logo="', '#EXTINF:')], ['a.m3u8', $of('{$a}', '#EXT-X-DEFINE:NAME="a",VALUE="'.str_repeat('v', 1000)."\"\n")],
        ['a.yaml', $of('$ref: ')], ['a.yaml', $of('{$ref: "')], ['a.yaml', $of('- $ref: a ')], ['a.json', $of('{"$ref":')], ['a.json', $of('{"$ref":"a","b":[')], ['a.gltf', $of('{"extensions":{"a":')],
        ['a.md', $of("image: [a,\n", "---\n")], ['a.md', static fn (int $size): string => "---\n".str_repeat("image:\n  - a.b\n", intdiv($size, 15))."---\n"], ['a.md', $of('<pre>')], ['a.md', $of("<script>\n")], ['a.md', $of('<iframe srcdoc="')],
        ['a.html', $of('<script><!--')], ['a.html', $of('<!--<script>', '<script>')], ['a.html', $of('<iframe srcdoc="&lt;iframe srcdoc=')], ['a.html', $of('a ', '<a ping="')], ['a.html', $of('{"a":', '<script type="importmap">')], ['a.html', $of('&amp;amp;', '<iframe srcdoc="')],
        ['a.svg', $of('<g xml:base="a">', '<svg>')], ['a.svg', $of('<g xml:base="a"/>', '<svg>')], ['a.svg', $of('&a;', '<svg>')], ['a.svg', $of('<!ENTITY a "b">', '<!DOCTYPE svg [')],
        // In other charsets, and in none.
        ['a.html', $of("<img src=\"\x83\x5c.png\">", '<meta charset=shift_jis>')], ['a.html', $of("\x1b\$B8!\x1b(B<a href=b>", '<meta charset=iso-2022-jp>')], ['a.html', $of("\x1b", '<meta charset=iso-2022-jp>')], ['a.html', $of("\x81", '<meta charset=gb18030>')],
        ['a.md', $of("\xff![a](b\xff.png) ")], ['a.md', $of("\u{FFFD}\xff")], ['a.m3u', $of("\xff.mp3\n")], ['a.css', $of("u\0r\0l\0(\0a\0)\0", "\xff\xfe")], ['a.css', $of("\xd8", "\xff\xfe")], ['a.html', $of('<meta ')], ['a.html', $of('<!--<meta charset=')],
    ];
});

it('needs no memory without measure for what is no text', function (string $path, Closure $make) {
    $bytes = $make(12_000_000);
    memory_reset_peak_usage();
    $before = memory_get_usage();
    $seconds = Processor::seconds(static fn () => FormatRegistry::standard()->read($path, $bytes));
    expect(memory_get_peak_usage() - $before)->toBeLessThan(128 << 20)->and($seconds)->toBeLessThan(12.0);
})->with([
    'an old list in no charset' => ['a.obj', static fn (int $size): string => str_repeat("mtllib \xe4.mtl\nv 1 2 3\n", 3).str_repeat("\xc3\xa4\xff ", intdiv($size, 4))],
    'nearly UTF-8' => ['a.obj', static fn (int $size): string => str_repeat("\u{E4}", intdiv($size, 2))."\xff"],
    'bytes without order' => ['a.obj', static fn (int $size): string => str_replace("\0", "\1", random_bytes($size))],
    'a page in a charset that it is not in' => ['a.html', static fn (int $size): string => '<meta charset=shift_jis>'.str_repeat("\x81\xff", 3_000_000)],
]);
