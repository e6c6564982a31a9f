<?php

declare(strict_types=1);

use Hafenbuch\Core\Format\FormatRegistry;
use Hafenbuch\Core\Format\Lexer\JsonLexer;
use Hafenbuch\Core\Format\MalformedContent;
use Hafenbuch\Core\Reference\FieldSite;
use Hafenbuch\Core\Reference\ReferenceSite;

it('finds every place where a file refers to something', function (string $path, string $content, array $expected) {
    $reading = FormatRegistry::standard()->read($path, $content);

    expect($reading->note)->toBeNull()
        ->and(array_map(static fn (ReferenceSite $site): string => "{$site->kind} {$site->raw}", $reading->references))->toBe($expected);
})->with([
    'X3D lists in both quotings' => ['a.x3d', "<X3D><Scene><Inline url='\"a.x3d\" \"b &amp; c.x3d\"'/><ImageTexture url=\"&quot;t.png&quot;,&#34;u.png&#34;\"/></Scene></X3D>", ['inline a.x3d', 'inline b & c.x3d', 'texture t.png', 'texture u.png']],
    'X3D every node' => ['a.x3d', "<X3D><MovieTexture url='\"m.mp4\"'/><AudioClip url='\"s.wav\"'/><Anchor url='\"p.html#x\"'/><ExternProtoDeclare name='P' url='\"p.x3d#P\"'/><Script url='\"s.js\"'/><Shape DEF='url' USE='x'/></X3D>", ['movie m.mp4', 'sound s.wav', 'link p.html#x', 'prototype p.x3d#P', 'script s.js']],
    'X3D escapes and no quotes' => ['a.x3d', "<X3D><Inline url='\"a\\\"b.x3d\"'/><Inline url=' bare name.x3d '/></X3D>", ['inline a"b.x3d', 'inline bare name.x3d']],
    'HTML attributes' => ['a.html', '<a href=x.html>b</a><img src="p&amp;q.png" srcset="s.png 1x, t.png 2x"><object data=o.svg></object><video poster=p.png src=v.mp4></video><q cite=c.html><form action=f></form>', ['link x.html', 'image p&q.png', 'image s.png', 'image t.png', 'embedded o.svg', 'image p.png', 'movie v.mp4', 'source c.html', 'form f']],
    'HTML styles' => ['a.html', '<link rel=stylesheet href=a.css><style>@import "b.css"; p{background:url(c.png)}</style><p style="background:url(\'d.png\')">', ['resource a.css', 'import b.css', 'style c.png', 'style d.png']],
    'HTML raw text' => ['a.html', '<script>"<img src=no.png>"</script><textarea><img src=no.png></textarea><!-- <img src=no.png> --><title><img src=no></title><p title="<img src=no.png>">', []],
    'CSS' => ['a.css', '@import url("a.css") screen; @font-face{src:url(f.woff2) format("woff2"),local("x")} b{c:url( \'d e.png\' )} /* url(no) */ e{content:"url(no)"}', ['import a.css', 'style f.woff2', 'style d e.png']],
    'OpenTimelineIO' => ['a.otio', '{"OTIO_SCHEMA":"Timeline.1","name":"T","tracks":{"OTIO_SCHEMA":"Stack.1","children":[{"OTIO_SCHEMA":"Stack.1","children":[{"OTIO_SCHEMA":"Clip.2","media_references":{"a":{"target_url":"one.wav","OTIO_SCHEMA":"ExternalReference.1"},"b":{"OTIO_SCHEMA":"GeneratorReference.1","target_url":"no"},"c":{"OTIO_SCHEMA":"MissingReference.1"}}}]}]}}', ['media one.wav']],
    'M3U' => ['a.m3u8', "#EXTM3U\r\n#EXTINF:3,Rain\r\nrain #1.wav\r\nhttps://example.org/x.mp3\r\n", ['track rain #1.wav', 'track https://example.org/x.mp3']],
    'M3U of a stream' => ['a.m3u8', "#EXTM3U\n#EXT-X-KEY:METHOD=AES-128,URI=\"k%20y\"\na%20b.ts\n", ['track k%20y', 'track a%20b.ts']],
    'XSPF' => ['a.xspf', '<playlist><trackList><track><location>a%20b.wav</location><image>c.png</image><title>x</title></track></trackList></playlist>', ['track a%20b.wav', 'image c.png']],
    'CUE' => ['a.cue', "TITLE \"T\"\nFILE \"a b.wav\" WAVE\n  TRACK 01 AUDIO\nFILE c.wav WAVE\n", ['track a b.wav', 'track c.wav']],
    'glTF' => ['a.gltf', '{"asset":{"version":"2.0","uri":"no"},"buffers":[{"uri":"a.bin"}],"images":[{"uri":"t\u00e4.png"},{"bufferView":0}]}', ['buffer a.bin', 'texture tä.png']],
    'OBJ' => ['a.obj', "mtllib a.mtl my parts.mtl\nv 1 2 3\nusemtl brass\n", ['materials a.mtl', 'materials my parts.mtl']],
    'MTL' => ['a.mtl', "newmtl brass\nmap_Kd -s 1 1 1 -clamp on brass plate.png\nmap_bump -bm 0.3 b.png\nKd 1 1 1\n", ['texture brass plate.png', 'texture b.png']],
    'Data Package' => ['datapackage.json', '{"resources":[{"path":"a b.csv","schema":"s.json"},{"path":["c.csv","https://example.org/d.csv"]},{"data":{"path":"no"}}]}', ['data a b.csv', 'schema s.json', 'data c.csv', 'data https://example.org/d.csv']],
    'a leaf' => ['package.json', '{"path":"no.csv"}', []],
]);

