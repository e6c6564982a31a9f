<?php

declare(strict_types=1);

namespace Hafenbuch\Core\Format\Notation;

use Hafenbuch\Core\Reference\UnwritableValue;
use Hafenbuch\Core\Text\Pattern;

final class XmlCharacters
{
    /**
     * Char, as in XML 1.0 section 2.2.
     *
     * @throws UnwritableValue
     */
    public static function check(string $value): void
    {
        if (! mb_check_encoding($value, 'UTF-8') || ! Pattern::matches('~^[\x{9}\x{A}\x{D}\x{20}-\x{D7FF}\x{E000}-\x{FFFD}\x{10000}-\x{10FFFF}]*$~Du', $value)) {
            throw UnwritableValue::in('XML', $value, 'it has a character that XML does not allow');
        }
    }
}
