<?php

declare(strict_types=1);

use Hafenbuch\Core\Format\FormatRegistry;
use Hafenbuch\Core\Reference\ReferenceSite;

/* Spellings that the specifications allow and that are easily missed, and what only looks like a reference. */

/** @return list<string> kind and address of each reference; each stands where it is said to */
function referencesIn(string $path, string $bytes): array
{
    return array_map(static function (ReferenceSite $site) use ($bytes): string {
        expect($site->notation->decode(substr($bytes, $site->offset, $site->length)))->toBe($site->raw);

        return "{$site->kind} {$site->raw}";
    }, FormatRegistry::standard()->read($path, $bytes)->references);
}

it('reads what is there, and nothing else', function (string $path, string $bytes, array $found) {
    expect(referencesIn($path, $bytes))->toBe($found);
})->with([
    'M3U, an attribute behind a comma and a space' => ['a.m3u8', "#EXTM3U\n#EXT-X-I-FRAME-STREAM-INF:BANDWIDTH=1, URI=\"x.m3u8\"\n", ['track x.m3u8']],
    'M3U, several attributes, and one whose name ends alike' => ['a.m3u8', "#EXTM3U\n#EXT-X-MEDIA:TYPE=AUDIO,X-URI=\"no.m3u8\",URI=\"yes.m3u8\",NAME=\"a,URI=\"\n", ['track yes.m3u8']],
    'M3U, other attributes with addresses' => ['a.m3u8', "#EXTM3U\n#EXT-X-CONTENT-STEERING:SERVER-URI=\"steer.json\"\n#EXT-X-DATERANGE:ID=\"a\",X-ASSET-URI=\"ad.m3u8\"\n", ['track steer.json', 'track ad.m3u8']],
    'glTF 1.0, whose lists are objects' => ['a.gltf', '{"asset":{"version":"1.0"},"buffers":{"main":{"uri":"a.bin"}},"images":{"wood":{"uri":"b.png"}},"shaders":{"v":{"uri":"c.glsl"}}}', ['buffer a.bin', 'texture b.png', 'shader c.glsl']],
    'glTF 2.0' => ['a.gltf', '{"asset":{"version":"2.0"},"buffers":[{"uri":"a.bin"}],"images":[{"uri":"b.png"}],"extras":{"images":{"x":{"uri":"no.png"}}}}', ['buffer a.bin', 'texture b.png']],
    'CUE, a name without quotes' => ['a.cue', "FILE my song.wav WAVE\n  TRACK 01 AUDIO\nFILE other.wav WAVE\n", ['track my song.wav', 'track other.wav']],
    'CUE, without a type' => ['a.cue', "FILE song.wav\nCDTEXTFILE disc data.cdt\n", ['track song.wav', 'track disc data.cdt']],
    'MTL, a switch that looks like a map' => ['a.mtl', "newmtl a\nmap_aat on\nmap_Kd b.png\n", ['texture b.png']],
    'OBJ, a statement that goes on in the next line' => ['a.obj', "mtllib a.mtl \\\n  b.mtl\nv 1 2 3\n", ['materials a.mtl', 'materials b.mtl']],
    'XSPF, CDATA, comments, and another namespace' => ['a.xspf', '<playlist version="1" xmlns="http://xspf.org/ns/0/"><trackList><track><location><![CDATA[a&b.ogg]]></location><image><!-- the cover -->cover.png</image><extension application="x"><cl:image xmlns:cl="urn:x">no.png</cl:image></extension></track></trackList></playlist>', ['track a&b.ogg', 'image cover.png']],
    'CSS, an address that is not one' => ['a.css', 'a { background: url(a b.png) } b { background: url(c.png) }', ['style c.png']],
    'CSS, names with escapes' => ['a.css', '@\69mport "a.css"; a { background: u\72l(b.png); mask: \75 rl("c.png") }', ['import a.css', 'style b.png', 'style c.png']],
    'CSS, a namespace is no address' => ['a.css', '@namespace svg url(http://www.w3.org/2000/svg); @namespace url("urn:x"); a { background: url(b.png) }', ['style b.png']],
    'CSS, strings in a set of images' => ['a.css', 'a { background: image-set("a.png" 1x, url(b.png) 2x, "c.png" type("image/png")); content: "no.png" }', ['style a.png', 'style b.png', 'style c.png']],
    'HTML, how comments end' => ['a.html', '<!-- a --!><img src="b.png"><!--> <img src="c.png">', ['image b.png', 'image c.png']],
    'HTML, entities without a semicolon' => ['a.html', '<img src="a&ampb.png"><img src="a&amp=b.png"><img src="c&copy.png">', ['image a&ampb.png', 'image a&amp=b.png', 'image c©.png']],
    'HTML, the other places' => ['a.html', '<meta http-equiv="refresh" content="5; url=next.html"><body background="b.png"><frame src="f.html"><img longdesc="d.html" src="e.png"><meta property="og:image" content="og.png"><svg><use href="s.svg#a"/><image xlink:href="i.png"/></svg>', ['link next.html', 'image b.png', 'frame f.html', 'link d.html', 'image e.png', 'image og.png', 'image s.svg#a', 'image i.png']],
    'XHTML, elements that hold nothing' => ['a.xhtml', '<html xmlns="http://www.w3.org/1999/xhtml"><head><script src="a.js"/><title/><style/></head><body><img src="b.png"/><iframe src="c.html"/><a href="d.html">x</a></body></html>', ['script a.js', 'image b.png', 'frame c.html', 'link d.html']],
    'XHTML under the name of HTML' => ['a.html', '<?xml version="1.0"?><html xmlns="http://www.w3.org/1999/xhtml"><script src="a.js"/><img src="b.png"/></html>', ['script a.js', 'image b.png']],
    'HTML, where the slash means nothing' => ['a.html', '<script src="a.js"/><img src="no.png"></script><img src="b.png">', ['script a.js', 'image b.png']],
    'HTML, names with odd characters' => ['a.html', '<a <b href="a.html"><a "x href="b.html"><a href="c.html"/x>', ['link a.html', 'link b.html', 'link c.html']],
    'HTML, a script in the comment of a script' => ['a.html', '<script><!-- <script> </script> <img src="no.png"> --></script><img src="a.png"><script><!--> </script><img src="b.png"><script><!-- </script><img src="c.png">', ['image a.png', 'image b.png', 'image c.png']],
    'HTML, pings' => ['a.html', '<a href="a.html" ping="b.php  c.php">', ['link a.html', 'ping b.php', 'ping c.php']],
    'HTML, a page in the page' => ['a.html', '<iframe srcdoc="<img src=&quot;a&amp;amp;b.png&quot;><p style=&quot;background:url(c.png)&quot;>"></iframe>', ['image a&b.png', 'style c.png']],
    'HTML, an import map' => ['a.html', '<script type="importmap">{"imports":{"x":"./a.js","y/":"./lib/"},"scopes":{"/s/":{"z":"b.js"}},"integrity":{"./a.js":"sha384-x"}}</script>', ['script ./a.js', 'script ./lib/', 'script b.js']],
    'HTML, linked data' => ['a.html', '<script type="application/ld+json">{"@type":"Museum","image":["a.png","b.png"],"url":"c.html","name":"image"}</script>', ['link a.png', 'link b.png', 'link c.html']],
    'SVG, older places' => ['a.svg', '<svg xmlns="http://www.w3.org/2000/svg" xmlns:xlink="http://www.w3.org/1999/xlink" xmlns:xi="http://www.w3.org/2001/XInclude"><font-face-uri xlink:href="a.svg#f"/><cursor href="b.png"/><color-profile href="c.icc"/><tref href="d.svg#t"/><xi:include href="e.xml"/></svg>', ['font a.svg#f', 'cursor b.png', 'colour profile c.icc', 'text d.svg#t', 'include e.xml']],
    'SVG, HTML in it' => ['a.svg', '<svg xmlns="http://www.w3.org/2000/svg"><foreignObject><body xmlns="http://www.w3.org/1999/xhtml"><img src="a.png" srcset="b.png 2x"/><a href="c.html">x</a><video src="d.mp4" poster="e.png"/></body></foreignObject></svg>', ['image a.png', 'image b.png', 'link c.html', 'movie d.mp4', 'image e.png']],
    'X3D, fields by their names' => ['a.x3d', "<X3D><Scene><ProtoInstance name='P'><fieldValue name='soundUrl' value='\"a.wav\"'/><fieldValue name='size' value='\"no\"'/></ProtoInstance><BufferAudioSource url='\"b.wav\"'/><GeoMetadata url='\"c.html\"'/></Scene></X3D>", ['value a.wav', 'sound b.wav', 'link c.html']],
    'XSPF, links' => ['a.xspf', '<playlist version="1" xmlns="http://xspf.org/ns/0/"><link rel="http://a.example/b">a.html</link><trackList/></playlist>', ['link a.html']],
    'Data Package, dialects and profiles' => ['datapackage.json', '{"profile":"tabular-data-package","$schema":"b.json","resources":[{"path":"a.csv","dialect":"d.json","profile":"p.json"}]}', ['profile b.json', 'data a.csv', 'dialect d.json', 'profile p.json']],
    'M3U, variables' => ['a.m3u8', "#EXTM3U\n#EXT-X-DEFINE:NAME=\"v\",VALUE=\"low\"\n#EXT-X-MAP:URI=\"{\$v}/init.mp4\"\n{\$v}/1.ts\n", ['track low/init.mp4', 'track low/1.ts']],
    'M3U, pictures of channels' => ['a.m3u', "#EXTM3U url-tvg=\"guide.xml\"\n#EXTINF:-1 tvg-id=\"x\" tvg-logo=\"a b.png\",Title\nc.mp3\n", ['image guide.xml', 'image a b.png', 'track c.mp3']],
    'glTF, extensions' => ['a.gltf', '{"asset":{"version":"2.0"},"extensions":{"EXT_structural_metadata":{"schemaUri":"s.json"}},"buffers":[{"extensions":{"X":{"uri":"b.bin"}}}]}', ['resource s.json', 'resource b.bin']],
    'JSON, references' => ['a.json', '{"a":{"$ref":"b.json#/x"},"b":[{"$ref":"#/y"}],"$refs":{"x":"no.json"}}', ['reference b.json#/x', 'reference #/y']],
    'JSON without any, with comments in it' => ['a.json', "{ // so\n \"a\": 1, }", []],
    'YAML, references' => ['a.yaml', "a:\n  \$ref: './b.yaml#/x'\nb: {\$ref: c.yaml}\nc: [{\$ref: e.yaml}, {\$ref: f.yaml}]\n- \"\$ref\": \"d.yaml\"\n# \$ref: no.yaml\n", ['reference ./b.yaml#/x', 'reference c.yaml', 'reference e.yaml', 'reference f.yaml', 'reference d.yaml']],
    'OTIO, a sequence of images' => ['a.otio', '{"OTIO_SCHEMA":"Timeline.1","x":{"OTIO_SCHEMA":"ImageSequenceReference.1","target_url_base":"frames/","name_prefix":"storm.","name_suffix":".exr","start_frame":9,"frame_step":1,"frame_zero_padding":3,"rate":24,"available_range":{"duration":{"value":3,"rate":24},"start_time":{"value":0,"rate":24}}}}', ['frame frames/storm.009.exr', 'frame frames/storm.010.exr', 'frame frames/storm.011.exr']],
    'Markdown, HTML as browsers read it' => ['a.md', "<pre><img src=\"a.png\"alt=\"x\"></pre>\n\n<div>\n<picture><source srcset=\"b.webp 2x\"><img src=c.png></picture>\n</div>\n\nIn <span style=\"background:url(d.png)\">text</span> <img src='e.png'>\n", ['image a.png', 'image b.webp', 'image c.png', 'style d.png', 'image e.png']],
    'Markdown, a value over two lines' => ['a.md', "<div><img src=\"a\rb.png\"><img src=\"c.png\"></div>\n", ['image c.png']],
    'Markdown, scripts and styles' => ['a.md', "<script src=\"a.js\">\nvar b = '<img src=\"no.png\">';\n</script>\n\n<style>\np { background: url(c.png) }\n</style>\n", ['script a.js', 'style c.png']],
    'Markdown, front matter' => ['a.md', "---\ntitle: A.B\nimage: pictures/a.png # so\ncover: \"b c.png\"\nthumbnail: f g.png # no\ncss: [a.css, 'b.css']\nbibliography:\n  - c.bib\n  - d.bib\nvideo: true\nhead:\n  thumbnail: ./e.png\n---\n# A\n", ['front matter pictures/a.png', 'front matter b c.png', 'front matter f g.png', 'front matter a.css', 'front matter b.css', 'front matter c.bib', 'front matter d.bib', 'front matter ./e.png']],
    'Markdown, mail addresses and links in descriptions' => ['a.md', "<someone@greetholm.example> ![a [b](no.md) c](d.png)\n", ['image d.png']],
    'Markdown, other tags' => ['a.md', "<video src=\"a.mp4\" poster=\"b.png\"></video>\n\n<picture><source src=\"c.webp\"><img src=\"d.png\"></picture>\n", ['movie a.mp4', 'image b.png', 'media c.webp', 'image d.png']],
]);

