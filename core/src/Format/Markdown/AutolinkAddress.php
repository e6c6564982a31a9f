<?php

declare(strict_types=1);

namespace Hafenbuch\Core\Format\Markdown;

use Hafenbuch\Core\Reference\Notation;
use Hafenbuch\Core\Reference\UnwritableValue;
use Hafenbuch\Core\Text\Pattern;

/** The inside of an autolink (CommonMark, section 6.5), which takes an absolute address and has no escapes. */
final readonly class AutolinkAddress implements Notation
{
    public const PATTERN = '[A-Za-z][A-Za-z0-9+.\-]{1,31}:[^\s<>\x00-\x1f\x7f]*';

    public function decode(string $bytes): string
    {
        return $bytes;
    }

    public function encode(string $value): string
    {
        if (! Pattern::matches('~^'.self::PATTERN.'$~D', $value)) {
            throw UnwritableValue::in('an autolink', $value, 'only an absolute address without spaces can stand there; write it as [text](address)');
        }

        return $value;
    }
}
