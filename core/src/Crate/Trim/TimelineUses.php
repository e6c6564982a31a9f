<?php

declare(strict_types=1);

namespace Hafenbuch\Core\Crate\Trim;

use Hafenbuch\Core\Format\Lexer\Faults;
use Hafenbuch\Core\Format\Lexer\JsonLexer;
use Hafenbuch\Core\Format\Lexer\JsonText;
use Hafenbuch\Core\Format\MalformedContent;
use Hafenbuch\Core\Text\Pattern;

/** How a timeline (OpenTimelineIO) uses its media: by the offsets of its references. */
final class TimelineUses
{
    /** @return array<int, ?TimelineUse> by the offset of the reference; null: it is used whole, or in a way that is not known */
    public static function of(string $bytes): array
    {
        try {
            $json = JsonLexer::read($bytes, null, new Faults);
        } catch (MalformedContent) {
            return [];
        }
        $uses = [];
        foreach ($json->strings as $pointer => $string) {
            if (str_ends_with((string) $pointer, '/target_url')) {
                $media = substr((string) $pointer, 0, -strlen('/target_url'));
                $uses[$string->offset] = self::use($bytes, $json, $string->offset, $media);
            }
        }

        return $uses;
    }

    private static function use(string $bytes, JsonText $json, int $offset, string $media): ?TimelineUse
    {
        $clip = Pattern::matches('~^(.*)/media_references?(?:/[^/]+)?$~D', $media, $found) ? $found[1] : null;
        $start = $clip === null ? null : self::time($bytes, $json, "{$clip}/source_range/start_time");
        $duration = $clip === null ? null : self::time($bytes, $json, "{$clip}/source_range/duration");
        // An effect can play other samples than those of the range.
        $effects = $json->containers["{$clip}/effects"] ?? null;
        if ($start === null || $duration === null || ($effects !== null && trim(substr($bytes, $effects[0] + 1, $effects[1] - $effects[0] - 2)) !== '')) {
            return null;
        }

        return new TimelineUse($offset, $start, $duration, self::time($bytes, $json, "{$media}/available_range/start_time"), self::time($bytes, $json, "{$media}/available_range/duration"));
    }

    private static function time(string $bytes, JsonText $json, string $pointer): ?RationalTime
    {
        return isset($json->containers[$pointer]) ? RationalTime::in($bytes, $json->containers[$pointer]) : null;
    }
}
