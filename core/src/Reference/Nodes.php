<?php

declare(strict_types=1);

namespace Hafenbuch\Core\Reference;

/** The names of a graph's nodes, and the number of each: those that are sorted in one string, where all are equally long, then others. */
final class Nodes
{
    /** @var array<string, int> */
    private array $numbers;

    private readonly int $sorted;

    /** The number that was found last. */
    private int $found = -1;

    /**
     * @param  list<string>  $others  behind the sorted ones
     * @param  string  $names  sorted names, one behind the other
     * @param  int  $length  of each of these, in bytes
     */
    public function __construct(private array $others, private readonly string $names = '', private readonly int $length = 1)
    {
        $this->sorted = intdiv(strlen($names), $length);
        $this->numbers = array_map(fn (int $place): int => $this->sorted + $place, array_flip($others));
    }

    public function count(): int
    {
        return $this->sorted + count($this->others);
    }

    public function name(int $number): string
    {
        return $number < $this->sorted ? substr($this->names, $number * $this->length, $this->length) : $this->others[$number - $this->sorted];
    }

    public function number(string $name): ?int
    {
        // Who asks for all asks for one after the other.
        $next = $this->found + 1;
        if ($next < $this->sorted && substr_compare($this->names, $name, $next * $this->length, $this->length) === 0 && strlen($name) === $this->length) {
            return $this->found = $next;
        }

        if (! isset($this->numbers[$name])) {
            $number = $this->searched($name);
            if ($number === null) {
                return null;
            }
            // Who asks for some asks for them again.
            $this->numbers[$name] = $number;
        }

        return $this->numbers[$name];
    }

    /**
     * @param  list<string>  $nodes  those that are none are left out
     * @return list<int>
     */
    public function numbered(array $nodes): array
    {
        return array_values(array_filter(array_map($this->number(...), $nodes), static fn (?int $number): bool => $number !== null));
    }

    /**
     * @param  list<int>  $numbers
     * @return list<string>
     */
    public function named(array $numbers): array
    {
        return array_map($this->name(...), $numbers);
    }

    /** @param list<string> $names that are not among these */
    public function with(array $names): self
    {
        return $names === [] ? $this : new self([...$this->others, ...$names], $this->names, $this->length);
    }

    /** @return list<string> */
    public function all(): array
    {
        return [...($this->names === '' ? [] : str_split($this->names, $this->length)), ...$this->others];
    }

    /** All names, one behind the other. */
    public function joined(): string
    {
        return $this->names.implode('', $this->others);
    }

    /** Whether each comes after the one before, as it is kept. */
    public function areSorted(): bool
    {
        $before = $this->sorted === 0 ? '' : $this->name($this->sorted - 1);
        foreach ($this->others as $other) {
            if ($other <= $before) {
                return false;
            }
            $before = $other;
        }

        return true;
    }

    private function searched(string $name): ?int
    {
        if (strlen($name) !== $this->length) {
            return null;
        }
        for ($low = 0, $high = $this->sorted - 1; $low <= $high;) {
            $middle = ($low + $high) >> 1;
            $order = substr_compare($this->names, $name, $middle * $this->length, $this->length);
            if ($order === 0) {
                return $this->found = $middle;
            }
            $order < 0 ? $low = $middle + 1 : $high = $middle - 1;
        }

        return null;
    }
}
