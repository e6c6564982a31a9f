<?php

declare(strict_types=1);

use Hafenbuch\Core\Picture\ColourFacts;

function pngChunk(string $kind, string $data): string
{
    return pack('N', strlen($data)).$kind.$data.pack('N', crc32($kind.$data));
}

function pngWith(int $bits, int $colours, string $more = ''): string
{
    return "\x89PNG\r\n\x1a\n".pngChunk('IHDR', pack('NN', 4, 3).chr($bits).chr($colours)."\0\0\0").$more.pngChunk('IDAT', 'x');
}

function jpegSegment(int $marker, string $data): string
{
    return "\xFF".chr($marker).pack('n', strlen($data) + 2).$data;
}

function profileNamed(string $tag): string
{
    return str_repeat("\0", 128).pack('N', 1).'desc'.pack('NN', 144, strlen($tag)).$tag;
}

it('says of a PNG what its head says', function () {
    $physical = pngChunk('pHYs', pack('NN', 11811, 11811)."\1");
    expect(ColourFacts::of(pngWith(8, 2)))->toBe(['colours' => '8 bits each for red, green and blue', 'transparency' => 'none'])
        ->and(ColourFacts::of(pngWith(16, 6, pngChunk('sRGB', "\0").$physical)))->toBe(['colours' => '16 bits each for red, green and blue', 'transparency' => 'in each point', 'profile' => 'sRGB', 'resolution' => '300 dots per inch'])
        ->and(ColourFacts::of(pngWith(4, 3, pngChunk('iCCP', "House \u{202E}grey\0\0x").pngChunk('tRNS', "\0"))))->toBe(['colours' => '4 bits of a palette', 'transparency' => 'of single colours', 'profile' => 'House grey']);
});

it('says of a JPEG how its colours are kept, by which profile, and how fine it is', function () {
    $old = 'desc'."\0\0\0\0".pack('N', 12).'Adriatic ink'."\0";
    $new = 'mluc'."\0\0\0\0".pack('NN', 1, 12).'enUS'.pack('NN', 10, 28).mb_convert_encoding('Tides', 'UTF-16BE');
    $jpeg = static fn (int $parts, string $tag): string => "\xFF\xD8".jpegSegment(0xE0, "JFIF\0\1\2\2".pack('nn', 118, 118)."\0\0").jpegSegment(0xE2, "ICC_PROFILE\0\1\1".profileNamed($tag)).jpegSegment(0xC4, str_repeat("\x08", 20)).jpegSegment(0xC0, "\x08".pack('nn', 3, 4).chr($parts)).jpegSegment(0xDA, 'x');
    expect(ColourFacts::of($jpeg(3, $new)))->toBe(['colours' => '8 bits each for red, green and blue', 'profile' => 'Tides', 'resolution' => '300 dots per inch'])
        ->and(ColourFacts::of($jpeg(4, $old)))->toBe(['colours' => '8 bits each for cyan, magenta, yellow and black', 'profile' => 'Adriatic in', 'resolution' => '300 dots per inch'])
        ->and(ColourFacts::of($jpeg(1, 'odd'))['colours'])->toBe('8 bits grey');
});

it('says what GIF, WebP and BMP say, and nothing of what is none', function () {
    expect(ColourFacts::of('GIF89a'.pack('vv', 4, 3)."\xF3\0\0")['colours'])->toBe('16 of a palette')
        ->and(ColourFacts::of('RIFF'."\0\0\0\0".'WEBPVP8X'.pack('V', 10)."\x10\0\0\0"))->toBe(['colours' => '8 bits each for red, green and blue', 'transparency' => 'in each point'])
        ->and(ColourFacts::of('BM'.str_repeat("\0", 26).pack('v', 24)))->toBe(['colours' => '8 bits each for red, green and blue'])
        ->and(ColourFacts::of('no picture'))->toBe([])->and(ColourFacts::of(''))->toBe([]);
});

it('ends soon, whatever somebody has put into a head', function () {
    mt_srand(1853);
    foreach (["\x89PNG\r\n\x1a\n", "\xFF\xD8", 'GIF89a', "RIFF\0\0\0\0WEBPVP8X", 'BM'] as $start) {
        for ($turn = 0; $turn < 300; $turn++) {
            $head = $start;
            for ($length = mt_rand(0, 300); $length > 0; $length--) {
                $head .= chr([0, 255, 0xE2, 0xC0, mt_rand(0, 255)][mt_rand(0, 4)]);
            }
            foreach (ColourFacts::of($head) as $value) {
                expect(mb_strlen($value))->toBeLessThan(120)->and(mb_check_encoding($value, 'UTF-8'))->toBeTrue();
            }
        }
    }
    expect(true)->toBeTrue();
});