it('reads the facts of a file', function (string $path, string $content, array $expected) {
    $fields = array_filter(FormatRegistry::standard()->read($path, $content)->fields, static fn (FieldSite $field): bool => $field->raw !== '');

    expect(array_column(array_map(static fn (FieldSite $field): array => ['name' => $field->name, 'value' => $field->raw], $fields), 'value', 'name'))->toBe($expected);
})->with([
    ['a.x3d', '<X3D><head><meta name="Title" content="Pen &amp; drum"/><meta content="GH-12" name="part number"/><meta name="material" content="brass"/></head></X3D>', ['title' => 'Pen & drum', 'part number' => 'GH-12', 'material' => 'brass']],
    ['a.html', '<title> A &lt; B </title><meta name=description content="c">', ['title' => 'A < B', 'description' => 'c']],
    ['a.otio', '{"OTIO_SCHEMA":"Timeline.1","name":"Evening"}', ['title' => 'Evening']],
    ['a.m3u', "#EXTM3U\n#PLAYLIST: Rain\n", ['title' => 'Rain']],
    ['a.xspf', '<playlist><title>T</title><annotation>A</annotation></playlist>', ['title' => 'T', 'description' => 'A']],
    ['a.cue', "TITLE \"Disc\"\nTRACK 01 AUDIO\nTITLE \"Track\"\n", ['title' => 'Disc']],
    ['a.gltf', '{"scenes":[{"name":"S"}]}', ['title' => 'S']],
    ['datapackage.json', '{"title":"Tides","description":"d"}', ['title' => 'Tides', 'description' => 'd']],
]);

it('reads references from where a base says', function () {
    $resolver = new Hafenbuch\Core\Reference\Resolver('/srv/house');
    $paths = static fn (string $base): array => array_map(static fn (string $raw): array => [$resolver->resolve('a/b.html', $raw, base: $base)->kind->value, $resolver->resolve('a/b.html', $raw, base: $base)->path], ['c.png', '../d.png', 'https://example.org/']);

    expect($paths('pictures/'))->toBe([['file', 'a/pictures/c.png'], ['file', 'a/d.png'], ['web', null]])
        ->and($paths('../x/y.html'))->toBe([['file', 'x/c.png'], ['file', 'd.png'], ['web', null]])
        ->and($paths('https://example.org/z/'))->toBe([['web', null], ['web', null], ['web', null]]);
});

it('reads JSON of any depth, and says where it is malformed', function () {
    expect(JsonLexer::read(str_repeat('[', 10_000).'"x"'.str_repeat(']', 10_000))->strings)->toHaveCount(1);
    foreach (['{"a":1,}', '[1 2]', '{"a" 1}', '["x]', '{}x', '[01]', '', '{"a":tru}', "[\"a\tb\"]", str_repeat('{"a":', 9000)] as $bad) {
        expect(fn () => JsonLexer::read($bad))->toThrow(MalformedContent::class);
    }
    expect(fn () => JsonLexer::read("{\n  \"a\": ?\n}"))->toThrow(MalformedContent::class, 'A value is due (line 2, column 8)');
});

it('agrees with PHP about which JSON is well-formed', function () {
    mt_srand(1853);
    $samples = ['{"a":[1,2,{"b":null}],"c":"d\\u00e4\\n"}', '[]', '{}', '[[],{},""]', '-1.5e+3', '"x"', ' [ true , false ] '];
    for ($try = 0; $try < 3000; $try++) {
        $json = $samples[array_rand($samples)];
        for ($changes = mt_rand(0, 2); $changes > 0 && $json !== ''; $changes--) {
            $at = mt_rand(0, strlen($json) - 1);
            $json = substr($json, 0, $at).['', ',', '"', ']', '}', '[', '1', ' ', ':'][mt_rand(0, 8)].substr($json, $at + mt_rand(0, 1));
        }
        try {
            JsonLexer::read($json);
            $ours = true;
        } catch (MalformedContent) {
            $ours = false;
        }
        expect($ours)->toBe(json_validate_here($json), $json);
    }
});

function json_validate_here(string $json): bool
{
    json_decode($json);

    return json_last_error() === JSON_ERROR_NONE;
}
