<?php

declare(strict_types=1);

namespace Hafenbuch\Core\Format\Lexer;

use Hafenbuch\Core\Text\Pattern;
use Hafenbuch\Core\Text\PatternFailed;

/** Tells how much of a text nobody asked for. An expression that gives up, at a limit of its engine, rests for a while. */
final class PassOver
{
    private const REST_BYTES = 1 << 20;

    /** @var array<int, int> by expression: the offset up to which it rests */
    private array $restsUntil = [];

    /** @param list<string> $expressions anchored; the first that does not give up tells */
    public function __construct(private readonly array $expressions) {}

    /** @return int how many bytes from an offset on */
    public function length(string $bytes, int $at): int
    {
        foreach ($this->expressions as $which => $expression) {
            if ($at < ($this->restsUntil[$which] ?? 0)) {
                continue;
            }
            try {
                return Pattern::matches($expression, $bytes, $match, 0, $at) ? strlen($match[0]) : 0;
            } catch (PatternFailed) {
                $this->restsUntil[$which] = $at + self::REST_BYTES;
            }
        }

        return 0;
    }
}
