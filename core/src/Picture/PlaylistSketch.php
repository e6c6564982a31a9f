<?php

declare(strict_types=1);

namespace Hafenbuch\Core\Picture;

use Hafenbuch\Core\Text\Pattern;

/** A playlist as its titles with their lengths: M3U with EXTINF lines (RFC 8216, section 4.3.2.1), and XSPF 1 (https://xspf.org/spec). */
final readonly class PlaylistSketch
{
    private const ITEMS = 500;

    public static function ofM3u(string $text): ?string
    {
        $items = [];
        $said = null;
        foreach (explode("\n", mb_scrub($text, 'UTF-8')) as $line) {
            $line = trim($line);
            if (str_starts_with($line, '#EXTINF:')) {
                [$length, $title] = [...explode(',', substr($line, 8), 2), ''];
                $said = [trim($title), is_numeric(trim($length)) && (float) $length > 0 ? Seconds::worded((float) $length) : ''];
            } elseif ($line !== '' && $line[0] !== '#') {
                $items[] = $said === null || $said[0] === '' ? [self::fileName($line), $said[1] ?? ''] : $said;
                $said = null;
            }
            if (count($items) >= self::ITEMS) {
                break;
            }
        }

        return ListSketch::of($items);
    }

    public static function ofXspf(string $text): ?string
    {
        $items = [];
        foreach (array_slice(explode('<track>', mb_scrub($text, 'UTF-8')), 1, self::ITEMS) as $track) {
            $track = explode('</track>', $track, 2)[0];
            $of = static fn (string $name): string => Pattern::matches("~<{$name}>([^<]*)</{$name}>~", $track, $match) ? html_entity_decode(trim((string) $match[1]), ENT_QUOTES | ENT_XML1) : '';
            $items[] = [$of('title') !== '' ? $of('title') : self::fileName($of('location')), is_numeric($of('duration')) ? Seconds::worded((float) $of('duration') / 1000) : ''];
        }

        return ListSketch::of($items);
    }

    private static function fileName(string $address): string
    {
        $end = strrchr($address, '/');

        return rawurldecode($end === false ? $address : substr($end, 1));
    }
}