it('refuses to write a name where it would be read as another one', function () {
    $resolver = new Hafenbuch\Core\Reference\Resolver('/work');
    expect(fn () => $resolver->reference('list.cue', 'back\\slash.wav', style: Hafenbuch\Core\Reference\AddressStyle::PlainPath))->toThrow(Hafenbuch\Core\Reference\UnwritableValue::class)
        ->and($resolver->reference('list.m3u8', 'back\\slash.wav'))->toBe('back%5Cslash.wav')
        ->and($resolver->resolve('list.m3u8', 'back%5Cslash.wav')->path)->toBe('back\\slash.wav');
});

it('adds to a page that is XML what is XML, and takes out what it has added', function () {
    $page = "<html xmlns=\"http://www.w3.org/1999/xhtml\"><head><script src=\"a.js\"/></head><body>\n</body></html>";
    $editing = FormatRegistry::standard()->forPath('a.xhtml')?->editing();
    $image = $editing->openings($page, 'The drum')[1];
    $with = substr_replace($page, $image->notation->encode('drum.png'), $image->offset, 0);
    expect(simplexml_load_string($with))->not->toBeFalse()->and(referencesIn('a.xhtml', $with))->toBe(['script a.js', 'image drum.png']);
    $site = FormatRegistry::standard()->read('a.xhtml', $with)->references[1];
    expect($editing->removal($with, $site))->toHaveCount(1);
});

