<?php

declare(strict_types=1);

namespace Hafenbuch\Core\Format\Notation;

use Hafenbuch\Core\Format\Lexer\XmlEntities;
use Hafenbuch\Core\Reference\Notation;

/** An attribute's value (XML 1.0, sections 2.3 and 3.3.3): white space counts as spaces unless written as a reference. */
final readonly class XmlAttributeValue implements Notation
{
    /** @param string $quote the quote around it, `"` or `'` */
    public function __construct(private string $quote) {}

    public function decode(string $bytes): string
    {
        return XmlEntities::decode(strtr(str_replace("\r\n", ' ', $bytes), "\t\r\n", '   '));
    }

    public function encode(string $value): string
    {
        XmlCharacters::check($value);

        return strtr($value, [
            '&' => '&amp;',
            '<' => '&lt;',
            $this->quote => $this->quote === '"' ? '&quot;' : '&apos;',
            "\t" => '&#9;',
            "\n" => '&#10;',
            "\r" => '&#13;',
        ]);
    }
}
