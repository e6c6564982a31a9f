<?php

declare(strict_types=1);

namespace Hafenbuch\Core\Format\Notation;

use Hafenbuch\Core\Reference\Notation;
use Hafenbuch\Core\Reference\UnwritableValue;
use Hafenbuch\Core\Text\Pattern;

/** An address that stands in url() without quotes (CSS Syntax 3, section 4.3.6). */
final readonly class CssUnquotedUrl implements Notation
{
    public function decode(string $bytes): string
    {
        return CssEscapes::decode($bytes);
    }

    public function encode(string $value): string
    {
        CssEscapes::check($value);
        if ($value === '') {
            throw UnwritableValue::in('url() without quotes', $value, 'it is empty');
        }

        return Pattern::replaceWith(
            '~[\x00-\x20\x7f"\'()\\\\]~',
            static fn (array $m): string => $m[0] === ' ' || ctype_punct($m[0]) ? '\\'.$m[0] : sprintf('\\%x ', ord($m[0])),
            $value,
        );
    }
}
