<?php

declare(strict_types=1);

namespace App\Workspace\Graph;

use App\Workspace\Kept\Bytes;
use App\Workspace\Kept\TouchedRow;

/** How many references each node of a graph has in what is on the screen, and how many of them are strays. */
final readonly class ReferenceCounts
{
    private const BYTES = 4;

    /**
     * @param  string  $references  for each node, as 32-bit numbers, the least byte first
     * @param  string  $strays  likewise
     */
    public function __construct(private string $references = '', private string $strays = '') {}

    /** How many bytes each of the parts takes for so many nodes. */
    public static function length(int $nodes): int
    {
        return self::BYTES * $nodes;
    }

    /** @return array{string, string} as they are given to the constructor */
    public function parts(): array
    {
        return [$this->references, $this->strays];
    }

    /** @return array{int, int} references and strays */
    public function of(int $node): array
    {
        return [self::at($this->references, $node), self::at($this->strays, $node)];
    }

    /** @return list<int> the nodes that have a stray */
    public function withStrays(): array
    {
        return array_map(static fn (int $number): int => $number - 1, array_keys(array_filter($this->strays === '' ? [] : (array) unpack('V*', $this->strays))));
    }

    /**
     * The same after changes.
     *
     * @param  array<int, array{int, int}>  $counts  by node: references and strays
     */
    public function with(int $nodes, array $counts): self
    {
        $references = str_pad($this->references, self::length($nodes), "\0");
        $strays = str_pad($this->strays, self::length($nodes), "\0");
        $newReferences = $newStrays = [];
        foreach ($counts as $node => [$all, $missing]) {
            $newReferences[self::length($node)] = pack('V', $all);
            $newStrays[self::length($node)] = pack('V', $missing);
        }

        return new self(Bytes::put($references, $newReferences), Bytes::put($strays, $newStrays));
    }

    /**
     * The sums of all nodes but those whose file has gone: nothing of these is on a screen.
     *
     * @param  string  $files  for each node how its file is
     * @return array{references: int, strays: int}
     */
    public function sums(string $files): array
    {
        $sums = [array_sum((array) unpack('V*', $this->references)), array_sum((array) unpack('V*', $this->strays))];
        for ($node = strpos($files, TouchedRow::GONE); $node !== false; $node = strpos($files, TouchedRow::GONE, $node + 1)) {
            [$all, $missing] = $this->of($node);
            $sums = [$sums[0] - $all, $sums[1] - $missing];
        }

        return ['references' => (int) $sums[0], 'strays' => (int) $sums[1]];
    }

    private static function at(string $numbers, int $node): int
    {
        return (int) ((array) unpack('V', $numbers, self::length($node)))[1];
    }
}
