<?php

declare(strict_types=1);

namespace Hafenbuch\Core\Format\Notation;

use Hafenbuch\Core\Reference\Notation;
use Hafenbuch\Core\Reference\UnwritableValue;
use Hafenbuch\Core\Text\Pattern;

/** An attribute's value in an HTML tag (HTML Standard, section 13.1.2.3). */
final readonly class HtmlAttributeValue implements Notation
{
    /** @param string $quote `"`, `'`, or '' for a value without quotes */
    public function __construct(private string $quote) {}

    public function decode(string $bytes): string
    {
        return HtmlReferences::decode($bytes);
    }

    public function encode(string $value): string
    {
        if (Pattern::matches('~[\x00-\x08\x0b\x0e-\x1f\x7f]~', $value)) {
            throw UnwritableValue::in('HTML', $value, 'it has a control character');
        }
        if ($this->quote === '' && $value === '') {
            throw UnwritableValue::in('an attribute without quotes', $value, 'it is empty');
        }
        $special = $this->quote === '' ? '~[\s"\'=<>`&]~' : '~[&<>\n\r'.$this->quote.']~';

        return Pattern::replaceWith(
            $special,
            static fn (array $m): string => $m[0] === '&' ? '&amp;' : '&#'.ord($m[0]).';',
            $value,
        );
    }
}
