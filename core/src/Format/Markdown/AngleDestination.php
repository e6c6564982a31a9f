<?php

declare(strict_types=1);

namespace Hafenbuch\Core\Format\Markdown;

use Hafenbuch\Core\Reference\Notation;
use Hafenbuch\Core\Reference\UnwritableValue;
use Hafenbuch\Core\Text\Pattern;

/** The inside of a link destination in angle brackets (CommonMark, section 6.3). */
final readonly class AngleDestination implements Notation
{
    public function decode(string $bytes): string
    {
        return MarkdownEscapes::decode($bytes);
    }

    public function encode(string $value): string
    {
        if (str_contains($value, "\0")) {
            throw UnwritableValue::in('Markdown', $value, 'it has a NUL character');
        }
        $escaped = Pattern::replace('~[\\\\<>]~', '\\\\$0', MarkdownEscapes::encodeEntities($value));

        return strtr($escaped, ["\n" => '&#10;', "\r" => '&#13;']);
    }
}
