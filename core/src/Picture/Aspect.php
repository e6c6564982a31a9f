<?php

declare(strict_types=1);

namespace Hafenbuch\Core\Picture;

/** What of a document its small picture shows: a solid from where somebody turned it to, a part of a drawing, a while of a timeline; or all of it. */
final readonly class Aspect
{
    /** A smaller part of a drawing is not drawn larger than it can be. */
    public const LEAST_PART = 0.1;

    /** Of a timeline, in seconds. */
    private const LEAST_SPAN = 0.1;

    private const MOST_SECONDS = 1e7;

    /**
     * @param  array{float, float}|null  $turn  about the upright axis, then up, in radians
     * @param  array{float, float, float, float}|null  $part  from the left, from the top, width, height; each of the whole, which is 1
     * @param  array{float, float}|null  $span  from and to, in seconds
     */
    private function __construct(public ?array $turn = null, public ?array $part = null, public ?array $span = null) {}

    public static function whole(): self
    {
        return new self;
    }

    /**
     * @param  array<array-key, mixed>  $said  one of `turn`, `part` and `span`
     * @return ?self null: it says nothing that can be drawn
     */
    public static function of(array $said): ?self
    {
        $turn = self::numbers($said['turn'] ?? null, 2);
        $part = self::numbers($said['part'] ?? null, 4);
        $span = self::numbers($said['span'] ?? null, 2);

        return match (true) {
            count($said) !== 1 => null,
            $turn !== null && abs($turn[0]) <= M_PI && abs($turn[1]) <= M_PI_2 => new self(turn: [$turn[0], $turn[1]]),
            $part !== null && self::liesWithin($part[0], $part[2]) && self::liesWithin($part[1], $part[3]) => new self(part: [$part[0], $part[1], $part[2], $part[3]]),
            $span !== null && $span[0] >= 0 && $span[1] - $span[0] >= self::LEAST_SPAN && $span[1] <= self::MOST_SECONDS => new self(span: [$span[0], $span[1]]),
            default => null,
        };
    }

    /** @return array<string, list<float>> as it is read */
    public function said(): array
    {
        return array_filter(['turn' => $this->turn, 'part' => $this->part, 'span' => $this->span]);
    }

    private static function liesWithin(float $from, float $length): bool
    {
        return $from >= 0 && $length >= self::LEAST_PART && $from + $length <= 1 + 1e-6;
    }

    /** @return ?list<float> */
    private static function numbers(mixed $given, int $count): ?array
    {
        if (! is_array($given) || count($given) !== $count || ! array_is_list($given)) {
            return null;
        }
        foreach ($given as $one) {
            if ((! is_int($one) && ! is_float($one)) || ! is_finite((float) $one)) {
                return null;
            }
        }

        return array_map(floatval(...), $given);
    }
}
