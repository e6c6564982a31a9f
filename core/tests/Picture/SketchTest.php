<?php

declare(strict_types=1);

use Hafenbuch\Core\Picture\PlaylistSketch;
use Hafenbuch\Core\Picture\Table;
use Hafenbuch\Core\Picture\TableSketch;
use Hafenbuch\Core\Picture\TextSketch;
use Hafenbuch\Core\Picture\Timeline;
use Hafenbuch\Core\Picture\TimelineSketch;
use Hafenbuch\Core\Picture\WavePeaks;
use Hafenbuch\Core\Picture\WaveSketch;

/** Its words, in their order; only what is well-formed has any. */
function sketched(?string $svg): array
{
    $document = new DOMDocument;
    expect($document->loadXML((string) $svg))->toBeTrue();

    return array_map(static fn (DOMElement $text): string => $text->textContent, iterator_to_array($document->getElementsByTagName('text')));
}

/** @return resource a RIFF WAVE file with these samples, packed by a code of pack() */
function wave(string $code, int $bits, array $samples, int $kind = 1, int $rate = 1000)
{
    $data = $bits === 24 ? implode('', array_map(static fn (int $value): string => substr(pack('V', $value & 0xFFFFFF), 0, 3), $samples)) : pack("{$code}*", ...$samples);
    $format = pack('vvVVvv', $kind, 1, $rate, $rate * intdiv($bits, 8), intdiv($bits, 8), $bits);
    $file = fopen('php://memory', 'w+b');
    fwrite($file, 'RIFF'.pack('V', 36 + strlen($data)).'WAVELIST'.pack('V', 3)."abc\0fmt ".pack('V', 16).$format.'data'.pack('V', strlen($data)).$data);
    rewind($file);

    return $file;
}

it('shows a text by its heading and its first lines, without what only marks them', function () {
    $words = sketched(TextSketch::of('The keepers', "---\ntitle: The keepers\n---\n# The keepers\n\nOne *kept* the [clock](clock.md).\n", false));
    expect($words)->toBe(['The keepers', 'One kept the clock.']);
    expect(sketched(TextSketch::of('Panel', '<html><head><style>p{}</style></head><body><script>alert(1)</script><p>Read &amp; see</p></body>', true)))->toBe(['Panel', 'Read & see']);
});

it('draws whatever words there are as well-formed SVG that has no more of them than fit', function (string $words) {
    $svg = TextSketch::of($words, str_repeat("{$words}\n", 400), false);
    expect(strlen($svg))->toBeLessThan(8000)->and($svg)->not->toContain('<script')->not->toContain('onload="');
    sketched($svg);
})->with(['<script>alert(1)</script>', "a\0b\x0Bc\u{FFFE}", "\xFF\xFE broken \xC3", str_repeat('x', 100_000), '"onload="x', "\u{202E}gnp", '', '&#0; &amp;']);

it('finds how loud each stretch is, whatever the samples are', function (string $code, int $bits, int|float $loud, int $kind) {
    $found = WavePeaks::of(wave($code, $bits, [...array_fill(0, 600, $bits === 8 ? 128 : 0), ...array_fill(0, 600, $loud)], $kind));
    expect($found->seconds)->toBe(1.2)->and($found->peaks)->toHaveCount(120)->and(max(array_slice($found->peaks, 0, 60)))->toBe(0.0)->and(min(array_slice($found->peaks, 60)))->toBeGreaterThan(0.45)->toBeLessThan(0.55);
    sketched(WaveSketch::of($found->peaks, $found->seconds));
})->with([['C', 8, 192, 1], ['v', 16, 16384, 1], ['V', 24, 0x400000, 1], ['V', 32, 0x40000000, 1], ['g', 32, 0.5, 3]]);

it('says of what is no wave, or ends in the middle, that it is none or what there is of it', function () {
    $of = static function (string $bytes): ?WavePeaks {
        $file = fopen('php://memory', 'w+b');
        fwrite($file, $bytes);
        rewind($file);

        return WavePeaks::of($file);
    };
    $whole = (string) stream_get_contents(wave('v', 16, array_fill(0, 1000, 16384)));
    for ($length = 0; $length < 58; $length++) {
        expect($of(substr($whole, 0, $length)))->toBeNull();
    }
    expect($of(substr($whole, 0, 1056))->seconds)->toBe(0.5)->and($of('RIFF....WAVE'.str_repeat('junk'.pack('V', 0), 1000)))->toBeNull()->and($of(str_repeat("\xFF", 500)))->toBeNull();
});

it('shows a timeline as tracks with clips to scale and gaps', function () {
    $clip = static fn (string $name, int $frames): array => ['OTIO_SCHEMA' => 'Clip.2', 'name' => $name, 'source_range' => ['duration' => ['value' => $frames, 'rate' => 25]]];
    $svg = TimelineSketch::of(Timeline::of(json_encode(['tracks' => ['children' => [
        ['children' => [$clip('dusk', 100), ['OTIO_SCHEMA' => 'Gap.1', 'source_range' => ['duration' => ['value' => 100, 'rate' => 25]]], $clip('storm', 200), ['OTIO_SCHEMA' => 'Transition.1']]],
        ['children' => [$clip('waves', 400)]],
    ]]])));
    expect(sketched($svg))->toBe(['dusk', 'storm', 'waves'])->and(substr_count($svg, '<rect'))->toBe(1 + 3);
    foreach ([[], ['tracks' => 7], ['tracks' => ['children' => [['children' => 'x']]]]] as $broken) {
        expect(TimelineSketch::of(Timeline::of((string) json_encode($broken))))->toBeNull();
    }
    sketched(TimelineSketch::of(Timeline::of((string) json_encode(['tracks' => ['children' => [['children' => [['OTIO_SCHEMA' => 'Clip.2', 'name' => ['x'], 'source_range' => ['duration' => ['value' => -1, 'rate' => 0]]]]]]]]))));
});

it('shows playlists by their titles and lengths', function () {
    expect(sketched(PlaylistSketch::ofM3u("#EXTM3U\n#EXTINF:65,Gulls\nsounds/gulls.wav\nsounds/fog%20horn.wav\n")))->toBe(['1', 'Gulls', '1:05', '2', 'fog horn.wav', '']);
    expect(sketched(PlaylistSketch::ofXspf('<playlist><trackList><track><location>a/rain.wav</location></track><track><title>Wind &amp; rain</title><duration>3600000</duration></track></trackList></playlist>')))->toBe(['1', 'rain.wav', '', '2', 'Wind & rain', '1:00:00']);
    expect(PlaylistSketch::ofM3u('#EXTM3U'))->toBeNull();
});

it('shows a table by its columns and first rows, whatever parts them', function () {
    expect(Table::rowsOf("at;height\n06:12;\"3,1 m\"\n", 9))->toBe([['at', 'height'], ['06:12', '3,1 m']])->and(Table::rowsOf("a\tb\n1\t2\n", 9))->toBe([['a', 'b'], ['1', '2']]);
    expect(sketched(TableSketch::of([['at', 'height'], ['06:12']])))->toBe(['at', 'height', '06:12'])->and(TableSketch::of([]))->toBeNull();
    sketched(TableSketch::of(Table::rowsOf("\"never closed\n".random_bytes(4000), 9)));
});