it('says what makes an XML file none, and reads what stands around it', function (string $path, string $bytes, string $note) {
    $reading = FormatRegistry::standard()->read($path, $bytes);
    expect($reading->note)->toContain($note)->and(array_column($reading->references, 'raw'))->toBe(['a.png']);
})->with([
    'a bare ampersand' => ['a.svg', '<svg xmlns="http://www.w3.org/2000/svg"><image href="a.png"/><text>Pen & drum</text></svg>', 'A name is due, behind “&” or “<” (line 1'],
    'an entity' => ['a.svg', '<svg xmlns="http://www.w3.org/2000/svg"><image href="a.png"/><text>&nbsp;</text></svg>', 'An entity that is not declared'],
    'a prefix' => ['a.svg', '<svg xmlns="http://www.w3.org/2000/svg"><image xlink:href="a.png"/></svg>', 'A prefix that is bound to no namespace'],
    'a second attribute' => ['a.svg', "<svg xmlns=\"http://www.w3.org/2000/svg\">\n<image href=\"a.png\"/><g id='a' id='b'/></svg>", 'An attribute that the tag has twice (line 2'],
    'a declaration later on' => ['a.svg', '<svg xmlns="http://www.w3.org/2000/svg"><image href="a.png"/><?xml version="1.0"?></svg>', 'An XML declaration that is not at the start'],
    'a page' => ['a.xhtml', '<html xmlns="http://www.w3.org/1999/xhtml"><img src="a.png"/><p>&</p></html>', 'A name is due'],
]);

