<?php

declare(strict_types=1);

namespace Hafenbuch\Core\Format\Html;

use Hafenbuch\Core\Reference\Notation;
use Hafenbuch\Core\Reference\UnwritableValue;

/** Inside an element whose content is raw text (HTML Standard, section 13.1.2.6). */
final readonly class RawText implements Notation
{
    public function __construct(private string $element) {}

    public function decode(string $bytes): string
    {
        return $bytes;
    }

    public function encode(string $value): string
    {
        if (stripos($value, '</'.$this->element) !== false) {
            throw UnwritableValue::in("a {$this->element} element", $value, 'it contains the element’s end tag');
        }

        return $value;
    }
}
