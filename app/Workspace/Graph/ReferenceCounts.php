<?php

declare(strict_types=1);

namespace App\Workspace\Graph;

use App\Workspace\Kept\Records;
use App\Workspace\Kept\TouchedRow;
use Hafenbuch\Core\Reference\Bytes;
use Hafenbuch\Core\Reference\HeldBytes;

/** How many references each node of a graph has in what is on the screen, and how many of them are strays. */
final readonly class ReferenceCounts
{
    private const BYTES = 4;

    private function __construct(private Records $references, private Records $strays) {}

    /**
     * @param  Bytes  $references  for each node, as 32-bit numbers, the least byte first
     * @param  Bytes  $strays  likewise
     */
    public static function of(Bytes $references = new HeldBytes, Bytes $strays = new HeldBytes): self
    {
        return new self(new Records($references, self::BYTES), new Records($strays, self::BYTES));
    }

    /** How many bytes each of the parts takes for so many nodes. */
    public static function length(int $nodes): int
    {
        return self::BYTES * $nodes;
    }

    /** @return array{string, string} of so many nodes, as they were given */
    public function parts(int $nodes): array
    {
        return [$this->references->joined($nodes), $this->strays->joined($nodes)];
    }

    /** @return array{int, int} references and strays */
    public function at(int $node): array
    {
        return [self::number($this->references->at($node)), self::number($this->strays->at($node))];
    }

    /** @return list<int> those of so many nodes that have a stray */
    public function withStrays(int $nodes): array
    {
        return array_map(static fn (int $number): int => $number - 1, array_keys(array_filter(self::numbers($this->strays->joined($nodes)))));
    }

    /**
     * The same after changes.
     *
     * @param  array<int, array{int, int}>  $counts  by node: references and strays
     */
    public function with(array $counts): self
    {
        $packed = static fn (int $which): array => array_map(static fn (array $count): string => pack('V', $count[$which]), $counts);

        return new self($this->references->with($packed(0)), $this->strays->with($packed(1)));
    }

    /**
     * The sums of all nodes but those whose file has gone: nothing of these is on a screen.
     *
     * @param  string  $files  for each node how its file is
     * @return array{references: int, strays: int}
     */
    public function sums(int $nodes, string $files): array
    {
        $sums = array_map(static fn (string $packed): int => (int) array_sum(self::numbers($packed)), $this->parts($nodes));
        for ($node = strpos($files, TouchedRow::GONE); $node !== false; $node = strpos($files, TouchedRow::GONE, $node + 1)) {
            [$all, $missing] = $this->at($node);
            $sums = [$sums[0] - $all, $sums[1] - $missing];
        }

        return ['references' => $sums[0], 'strays' => $sums[1]];
    }

    /** @return array<int, int> from 1 */
    private static function numbers(string $packed): array
    {
        return $packed === '' ? [] : (array) unpack('V*', $packed);
    }

    private static function number(string $packed): int
    {
        return (int) ((array) unpack('V', $packed))[1];
    }
}
