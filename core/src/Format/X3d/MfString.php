<?php

declare(strict_types=1);

namespace Hafenbuch\Core\Format\X3d;

use Hafenbuch\Core\Reference\Notation;
use Hafenbuch\Core\Reference\UnwritableValue;
use Hafenbuch\Core\Text\Pattern;

/** One string of an MFString (ISO/IEC 19776-1, section 5.15): a backslash stands before a quote and before itself. */
final readonly class MfString implements Notation
{
    public const PATTERN = '~\G[^"]*+"((?:[^"\\\\]++|\\\\.)*+)"~s';

    public function decode(string $bytes): string
    {
        return Pattern::replace('~\\\\(["\\\\])~', '$1', $bytes);
    }

    public function encode(string $value): string
    {
        if (Pattern::matches('~[\t\r\n]~', $value)) {
            throw UnwritableValue::in('a list of strings', $value, 'it has a line break or a tab');
        }

        return strtr($value, ['\\' => '\\\\', '"' => '\\"']);
    }
}