it('takes no XML for none that is one', function (string $bytes) {
    expect(FormatRegistry::standard()->read('a.svg', $bytes)->note)->toBeNull();
})->with([
    'another charset' => ["<?xml version=\"1.0\" encoding=\"Shift_JIS\"?><svg xmlns=\"http://www.w3.org/2000/svg\"><title>\x83\x5c\x95\x5c</title></svg>"],
    'UTF-16' => ["\xff\xfe".mb_convert_encoding('<?xml version="1.0" encoding="UTF-16"?><svg xmlns="http://www.w3.org/2000/svg"><title>ä</title></svg>', 'UTF-16LE', 'UTF-8')],
    'a long value' => ['<svg xmlns="http://www.w3.org/2000/svg"><path d="'.str_repeat('1', 7_900_000).'"/></svg>'],
    'entities of its own' => ['<!DOCTYPE svg [<!ENTITY ns "urn:x">]><svg xmlns="http://www.w3.org/2000/svg" xmlns:x="&ns;"><x:a b="&ns;"/></svg>'],
    'a document type elsewhere' => ['<!DOCTYPE svg PUBLIC "-//W3C//DTD SVG 1.1//EN" "http://www.w3.org/Graphics/SVG/1.1/DTD/svg11.dtd"><svg xmlns="http://www.w3.org/2000/svg"><text>&nbsp;</text></svg>'],
]);

it('does not take an entity for an address', function () {
    $reading = FormatRegistry::standard()->read('a.svg', '<!DOCTYPE svg [<!ENTITY pic "a.png">]><svg xmlns="http://www.w3.org/2000/svg"><image href="&pic;"/><image href="b&amp;c.png"/></svg>');
    expect(array_column($reading->references, 'raw'))->toBe(['b&c.png'])->and($reading->note)->toContain('entity “pic”');
});

