<?php

declare(strict_types=1);

namespace Hafenbuch\Core\Format\Markdown;

use Hafenbuch\Core\Reference\Notation;
use Hafenbuch\Core\Reference\UnwritableValue;
use Hafenbuch\Core\Text\Pattern;

/** The text of a one-line heading (CommonMark, section 4.2), written so that no part of it becomes markup. */
final readonly class HeadingText implements Notation
{
    public function decode(string $bytes): string
    {
        return MarkdownEscapes::decode($bytes);
    }

    public function encode(string $value): string
    {
        if (Pattern::matches('~[\r\n]~', $value)) {
            throw UnwritableValue::in('a heading', $value, 'a heading has one line');
        }
        $escaped = Pattern::replace('~[\\\\`*_\[\]<#]~', '\\\\$0', MarkdownEscapes::encodeEntities($value));

        // White space at either end would not count as part of the heading.
        return Pattern::replaceWith('~^[ \t]+|[ \t]+$~', static fn (array $m): string => strtr($m[0], [' ' => '&#32;', "\t" => '&#9;']), $escaped);
    }
}
