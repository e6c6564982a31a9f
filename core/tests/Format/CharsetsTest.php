<?php

declare(strict_types=1);

use Hafenbuch\Core\Charset\Charset;
use Hafenbuch\Core\Charset\Labels;
use Hafenbuch\Core\Format\Binary;
use Hafenbuch\Core\Format\Format;
use Hafenbuch\Core\Format\FormatRegistry;
use Hafenbuch\Core\Format\Rewriter;
use Hafenbuch\Core\Reference\PathMap;
use Hafenbuch\Core\Reference\Place;
use Hafenbuch\Core\Reference\Resolver;
use Hafenbuch\Core\Reference\Splicer;
use Hafenbuch\Core\Reference\UnwritableValue;
use Hafenbuch\Core\Tests\Support\Generated;
use Hafenbuch\Core\Tests\Support\Values;

/* Documents in other charsets than UTF-8: found, rewritten in their own charset, and elsewhere the same to the byte. */

beforeEach(fn () => mt_srand((int) (getenv('HAFENBUCH_SEED') ?: 1853)));

/** @return list<string> */
function addressesReadAs(string $path, string $bytes, ?Charset $fallback = null): array
{
    return array_map(static fn (Place $site): string => $site->raw, FormatRegistry::standard()->reading($fallback)->read($path, $bytes)->references);
}

it('finds out the charset', function (string $path, string $bytes, string $charset, array $addresses, ?string $note = null) {
    $reading = FormatRegistry::standard()->read($path, $bytes);
    expect($reading->charset)->toBe($charset)
        ->and(array_map(static fn (Place $site): string => $site->raw, $reading->references))->toBe($addresses);
    $note === null ? expect($reading->note)->toBeNull() : expect($reading->note)->toContain($note);
})->with([
    'an XML declaration' => ['a.svg', "<?xml version=\"1.0\" encoding=\"ISO-8859-1\"?><svg xmlns=\"http://www.w3.org/2000/svg\"><image href=\"Fl\xfcgel.png\"/></svg>", 'windows-1252', ['Flügel.png']],
    'meta charset' => ['a.html', "<!doctype html><!-- <meta charset=koi8-r> --><meta charset=windows-1251><img src=\"\xec\xe0\xf0\xe5\xee.png\">", 'windows-1251', ['марео.png']],
    'meta http-equiv' => ['a.html', "<meta http-equiv=\"Content-Type\" content=\"text/html; charset=EUC-KR\"><a href=\"\xb0\xcb\xc1\xb6.html\">", 'euc-kr', ['검조.html']],
    '@charset' => ['a.css', "@charset \"shift_jis\"; a { background: url(\"\x83\x5c.png\") }", 'shift_jis', ['ソ.png']],
    'a byte order mark' => ['a.md', "\xff\xfe".mb_convert_encoding("![x](ä.png)\n", 'UTF-16LE', 'UTF-8'), 'utf-16le', ['ä.png']],
    'UTF-16 without one' => ['a.svg', mb_convert_encoding('<svg><image href="ä.png"/></svg>', 'UTF-16BE', 'UTF-8'), 'utf-16be', ['ä.png']],
    'UTF-16 that is none' => ['a.html', '<meta charset="utf-16"><img src="a.png">', 'utf-8', ['a.png']],
    'escape sequences' => ['a.html', "<meta charset=iso-2022-jp><img src=\"\x1b\$B8!Ll\x1b(B.png\" alt=\"\x1b\$B!y\x1b(B\"><img src=b.png>", 'iso-2022-jp', ['検爺.png', 'b.png']],
    'old playlists' => ['a.m3u', "Fl\xfcgel.mp3\n", 'windows-1252', ['Flügel.mp3']],
    'old cue sheets' => ['a.cue', "FILE \"Fl\xfcgel.wav\" WAVE\n", 'windows-1252', ['Flügel.wav']],
    'nothing said' => ['a.md', "![x](Fl\xfcgel.png)\n", 'windows-1252', ['Flügel.png'], 'does not say its charset'],
    'a charset that nobody knows' => ['a.html', '<meta charset="utf-7"><img src="a.png">', 'utf-8', ['a.png'], 'It says that its charset is “utf-7”'],
    'UTF-8 that was damaged' => ['a.md', str_repeat("Flügel und Größe\n", 20)."\n![x](a\xfc.png) ![y](\u{FC}b.png)\n", 'utf-8', ['üb.png'], 'line 22, column'],
    'UTF-8 with another name' => ['a.html', "<meta charset=\"UTF8\"><img src=\"\u{FC}.png\">", 'utf-8', ['ü.png']],
]);

it('reads what says nothing in the charset that is agreed on', function () {
    expect(addressesReadAs('a.md', "![x](\xcd\xc1.png)\n", Charset::named('koi8-r')))->toBe(['ма.png'])
        ->and(FormatRegistry::standard()->reading(Charset::named('koi8-r'))->read('a.md', "![x](\xcd\xc1.png)\n")->note)->toBeNull();
});

it('follows a move in the charset of the document', function (string $path, string $bytes, string $expected) {
    $rewriter = new Rewriter(FormatRegistry::standard(), new Resolver('/work'));
    expect($rewriter->rewrite($bytes, $path, $path, PathMap::of(['old.png' => 'Größe/neu & ō.png'])))->toBe($expected);
})->with([
    'an address in HTML' => ['a.html', "<meta charset=latin1><p>\xe4\xf6</p><img src=old.png alt='\xfc'>", "<meta charset=latin1><p>\xe4\xf6</p><img src=Gr%C3%B6%C3%9Fe/neu%20&amp;%20%C5%8D.png alt='\xfc'>"],
    'UTF-16' => ['a.css', "\xff\xfe".mb_convert_encoding('a{background:url(old.png)} /* ä */', 'UTF-16LE', 'UTF-8'), "\xff\xfe".mb_convert_encoding('a{background:url(Gr%C3%B6%C3%9Fe/neu%20&%20%C5%8D.png)} /* ä */', 'UTF-16LE', 'UTF-8')],
]);

