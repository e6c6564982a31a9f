<?php

declare(strict_types=1);

namespace Hafenbuch\Core\Change;

/** Reads changes as one run over a content: what is kept, taken out and put in, in order and in pieces of any length. */
final class Run
{
    public const KEEP = 'keep';

    public const REMOVE = 'remove';

    public const INSERT = 'insert';

    /** Behind the last change everything is kept. */
    private const WITHOUT_END = PHP_INT_MAX;

    /** @var list<array{string, int, string}> kind, length in bytes, text */
    private array $steps = [];

    private int $number = 0;

    private int $taken = 0;

    /** @param list<Change> $changes */
    public function __construct(array $changes)
    {
        $at = 0;
        foreach ($changes as $change) {
            $this->add(self::KEEP, $change->at - $at);
            $this->add(self::REMOVE, $change->removed);
            $this->add(self::INSERT, strlen($change->inserted), $change->inserted);
            $at = $change->end();
        }
    }

    public function isAtEnd(): bool
    {
        return ! isset($this->steps[$this->number]);
    }

    public function kind(): string
    {
        return $this->steps[$this->number][0] ?? self::KEEP;
    }

    /** What is left of the step that it is at, in bytes. */
    public function length(): int
    {
        return isset($this->steps[$this->number]) ? $this->steps[$this->number][1] - $this->taken : self::WITHOUT_END;
    }

    /** @return int so many bytes were passed */
    public function take(int $length): int
    {
        $this->taken += $length;
        if (isset($this->steps[$this->number]) && $this->taken === $this->steps[$this->number][1]) {
            $this->number++;
            $this->taken = 0;
        }

        return $length;
    }

    public function takeText(int $length): string
    {
        $text = substr($this->steps[$this->number][2] ?? '', $this->taken, $length);
        $this->take($length);

        return $text;
    }

    private function add(string $kind, int $length, string $text = ''): void
    {
        if ($length > 0) {
            $this->steps[] = [$kind, $length, $text];
        }
    }
}
