<?php

declare(strict_types=1);

namespace Hafenbuch\Core\Tests\Support\Work;

use Hafenbuch\Core\Format\FormatRegistry;
use Hafenbuch\Core\Reference\Address;
use Hafenbuch\Core\Reference\Resolver;
use Hafenbuch\Core\Reference\TargetKind;

/** What a content refers to, read without any help of a planner. */
final class References
{
    /** @return list<?string> by reference, in order: the path that it names; null: no file */
    public static function all(string $path, string $bytes): array
    {
        $reading = FormatRegistry::standard()->read($path, $bytes);
        $targets = [];
        foreach ($reading->references as $site) {
            $target = (new Resolver('/w'))->resolve($path, $site->raw, $site->style, $reading->base);
            $targets[] = $target->kind === TargetKind::File ? $target->path : null;
        }

        return $targets;
    }

    /** @return list<string> the files that it names, each once */
    public static function files(string $path, string $bytes): array
    {
        return array_values(array_unique(array_filter(self::all($path, $bytes), is_string(...))));
    }

    /** @return list<string> the ends of its references that are no paths, each once */
    public static function elsewhere(string $path, string $bytes): array
    {
        $reading = FormatRegistry::standard()->read($path, $bytes);
        $ends = array_map(static fn ($site): ?string => (new Resolver('/w'))->resolve($path, $site->raw, $site->style, $reading->base)->end(), $reading->references);

        return array_values(array_unique(array_filter($ends, static fn (?string $end): bool => $end !== null && Address::of($end) !== null)));
    }

    /** All bytes that are no reference. */
    public static function rest(string $path, string $bytes): string
    {
        $rest = $bytes;
        foreach (array_reverse(FormatRegistry::standard()->read($path, $bytes)->references) as $site) {
            $rest = substr($rest, 0, $site->offset)."\0".substr($rest, $site->offset + $site->length);
        }

        return $rest;
    }
}
