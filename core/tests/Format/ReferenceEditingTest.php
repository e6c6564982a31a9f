<?php

declare(strict_types=1);

use Hafenbuch\Core\Change\Changes;
use Hafenbuch\Core\Format\Editing\NoEditing;
use Hafenbuch\Core\Format\Format;
use Hafenbuch\Core\Format\FormatRegistry;
use Hafenbuch\Core\Reference\ReferenceSite;
use Hafenbuch\Core\Reference\Splicer;
use Hafenbuch\Core\Tests\Support\Generated;

dataset('editable formats', static fn (): array => array_combine(
    array_map(static fn (Format $format): string => $format->name(), editable()),
    array_map(static fn (Format $format): array => [$format], editable()),
));

/** @return list<Format> */
function editable(): array
{
    return array_values(array_filter(FormatRegistry::standard()->formats, static fn (Format $format): bool => ! $format->editing() instanceof NoEditing));
}

/** @return list<string> */
function raws(Format $format, string $bytes): array
{
    return array_map(static fn (ReferenceSite $site): string => "{$site->kind} {$site->raw}", $format->read($bytes)->references);
}

it('adds a reference of each kind, takes it out again, and leaves all others', function (Format $format) {
    mt_srand(1853);
    $value = $format->name() === 'OBJ' ? 'b/brass.mtl' : 'b/brass.png';
    $contents = [$format->blank('Pen & drum'), ...array_map(static fn (): string => Generated::content($format->name()), range(1, 12))];
    foreach ($contents as $bytes) {
        $before = raws($format, $bytes);
        foreach ($format->editing()->openings($bytes, 'Brass & <oak>') as $opening) {
            $added = Splicer::splice($bytes, [[$opening, $value]]);
            $after = raws($format, $added);
            $found = array_values(array_filter($after, static fn (string $raw): bool => $raw === "{$opening->kind} {$value}"));
            expect(count($after))->toBe(count($before) + 1, $added)->and($found)->not->toBeEmpty();
            foreach ($format->read($added)->references as $site) {
                if ($site->raw === $value && $format->name() !== 'glTF' && ! in_array($value, $before, true)) {
                    $edits = $format->editing()->removal($added, $site);
                    expect($edits)->not->toBeNull("{$format->name()}: {$added}")
                        ->and(raws($format, Changes::of(...$edits ?? [])->apply($added)))->toBe($before, $added);
                }
            }
        }
    }
})->with('editable formats');

it('takes out a reference with what is nothing without it', function (string $path, string $before, int $which, string $after) {
    $format = FormatRegistry::standard()->forPath($path);
    $edits = $format->editing()->removal($before, $format->read($before)->references[$which]);

    expect(Changes::of(...$edits ?? [])->apply($before))->toBe($after);
})->with([
    'an image' => ['a.md', "One ![x](x.png \"X\") two\n", 0, "One  two\n"],
    'an image on its own line' => ['a.md', "One\n\n![x](<x y.png>)\n\ntwo\n", 0, "One\n\n\ntwo\n"],
    'a link keeps its text' => ['a.md', "see [the *gauge*](gauge.md) there\n", 0, "see the *gauge* there\n"],
    'a drawing’s image' => ['a.svg', "<svg>\n  <image href=\"x.png\"/>\n  <g/>\n</svg>", 0, "<svg>\n  <g/>\n</svg>"],
    'a link around a shape' => ['a.svg', '<svg><a class="k" href="x.svg"><rect/></a></svg>', 0, '<svg><a class="k"><rect/></a></svg>'],
    'a paint' => ['a.svg', '<svg><rect style="fill:url(&quot;p.svg#a&quot;) red"/></svg>', 0, '<svg><rect style="fill:none red"/></svg>'],
    'one of several addresses' => ['a.x3d', "<X3D><Scene><Inline url='\"a.x3d\" \"b.x3d\"'/></Scene></X3D>", 1, "<X3D><Scene><Inline url='\"a.x3d\"'/></Scene></X3D>"],
    'the last address' => ['a.x3d', "<X3D><Scene>\n  <Inline url='\"a.x3d\"'/>\n</Scene></X3D>", 0, "<X3D><Scene>\n</Scene></X3D>"],
    'a track' => ['a.m3u', "#EXTM3U\n#EXTINF:3,A\na.wav\n#EXTINF:3,B\nb.wav\n", 0, "#EXTM3U\n#EXTINF:3,B\nb.wav\n"],
    'a track of a list' => ['a.xspf', "<playlist><trackList>\n<track><location>a.wav</location></track>\n</trackList></playlist>", 0, "<playlist><trackList>\n</trackList></playlist>"],
    'a resource' => ['datapackage.json', '{"resources": [{"path": "a.csv"}, {"path": "b.csv"}]}', 1, '{"resources": [{"path": "a.csv"}]}'],
    'media, whose time stays' => ['a.otio', '{"OTIO_SCHEMA": "Clip.1", "media_reference": {"OTIO_SCHEMA": "ExternalReference.1", "target_url": "a.wav"}}', 0, '{"OTIO_SCHEMA": "Clip.1", "media_reference": {"OTIO_SCHEMA": "MissingReference.1"}}'],
    'an import' => ['a.css', "@import url(x.css) print;\nb{}\n", 0, "b{}\n"],
    'a picture in a page' => ['a.html', '<body><p>x<img src="x.png" alt="X">y</p></body>', 0, '<body><p>xy</p></body>'],
    'a link in a page' => ['a.html', '<a class=k href="x.html">x</a>', 0, '<a class=k>x</a>'],
    'a sheet’s file' => ['a.cue', "TITLE \"K\"\nFILE \"a.wav\" WAVE\n  TRACK 01 AUDIO\n    INDEX 01 00:00:00\nFILE \"b.wav\" WAVE\n", 0, "TITLE \"K\"\nFILE \"b.wav\" WAVE\n"],
]);

it('takes nothing out of a file that counts its parts', function () {
    $format = FormatRegistry::standard()->forPath('a.gltf');
    $bytes = '{"asset": {"version": "2.0"}, "images": [{"uri": "a.png"}]}';

    expect($format->editing()->removal($bytes, $format->read($bytes)->references[0]))->toBeNull();
});
