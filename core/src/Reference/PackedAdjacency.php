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
     * @param  string  $starts  where each node's part begins, and where the last one ends, as 32-bit numbers, the least byte first
     * @param  string  $edges  all parts, one behind the other, likewise
     */
    public function __construct(public readonly string $starts = "\0\0\0\0", public readonly string $edges = '') {}

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

        return new self($starts, $edges);
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
        $edges = '';
        $from = 0;
        foreach ($parts as $node => $part) {
            [$start, $end] = $this->bounds($node);
            $edges .= substr($this->edges, $from, $start - $from).($part === [] ? '' : pack('V*', ...$part));
            $from = $end;
            $lengths[$node] = self::NUMBER_BYTES * count($part) - ($end - $start);
        }
        $starts = self::numbers($this->starts);
        for ($node = $this->count(); $node < $count; $node++) {
            $starts[] = $starts[$node];
        }
        $shift = 0;
        foreach (array_keys($starts) as $node) {
            $starts[$node] += $shift;
            $shift += intdiv($lengths[$node] ?? 0, self::NUMBER_BYTES);
        }

        return new self(pack('V*', ...$starts), $edges.substr($this->edges, $from));
    }

    /** @return array{int, int} where a node's part begins and ends in the edges, in bytes; behind the last node all are empty */
    private function bounds(int $node): array
    {
        if ($node >= $this->count()) {
            return [strlen($this->edges), strlen($this->edges)];
        }
        ['start' => $start, 'end' => $end] = (array) unpack('Vstart/Vend', $this->starts, $node * self::NUMBER_BYTES);

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
        $before = intdiv(strlen($this->edges), self::NUMBER_BYTES);
        foreach ($targets as $of) {
            array_push($edges, ...$of);
            $bounds[] = $before + count($edges);
        }

        return new self($this->starts.($bounds === [] ? '' : pack('V*', ...$bounds)), $this->edges.($edges === [] ? '' : pack('V*', ...$edges)));
    }

    public function count(): int
    {
        return intdiv(strlen($this->starts), self::NUMBER_BYTES) - 1;
    }

    public function at(int $node): array
    {
        [$start, $end] = $this->bounds($node);

        return $start === $end ? [] : array_values((array) unpack('V'.intdiv($end - $start, self::NUMBER_BYTES), $this->edges, $start));
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
        $starts = self::numbers($this->starts);
        $ends = array_slice($starts, 1);
        array_pop($starts);

        return new FlatAdjacency($starts, $ends, self::numbers($this->edges));
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