it('writes a path into a list in its charset, and refuses what that cannot say', function () {
    $rewriter = new Rewriter(FormatRegistry::standard(), new Resolver('/work'));
    $list = "#EXTM3U\n#EXTINF:1,\xc4\nold.mp3\n";
    expect($rewriter->rewrite($list, 'a.m3u', 'a.m3u', PathMap::of(['old.mp3' => 'Größe.mp3'])))->toBe("#EXTM3U\n#EXTINF:1,\xc4\nGr\xf6\xdfe.mp3\n")
        ->and(fn () => $rewriter->rewrite($list, 'a.m3u', 'a.m3u', PathMap::of(['old.mp3' => '検.mp3'])))->toThrow(UnwritableValue::class, 'windows-1252');
});

it('writes as an escape of the language what the charset cannot say', function (string $path, string $bytes, string $expected) {
    $field = FormatRegistry::standard()->read($path, $bytes)->field('title');
    expect(Splicer::splice($bytes, [[$field, '検 ä']]))->toBe($expected)
        ->and(FormatRegistry::standard()->read($path, $expected)->field('title')?->raw)->toBe('検 ä');
})->with([
    'HTML' => ['a.html', '<meta charset=latin1><title>a</title>', "<meta charset=latin1><title>&#26908; \xe4</title>"],
    'XML' => ['a.xspf', '<?xml version="1.0" encoding="latin1"?><playlist version="1"><title>a</title></playlist>', "<?xml version=\"1.0\" encoding=\"latin1\"?><playlist version=\"1\"><title>&#26908; \xe4</title></playlist>"],
]);

it('adds and takes out references', function () {
    $registry = FormatRegistry::standard();
    $page = "<meta charset=shift_jis><body><p>\x83\x5c</p>\n</body>";
    $opening = $registry->editing('a.html')->openings($page, 'ソ & ō')[0];
    $with = Splicer::splice($page, [[$opening, 'a.png']]);
    expect(addressesReadAs('a.html', $with))->toBe(['a.png'])->and($with)->toContain("\x83\x5c &amp; &#333;");
    $removal = $registry->editing('a.html')->removal($with, $registry->read('a.html', $with)->references[0]);
    expect(Hafenbuch\Core\Change\Changes::of(...$removal)->apply($with))->not->toContain('a.png')->toContain("<p>\x83\x5c</p>");
});

it('keeps every other byte, in every format and charset', function (string $charset) {
    $coding = Charset::named($charset);
    $written = 0;
    foreach (array_filter(FormatRegistry::standard()->formats, static fn (Format $format): bool => ! $format instanceof Binary) as $format) {
        for ($file = 0; $file < 4; $file++) {
            $text = declaring($format, $charset, Generated::content($format->name()));
            $bytes = $coding->encode($text) ?? $coding->encode(preg_replace('~[^\x00-\x7f]~u', 'o', $text));
            $written += roundTrip($format, $bytes, $coding);
        }
    }
    expect($written)->toBeGreaterThan(50);
})->with(array_values(array_diff(array_keys(Labels::KNOWN), ['utf-8'])));

function declaring(Format $format, string $charset, string $text): string
{
    $mark = str_starts_with($charset, 'utf-16') ? "\u{FEFF}" : '';

    return $mark.match ($format->language()->value) {
        'xml' => "<?xml version=\"1.0\" encoding=\"{$charset}\"?>".preg_replace('~^<\?xml.*?\?>~', '', $text),
        'html' => $format->name() === 'XHTML' ? "<?xml version=\"1.0\" encoding=\"{$charset}\"?>{$text}" : "<meta charset=\"{$charset}\">{$text}",
        'css' => "@charset \"{$charset}\";{$text}",
        default => $text,
    };
}

function roundTrip(Format $format, string $bytes, Charset $fallback): int
{
    $registry = FormatRegistry::standard()->reading($fallback);
    $path = 'a.'.$format->endings()[0];
    $path = str_contains($format->endings()[0], '.') ? $format->endings()[0] : $path;
    $before = $registry->read($path, $bytes);
    $places = [...$before->references, ...$before->fields];
    $written = 0;
    foreach ($places as $index => $place) {
        expect($place->notation->decode(substr($bytes, $place->offset, $place->length)))->toBe($place->raw);
        foreach ([Values::random(), 'Größe 検潮.svg'] as $value) {
            try {
                $after = Splicer::splice($bytes, [[$place, $value]]);
            } catch (UnwritableValue) {
                continue;
            }
            $tail = strlen($bytes) - $place->offset - $place->length;
            expect(substr($after, 0, $place->offset))->toBe(substr($bytes, 0, $place->offset))
                ->and($tail === 0 ? '' : substr($after, -$tail))->toBe($tail === 0 ? '' : substr($bytes, -$tail));
            $read = $registry->read($path, $after);
            $expected = array_map(static fn (Place $p): string => $p->raw, $places);
            $expected[$index] = $value;
            expect(array_map(static fn (Place $p): string => $p->raw, [...$read->references, ...$read->fields]))->toBe($expected);
            $written++;
        }
    }

    return $written;
}
