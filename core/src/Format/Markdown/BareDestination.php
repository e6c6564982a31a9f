<?php

declare(strict_types=1);

namespace Hafenbuch\Core\Format\Markdown;

use Hafenbuch\Core\Reference\Notation;
use Hafenbuch\Core\Reference\UnwritableValue;

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
        $escaped = preg_replace('~[\\\\()<>]~', '\\\\$0', MarkdownEscapes::encodeEntities($value)) ?? $value;

        return preg_replace_callback('~[\x01-\x20\x7f]~', static fn (array $m): string => '&#'.ord($m[0]).';', $escaped) ?? '';
    }
}
