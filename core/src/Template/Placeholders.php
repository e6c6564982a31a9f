<?php

declare(strict_types=1);

namespace Hafenbuch\Core\Template;

use Hafenbuch\Core\Format\Format;
use Hafenbuch\Core\Text\Pattern;

/**
 * Fills `{{title}}`, `{{number}}`, `{{date}}` and `{{person}}` in a template, written as the format needs it.
 * What else stands in double braces stays.
 */
final class Placeholders
{
    /**
     * @param  ?Format  $format  null: of a content that is only text
     * @param  array<string, string>  $values  by the placeholder's name
     */
    public static function fill(string $bytes, ?Format $format, array $values): string
    {
        $replacements = [];
        foreach ($values as $name => $value) {
            $line = Pattern::replace('~[\x00-\x1f\x7f]+~', ' ', $value);
            $replacements['{{'.$name.'}}'] = $format?->placeholder($line) ?? $line;
        }

        return strtr($bytes, $replacements);
    }
}
