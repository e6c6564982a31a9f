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
    public function __construct(public readonly string $starts, public readonly string $edges) {}

    public static function of(Adjacency $adjacency): self
    {
        $flat = $adjacency->flat();
        $starts = [0];
        $edges = [];
        for ($node = 0, $count = $flat->count(); $node < $count; $node++) {
            for ($i = $flat->starts[$node], $end = $flat->ends[$node]; $i < $end; $i++) {
                $edges[] = $flat->edges[$i];
            }
            $starts[] = count($edges);
        }

        return new self(self::packed($starts), self::packed($edges));
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

    /** @param list<int> $numbers */
    private static function packed(array $numbers): string
    {
        return implode('', array_map(static fn (array $part): string => pack('V*', ...$part), array_chunk($numbers, self::PACKED_AT_ONCE)));
    }
}
