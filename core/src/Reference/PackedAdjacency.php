<?php

declare(strict_types=1);

namespace Hafenbuch\Core\Reference;

/** As bytes, of which a question about few nodes reads only theirs. */
final class PackedAdjacency implements Adjacency
{
    private const NUMBER_BYTES = 4;

    private const PACKED_AT_ONCE = 4096;

    private ?FlatAdjacency $flat = null;

    /**
     * @param  Bytes  $starts  where each node's part begins, and where the last one ends, as 32-bit numbers, the least byte first
     * @param  Bytes  $edges  all parts, one behind the other, likewise
     */
    public function __construct(private readonly Bytes $starts, private readonly Bytes $edges) {}

    public static function none(): self
    {
        return self::held(pack('V', 0), '');
    }

    public static function of(Adjacency $adjacency): self
    {
        if (! $adjacency instanceof FlatAdjacency) {
            return $adjacency->packed();
        }
        $flat = $adjacency;
        $starts = pack('V', 0);
        $edges = '';
        for ($first = 0, $count = $flat->count(); $first < $count; $first += self::PACKED_AT_ONCE) {
            $bounds = $part = [];
            $before = intdiv(strlen($edges), self::NUMBER_BYTES);
            for ($node = $first, $last = min($first + self::PACKED_AT_ONCE, $count); $node < $last; $node++) {
                for ($i = $flat->starts[$node], $end = $flat->ends[$node]; $i < $end; $i++) {
                    $part[] = $flat->edges[$i];
                }
                $bounds[] = $before + count($part);
            }
            $starts .= pack('V*', ...$bounds);
            $edges .= $part === [] ? '' : pack('V*', ...$part);
        }

        return self::held($starts, $edges);
    }

    /** @return array{string, string} as it is made of them */
    public function parts(): array
    {
        return [$this->starts->all(), $this->edges->all()];
    }

    public function packed(): self
    {
        return $this;
    }

    /**
     * With other parts for some nodes; more nodes may come behind the last.
     *
     * @param  array<int, list<int>>  $parts  by node
     * @param  int  $count  of all nodes
     */
    public function changed(array $parts, int $count): self
    {
        ksort($parts);
        $lengths = [];
        $before = $this->edges->all();
        $edges = '';
        $from = 0;
        foreach ($parts as $node => $part) {
            [$start, $end] = $this->bounds($node);
            $edges .= substr($before, $from, $start - $from).($part === [] ? '' : pack('V*', ...$part));
            $from = $end;
            $lengths[$node] = self::NUMBER_BYTES * count($part) - ($end - $start);
        }
        $starts = self::numbers($this->starts->all());
        for ($node = $this->count(); $node < $count; $node++) {
            $starts[] = $starts[$node];
        }
        $shift = 0;
        foreach (array_keys($starts) as $node) {
            $starts[$node] += $shift;
            $shift += intdiv($lengths[$node] ?? 0, self::NUMBER_BYTES);
        }

        return self::held(pack('V*', ...$starts), $edges.substr($before, $from));
    }

    /** @return array{int, int} where a node's part begins and ends in the edges, in bytes; behind the last node all are empty */
    private function bounds(int $node): array
    {
        if ($node >= $this->count()) {
            return [$this->edges->length(), $this->edges->length()];
        }
        ['start' => $start, 'end' => $end] = (array) unpack('Vstart/Vend', $this->starts->part($node * self::NUMBER_BYTES, 2 * self::NUMBER_BYTES));

        return [$start * self::NUMBER_BYTES, $end * self::NUMBER_BYTES];
    }

    /**
     * With more nodes behind the last.
     *
     * @param  array<int, array<int>>  $targets  of each of them
     */
    public function followedBy(array $targets): self
    {
        $bounds = $edges = [];
        $before = intdiv($this->edges->length(), self::NUMBER_BYTES);
        foreach ($targets as $of) {
            array_push($edges, ...$of);
            $bounds[] = $before + count($edges);
        }

        return self::held($this->starts->all().($bounds === [] ? '' : pack('V*', ...$bounds)), $this->edges->all().($edges === [] ? '' : pack('V*', ...$edges)));
    }

    public function count(): int
    {
        return intdiv($this->starts->length(), self::NUMBER_BYTES) - 1;
    }

    public function at(int $node): array
    {
        [$start, $end] = $this->bounds($node);

        return $start === $end ? [] : array_values((array) unpack('V*', $this->edges->part($start, $end - $start)));
    }

    public function flat(): FlatAdjacency
    {
        return $this->flat ??= $this->unpacked();
    }

    /** The way back. Nothing of it stays unpacked. */
    public function reversed(): self
    {
        return $this->unpacked()->reversed()->packed();
    }

    private function unpacked(): FlatAdjacency
    {
        $starts = self::numbers($this->starts->all());
        $ends = array_slice($starts, 1);
        array_pop($starts);

        return new FlatAdjacency($starts, $ends, self::numbers($this->edges->all()));
    }

    private static function held(string $starts, string $edges): self
    {
        return new self(new HeldBytes($starts), new HeldBytes($edges));
    }

    /**
     * By and by: as one, PHP takes four times the memory meanwhile.
     *
     * @return list<int>
     */
    private static function numbers(string $packed): array
    {
        $numbers = [];
        for ($at = 0, $length = strlen($packed); $at < $length; $at += self::NUMBER_BYTES * self::PACKED_AT_ONCE) {
            array_push($numbers, ...array_values((array) unpack('V*', substr($packed, $at, self::NUMBER_BYTES * self::PACKED_AT_ONCE))));
        }

        return $numbers;
    }
}
