<?php

declare(strict_types=1);

namespace Hafenbuch\Core\Crate\Trim;

use Hafenbuch\Core\Change\Change;
use Hafenbuch\Core\Text\Pattern;

/** A time in a timeline (OpenTimelineIO, RationalTime.1), and where its value stands. */
final readonly class RationalTime
{
    private const NUMBER = '-?\d+(?:\.\d+)?(?:[eE][+\-]?\d+)?';

    private function __construct(public float $value, public float $rate, private int $offset, private int $length) {}

    /**
     * @param  array{int, int}  $container  the offsets of its object's bracket and of the byte behind its last
     * @return ?self null: it has no value or no rate
     */
    public static function in(string $bytes, array $container): ?self
    {
        $object = substr($bytes, $container[0], $container[1] - $container[0]);
        if (! Pattern::matches('~"value"\s*:\s*('.self::NUMBER.')~', $object, $value, PREG_OFFSET_CAPTURE) || ! Pattern::matches('~"rate"\s*:\s*('.self::NUMBER.')~', $object, $rate) || (float) $rate[1] <= 0.0) {
            return null;
        }

        return new self((float) $value[1][0], (float) $rate[1], $container[0] + $value[1][1], strlen($value[1][0]));
    }

    public function seconds(): float
    {
        return $this->value / $this->rate;
    }

    /** The same time with another value. */
    public function becoming(float $value): Change
    {
        return new Change($this->offset, $this->length, self::written($value));
    }

    /** As a program reads back what was meant, with its point, which says that it is no whole number by its kind. */
    public static function written(float $value): string
    {
        $text = (string) json_encode($value, JSON_PRESERVE_ZERO_FRACTION);

        return str_contains($text, 'E') || str_contains($text, 'e') ? sprintf('%.9F', $value) : $text;
    }
}
