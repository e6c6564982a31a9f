<?php

declare(strict_types=1);

namespace Hafenbuch\Core\Format\Markdown;

use Hafenbuch\Core\Reference\Notation;
use Hafenbuch\Core\Reference\UnwritableValue;

/** The text of a one-line heading (CommonMark, section 4.2), written so that no part of it becomes markup. */
final readonly class HeadingText implements Notation
{
    public function decode(string $bytes): string
    {
        return MarkdownEscapes::decode($bytes);
    }

    public function encode(string $value): string
    {
        if (preg_match('~[\r\n]~', $value) === 1) {
            throw UnwritableValue::in('a heading', $value, 'a heading has one line');
        }
        $escaped = preg_replace('~[\\\\`*_\[\]<#]~', '\\\\$0', MarkdownEscapes::encodeEntities($value)) ?? $value;
        // White space at either end would not count as part of the heading.
        $escaped = preg_replace_callback('~^[ \t]+|[ \t]+$~', static fn (array $m): string => strtr($m[0], [' ' => '&#32;', "\t" => '&#9;']), $escaped);

        return $escaped ?? '';
    }
}
