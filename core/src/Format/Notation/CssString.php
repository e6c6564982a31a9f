<?php

declare(strict_types=1);

namespace Hafenbuch\Core\Format\Notation;

use Hafenbuch\Core\Reference\Notation;

/** A quoted string of CSS (CSS Syntax 3, section 4.3.5), without its quotes. */
final readonly class CssString implements Notation
{
    /** @param string $quote the quote around it, `"` or `'` */
    public function __construct(private string $quote) {}

    public function decode(string $bytes): string
    {
        return CssEscapes::decode($bytes);
    }

    public function encode(string $value): string
    {
        CssEscapes::check($value);

        return strtr($value, [
            '\\' => '\\\\',
            $this->quote => '\\'.$this->quote,
            "\n" => '\\a ',
            "\r" => '\\d ',
            "\f" => '\\c ',
        ]);
    }
}