it('opens and expands no entity', function () {
    $bomb = '<!DOCTYPE svg [<!ENTITY a "'.str_repeat('x', 10_000).'"><!ENTITY b "'.str_repeat('&a;', 10_000).'"><!ENTITY c "'.str_repeat('&b;', 10_000).'"><!ENTITY f SYSTEM "file:///etc/passwd">]><svg xmlns="http://www.w3.org/2000/svg"><text>&c;&f;</text></svg>';
    $before = memory_get_peak_usage();
    FormatRegistry::standard()->read('a.svg', $bomb);
    expect(memory_get_peak_usage() - $before)->toBeLessThan(8 << 20);
});

it('follows the base that an XML file names, and says what has another one', function () {
    $read = static fn (string $bytes) => FormatRegistry::standard()->read('drawings/a.svg', $bytes);
    $resolver = new Hafenbuch\Core\Reference\Resolver('/work');
    $based = $read('<svg xmlns="http://www.w3.org/2000/svg" xml:base="../pictures/"><image href="a.png"/></svg>');
    $other = $read('<svg xmlns="http://www.w3.org/2000/svg"><g xml:base="x/"><image href="a.png"/></g><image href="b.png"/></svg>');
    expect($resolver->resolve('drawings/a.svg', 'a.png', base: $based->base)->path)->toBe('pictures/a.png')
        ->and(array_column($other->references, 'raw'))->toBe(['b.png'])->and($other->note)->toContain('xml:base');
});

it('puts the lengths of a binary glTF right, and leaves its data as they are', function (string $value) {
    $format = FormatRegistry::standard()->forPath('a.glb');
    $bytes = Hafenbuch\Core\Tests\Support\Generated::content('glTF binary');
    $site = $format->read($bytes)->references[0];
    $after = FormatRegistry::standard()->spliced('a.glb', $bytes, [[$site, $value]]);
    [, $total, $json] = array_values(unpack('V3', $after, 4));
    expect($total)->toBe(strlen($after))->and($json % 4)->toBe(0)
        ->and(json_decode(substr($after, 20, $json)))->not->toBeNull()
        ->and(substr($after, 20 + $json))->toBe(substr($bytes, -16))
        ->and($format->sealed($bytes))->toBe($bytes)
        ->and(array_column($format->read($after)->references, 'raw')[0])->toBe($value)
        ->and(json_decode(substr($format->blank('A "pen"'), 20))->scenes[0]->name)->toBe('A "pen"');
})->with(['a.png', 'ab.png', 'abc.png', 'abcd.png', 'ä.png', str_repeat('long/', 100).'a.png']);

it('moves a sequence as a whole, and not in parts', function () {
    $otio = '{"OTIO_SCHEMA":"ImageSequenceReference.1","target_url_base":"frames","name_prefix":"s","name_suffix":".exr","start_frame":1,"rate":24,"available_range":{"duration":{"value":2,"rate":24}}}';
    $rewrite = static fn (array $moves): string => (new Hafenbuch\Core\Format\Rewriter(FormatRegistry::standard(), new Hafenbuch\Core\Reference\Resolver('/work')))->rewrite($otio, 'a.otio', 'a.otio', Hafenbuch\Core\Reference\PathMap::of($moves));
    expect($rewrite(['frames/s1.exr' => 'out/s1.exr', 'frames/s2.exr' => 'out/s2.exr']))->toBe(str_replace('"frames"', '"out/"', $otio))
        ->and(fn () => $rewrite(['frames/s1.exr' => 'out/s1.exr']))->toThrow(Hafenbuch\Core\Reference\UnwritableValue::class)
        ->and(fn () => $rewrite(['frames/s1.exr' => 'frames/t1.exr', 'frames/s2.exr' => 'frames/t2.exr']))->toThrow(Hafenbuch\Core\Reference\UnwritableValue::class);
});

it('writes an address without the variables of a playlist', function () {
    $list = "#EXTM3U\n#EXT-X-DEFINE:NAME=\"v\",VALUE=\"low\"\n{\$v}/1.ts\n";
    $rewritten = (new Hafenbuch\Core\Format\Rewriter(FormatRegistry::standard(), new Hafenbuch\Core\Reference\Resolver('/work')))->rewrite($list, 'a.m3u8', 'a.m3u8', Hafenbuch\Core\Reference\PathMap::of(['low/1.ts' => 'high/1.ts']));
    expect($rewritten)->toBe(str_replace('{$v}/1.ts', 'high/1.ts', $list))
        ->and(FormatRegistry::standard()->read('a.m3u8', "#EXTM3U\n#EXT-X-DEFINE:IMPORT=\"w\"\n{\$w}/1.ts\n")->note)->toContain('variables');
});
