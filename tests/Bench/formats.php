<?php

declare(strict_types=1);

/* How quickly each format is read, beside sha256 of the same bytes, at growing sizes; and what becomes of damaged contents. */

use Hafenbuch\Core\Format\Bulky;
use Hafenbuch\Core\Format\Format;
use Hafenbuch\Core\Format\FormatRegistry;
use Hafenbuch\Core\Reference\Place;
use Hafenbuch\Core\Reference\Splicer;
use Hafenbuch\Core\Tests\Support\Generated;

require __DIR__.'/../../vendor/autoload.php';

ini_set('memory_limit', '2G');
$damages = (int) ($argv[1] ?? 100_000);
mt_srand(1853);
$registry = new FormatRegistry(FormatRegistry::standard()->formats, 600);

function pathOf(Format $format): string
{
    $ending = $format->endings()[0];

    return str_contains($ending, '.') ? $ending : "a.{$ending}";
}

/** One content of about so many bytes, with as many references for its size as others have: one in some hundred bytes of words. */
function sized(Format $format, int $bytes): string
{
    $filler = str_repeat('Words that fill a line and mean nothing. ', 10);
    $row = static fn (int $n): string => match ($format->name()) {
        'X3D' => "<Shape><Appearance><ImageTexture url='\"p{$n}.png\"'/></Appearance><Box size='1 2 3'/></Shape><!-- {$filler} -->\n",
        'SVG' => "<image href=\"p{$n}.png\"/><path d=\"".str_repeat('M1.5,2.25 L3,4 ', 25)."\"/>\n",
        'Markdown' => "A paragraph with [a link](p{$n}.md). {$filler}\n\n",
        'HTML', 'XHTML' => "<p>A paragraph with <a href=\"p{$n}.html\">a link</a>. {$filler}</p>\n",
        'CSS' => ".p{$n} { background: url(p{$n}.png); }\n/* {$filler} */\n",
        'OpenTimelineIO' => '{"OTIO_SCHEMA":"Clip.1","name":"'.$filler.'","media_reference":{"OTIO_SCHEMA":"ExternalReference.1","target_url":"p'.$n.'.mov"}},'."\n",
        'M3U' => "#EXTINF:1,{$filler}\np{$n}.mp3\n",
        'XSPF' => "<track><location>p{$n}.mp3</location><annotation>{$filler}</annotation></track>\n",
        'CUE' => "REM {$filler}\nFILE \"p{$n}.wav\" WAVE\n  TRACK 01 AUDIO\n",
        'glTF', 'glTF binary' => '{"uri":"p'.$n.'.png","name":"'.$filler.'"},'."\n",
        'OBJ' => "mtllib p{$n}.mtl\n".str_repeat("v 1.000 2.000 3.000\n", 20),
        'MTL' => "newmtl m{$n}\nmap_Kd p{$n}.png\n".str_repeat("Kd 0.1 0.2 0.3\n", 27),
        'Data Package' => '{"path":"p'.$n.'.csv","title":"'.$filler.'"},'."\n",
        'JSON' => '{"$ref":"p'.$n.'.json","title":"'.$filler.'"},'."\n",
        'YAML' => "- \$ref: p{$n}.yaml\n  title: {$filler}\n",
        default => throw new LogicException("No rows for {$format->name()}."),
    };
    [$head, $tail] = match ($format->name()) {
        'X3D' => ['<X3D><Scene>', '</Scene></X3D>'],
        'SVG' => ['<svg xmlns="http://www.w3.org/2000/svg">', '</svg>'],
        'HTML' => ['<!doctype html><body>', '</body>'],
        'XHTML' => ['<html xmlns="http://www.w3.org/1999/xhtml"><body>', '</body></html>'],
        'OpenTimelineIO' => ['{"OTIO_SCHEMA":"Timeline.1","tracks":{"OTIO_SCHEMA":"Stack.1","children":[', '{}]}}'],
        'M3U' => ["#EXTM3U\n", ''],
        'XSPF' => ['<playlist version="1" xmlns="http://xspf.org/ns/0/"><trackList>', '</trackList></playlist>'],
        'glTF', 'glTF binary' => ['{"asset":{"version":"2.0"},"images":[', '{}]}'],
        'Data Package' => ['{"resources":[', '{}]}'],
        'JSON' => ['{"all":[', '{}]}'],
        default => ['', ''],
    };
    $rows = '';
    for ($n = 0; strlen($rows) < $bytes; $n++) {
        $rows .= $row($n);
    }
    $text = $head.$rows.$tail;

    return $format->name() === 'glTF binary' ? 'glTF'.pack('V3', 2, 20 + strlen($text), strlen($text)).'JSON'.$text : $text;
}

