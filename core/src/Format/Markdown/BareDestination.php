<?php

declare(strict_types=1);

namespace Hafenbuch\Core\Format\Markdown;

use Hafenbuch\Core\Reference\Notation;
use Hafenbuch\Core\Reference\UnwritableValue;
use Hafenbuch\Core\Text\Pattern;

/** A link destination without angle brackets (CommonMark, section 6.3). */
final readonly class BareDestination implements Notation
{
    public function decode(string $bytes): string
    {
        return $bytes === '<>' ? '' : MarkdownEscapes::decode($bytes);
    }

    public function encode(string $value): string
    {
        if (str_contains($value, "\0")) {
            throw UnwritableValue::in('Markdown', $value, 'it has a NUL character');
        }
        if ($value === '') {
            return '<>';
        }
        $escaped = Pattern::replace('~[\\\\()<>]~', '\\\\$0', MarkdownEscapes::encodeEntities($value));

        return Pattern::replaceWith('~[\x01-\x20\x7f]~', static fn (array $m): string => '&#'.ord($m[0]).';', $escaped);
    }
}
