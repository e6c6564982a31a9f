<?php

declare(strict_types=1);

namespace Hafenbuch\Core\Template;

use Hafenbuch\Core\Format\Notation\JsonStringValue;
use Hafenbuch\Core\Format\Notation\XmlAttributeValue;

/**
 * Fills `{{title}}`, `{{number}}`, `{{date}}` and `{{person}}` in a template, written as the format needs it.
 * What else stands in double braces stays.
 */
final class Placeholders
{
    private const XML = ['svg', 'x3d', 'xspf', 'html', 'htm', 'xml', 'xhtml'];

    private const JSON = ['otio', 'gltf', 'json'];

    /** @param array<string, string> $values by the placeholder's name */
    public static function fill(string $bytes, string $extension, array $values): string
    {
        $replacements = [];
        foreach ($values as $name => $value) {
            $replacements['{{'.$name.'}}'] = self::written($value, $extension);
        }

        return strtr($bytes, $replacements);
    }

    private static function written(string $value, string $extension): string
    {
        $line = (string) preg_replace('~[\x00-\x1f\x7f]+~', ' ', $value);

        return match (true) {
            in_array($extension, self::XML, true) => (new XmlAttributeValue('"'))->encode($line),
            in_array($extension, self::JSON, true) => (new JsonStringValue)->encode($line),
            $extension === 'cue' => strtr($line, ['"' => '’']),
            $extension === 'css' => strtr($line, ['*/' => '* /']),
            default => $line,
        };
    }
}