/** @return float seconds, the least of several */
function least(callable $work, int $times): float
{
    $least = INF;
    for ($time = 0; $time < $times; $time++) {
        $from = hrtime(true);
        $work();
        $least = min($least, (hrtime(true) - $from) / 1e9);
    }

    return $least;
}

$isMet = true;
foreach ($registry->formats as $format) {
    $cells = [];
    $ratios = [];
    foreach ([64 << 10, 1 << 20, 7 << 20, 60 << 20] as $size) {
        if ($size > (8 << 20) && ! $format instanceof Bulky) {
            continue;
        }
        $bytes = sized($format, $size);
        memory_reset_peak_usage();
        $empty = memory_get_usage();
        $times = $size > (1 << 20) ? 1 : 5;
        $seconds = least(static fn () => $registry->read(pathOf($format), $bytes), $times);
        $memory = (memory_get_peak_usage() - $empty) >> 20;
        $yardstick = least(static fn () => hash('sha256', $bytes), $times);
        $ratios[] = $seconds / $yardstick;
        $cells[] = sprintf('%s: %d MB/s, %.1f × sha256, %d MiB', $size >= 1 << 20 ? ($size >> 20).' MiB' : ($size >> 10).' KiB', strlen($bytes) / 1e6 / $seconds, $seconds / $yardstick, $memory);
        unset($bytes);
    }
    // Beside the yardstick, since how fast the machine is changes from one second to the next.
    $growth = max($ratios) / $ratios[0];
    $isMet = $isMet && $growth <= 2.5;
    printf("%-14s %s; growth beside linear %.1f (wanted ≤ 2.5)\n", $format->name(), implode('; ', $cells), $growth);
}

$slowest = $largest = $failed = $notes = 0;
$names = array_map(static fn (Format $format): string => $format->name(), $registry->formats);
for ($n = 0; $n < $damages; $n++) {
    $format = $registry->formats[$n % count($registry->formats)];
    $bytes = Generated::content($format->name());
    for ($times = mt_rand(1, 4); $times > 0; $times--) {
        $at = mt_rand(0, strlen($bytes));
        $bytes = match (mt_rand(0, 4)) {
            0 => substr($bytes, 0, $at),
            1 => substr_replace($bytes, implode('', array_map(static fn (): string => chr(mt_rand(0, 255)), range(1, mt_rand(1, 4)))), min($at, max(0, strlen($bytes) - 1)), mt_rand(0, 3)),
            2 => substr_replace($bytes, ['<', '"', "'", '{', '[', '&', '-->', "\0", "\xff", '\\', "\n", '*/'][mt_rand(0, 11)], $at, 0),
            3 => substr_replace($bytes, '', $at, mt_rand(1, 20)),
            default => substr($bytes, 0, $at).str_repeat(substr($bytes, $at, 10), mt_rand(1, 40)).substr($bytes, $at),
        };
    }
    memory_reset_peak_usage();
    $empty = memory_get_usage();
    $from = hrtime(true);
    try {
        $reading = $registry->read(pathOf($format), $bytes);
        $same = Splicer::splice($bytes, array_map(static fn (Place $place): array => [$place, $place->raw], $reading->references));
        foreach ($reading->references as $site) {
            if ($site->notation->decode(substr($bytes, $site->offset, $site->length)) !== $site->raw) {
                throw new LogicException('A place does not say what was read there.');
            }
        }
        if ($same !== $bytes) {
            throw new LogicException('Its own values gave other bytes.');
        }
        $notes += $reading->note === null ? 0 : 1;
    } catch (Throwable $failure) {
        $failed++;
        printf("  %s, case %d: %s: %s: %s\n", $format->name(), $n, $failure::class, $failure->getMessage(), base64_encode(substr($bytes, 0, 3000)));
    }
    $slowest = max($slowest, (hrtime(true) - $from) / 1e9);
    $largest = max($largest, memory_get_peak_usage() - $empty);
}
printf("%d damaged contents: %d failed (wanted 0), %d with a note; slowest %.3f s (wanted ≤ 1), most memory %.1f MiB (wanted ≤ 128)\n", $damages, $failed, $notes, $slowest, $largest / (1 << 20));
exit($isMet && $failed === 0 && $slowest <= 1 && $largest <= 128 << 20 ? 0 : 1);
