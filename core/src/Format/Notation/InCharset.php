<?php

declare(strict_types=1);

namespace Hafenbuch\Core\Format\Notation;

use Hafenbuch\Core\Charset\BytePlace;
use Hafenbuch\Core\Charset\CodedText;
use Hafenbuch\Core\Charset\UnsayableText;
use Hafenbuch\Core\Format\Language;
use Hafenbuch\Core\Reference\Notation;
use Hafenbuch\Core\Reference\UnwritableValue;

/** A syntax in a content that is not in UTF-8. What the charset cannot say is written as the language escapes it, where it does. */
final readonly class InCharset implements Notation
{
    private Notation $inner;

    public function __construct(Notation $inner, private CodedText $coded, private Language $language, private BytePlace $start, private BytePlace $end)
    {
        $this->inner = $inner instanceof Inserted ? $inner->spelled($this->escaped(...)) : $inner;
    }

    public function decode(string $bytes): string
    {
        return $this->inner->decode($this->coded->charset->decode($this->start->escape.$bytes));
    }

    public function encode(string $value): string
    {
        $text = $this->inner->encode($value);
        try {
            return $this->coded->written($text, $this->start, $this->end);
        } catch (UnsayableText) {
            $escaped = $this->escaped($text);
            if ($this->coded->charset->encode($escaped) === null || $this->inner->decode($escaped) !== $value) {
                throw UnwritableValue::in($this->coded->charset->name, $value, 'this charset of the document has no way to say it. Convert the document to UTF-8 first');
            }

            return $this->coded->written($escaped, $this->start, $this->end);
        }
    }

    private function escaped(string $text): string
    {
        $charset = $this->coded->charset;
        if ($charset->encode($text) !== null) {
            return $text;
        }

        return implode('', array_map(
            fn (string $character): string => $charset->encode($character) === null ? $this->language->escape($character) : $character,
            mb_str_split($text, 1, 'UTF-8'),
        ));
    }
}
