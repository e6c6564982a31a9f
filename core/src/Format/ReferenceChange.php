<?php

declare(strict_types=1);

namespace Hafenbuch\Core\Format;

use Hafenbuch\Core\Text\Pattern;

/** A reference that two contents of one document do not have alike: added, removed, or pointed elsewhere. */
final readonly class ReferenceChange
{
    /**
     * @param  ?string  $before  what it named; null: it was added
     * @param  ?string  $after  what it names; null: it was removed
     */
    private function __construct(public string $kind, public ?string $before, public ?string $after) {}

    /** @return list<self> those of one kind pair up: first the same name in another folder, then in their order */
    public static function between(ParsedContent $was, ParsedContent $is): array
    {
        $removed = self::surplus($was, $is);
        $added = self::surplus($is, $was);
        $changes = [];
        foreach (array_unique([...array_keys($removed), ...array_keys($added)]) as $kind) {
            $old = $removed[$kind] ?? [];
            $new = $added[$kind] ?? [];
            foreach ($old as $index => $address) {
                $same = array_search(self::name($address), array_map(self::name(...), $new), true);
                if ($same !== false) {
                    $changes[] = new self($kind, $address, $new[$same]);
                    unset($old[$index], $new[$same]);
                }
            }
            [$old, $new] = [array_values($old), array_values($new)];
            for ($index = 0; $index < max(count($old), count($new)); $index++) {
                $changes[] = new self($kind, $old[$index] ?? null, $new[$index] ?? null);
            }
        }

        return $changes;
    }

    private static function name(string $address): string
    {
        return basename(Pattern::replace('~[?#].*$~s', '', $address));
    }

    /** @return array<string, list<string>> by kind: what the first names oftener than the second */
    private static function surplus(ParsedContent $reading, ParsedContent $other): array
    {
        $counts = [];
        foreach ($other->references as $site) {
            $counts["{$site->kind} {$site->raw}"] = ($counts["{$site->kind} {$site->raw}"] ?? 0) + 1;
        }
        $surplus = [];
        foreach ($reading->references as $site) {
            $key = "{$site->kind} {$site->raw}";
            if (($counts[$key] ?? 0) > 0) {
                $counts[$key]--;
            } else {
                $surplus[$site->kind][] = $site->raw;
            }
        }

        return $surplus;
    }
}
