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
        if ($adjacency instanceof self) {
            return $adjacency;
        }
        $flat = $adjacency->flat();
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
        ['start' => $start, 'end' => $end] = (array) unpack('Vstart/Vend', $this->starts, $node * self::NUMBER_BYTES);

        return $start === $end ? [] : array_values((array) unpack('V'.($end - $start), $this->edges, $start * self::NUMBER_BYTES));
    }

    public function flat(): FlatAdjacency
    {
        if ($this->flat === null) {
            $bounds = array_values((array) unpack('V*', $this->starts));
            $this->flat = new FlatAdjacency(array_slice($bounds, 0, -1), array_slice($bounds, 1), $this->edges === '' ? [] : array_values((array) unpack('V*', $this->edges)));
        }

        return $this->flat;
    }
}
