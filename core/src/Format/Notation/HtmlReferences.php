<?php

declare(strict_types=1);

namespace Hafenbuch\Core\Format\Notation;

use Hafenbuch\Core\Text\Pattern;

/** Character references in an attribute's value (HTML Standard, section 13.2.5.72 and those after it). */
final class HtmlReferences
{
    /**
     * With a semicolon all names count; without one those that HTML had before, unless a letter, a digit or an equals sign follows,
     * as in addresses of old; numbers count either way.
     */
    public static function pattern(): string
    {
        static $pattern = null;

        return $pattern ??= '~&(?:#[0-9]++;?|#[xX][0-9A-Fa-f]++;?|[A-Za-z][A-Za-z0-9]*+;|(?:'.implode('|', self::old()).')(?![A-Za-z0-9=;]))~';
    }

    public static function decode(string $bytes): string
    {
        return str_contains($bytes, '&') ? Pattern::replaceWith(self::pattern(), static fn (array $match): string => self::character($match[0]), $bytes) : $bytes;
    }

    public static function character(string $reference): string
    {
        return html_entity_decode(str_ends_with($reference, ';') ? $reference : "{$reference};", ENT_QUOTES | ENT_HTML5, 'UTF-8');
    }

    /** @return list<string> the names of Latin-1, and those of the characters that mark up */
    private static function old(): array
    {
        $latin = array_map(static fn (string $entity): string => trim($entity, '&;'), array_values(get_html_translation_table(HTML_ENTITIES, ENT_NOQUOTES | ENT_HTML401, 'ISO-8859-1')));

        return array_values(array_unique([...array_filter($latin, ctype_alnum(...)), 'quot', 'AMP', 'LT', 'GT', 'QUOT', 'COPY', 'REG']));
    }
}
