<?php

declare(strict_types=1);

namespace Hafenbuch\Core\Format\Otio;

use Hafenbuch\Core\Reference\Notation;
use Hafenbuch\Core\Reference\UnwritableValue;

/** The base of a sequence, which stands for the address of one of its frames. */
final readonly class SequenceBase implements Notation
{
    public function __construct(private string $name, private Notation $string) {}

    public function decode(string $bytes): string
    {
        $base = $this->string->decode($bytes);

        return $base.($base === '' || str_ends_with($base, '/') ? '' : '/').$this->name;
    }

    public function encode(string $value): string
    {
        if (! str_ends_with($value, $this->name)) {
            throw UnwritableValue::in('a sequence of images', $value, "its frames have names that count, so this one must stay {$this->name}");
        }
        $bytes = $this->string->encode(substr($value, 0, strlen($value) - strlen($this->name)));

        return $this->decode($bytes) === $value ? $bytes : throw UnwritableValue::in('a sequence of images', $value, 'it is no folder with a frame in it');
    }
}
