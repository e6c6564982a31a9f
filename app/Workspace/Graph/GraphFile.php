<?php

declare(strict_types=1);

namespace App\Workspace\Graph;

use Hafenbuch\Core\Reference\Adjacency;
use Hafenbuch\Core\Reference\Graph;

/**
 * A workspace's graph as a file, in a form that is read in a few milliseconds however large it is. It holds nothing that the tables do not:
 * without it, or where it is damaged, it is made anew.
 */
final readonly class GraphFile
{
    private const MAGIC = 'HBG1';

    private const ID_BYTES = 26;

    private const KEY_BYTES = 32;

    private const PACKED_AT_ONCE = 4096;

    /**
     * @param  string  $keys  for each node the key of its document's path, as bytes
     * @param  string  $files  for each node “1” where its document has a file
     * @param  list<int>  $touched  for each node when its document's row was touched, in microseconds
     * @param  int  $readAt  when the tables were read, likewise
     */
    public function __construct(public Graph $graph, public string $keys, public string $files, public array $touched, public int $readAt) {}

    public static function read(string $path): ?self
    {
        $bytes = is_file($path) ? @file_get_contents($path) : false;
        if ($bytes === false || strlen($bytes) < 32 || ! str_starts_with($bytes, self::MAGIC) || substr($bytes, 4, 8) !== hash('xxh3', substr($bytes, 12), true)) {
            return null;
        }
        ['nodes' => $nodes, 'edges' => $edges, 'read' => $readAt] = (array) unpack('Vnodes/Vedges/Pread', $bytes, 12);
        $at = 28;
        $take = static function (int $length) use ($bytes, &$at): string {
            $at += $length;

            return substr($bytes, $at - $length, $length);
        };
        $ids = $nodes === 0 ? [] : str_split($take(self::ID_BYTES * $nodes), self::ID_BYTES);
        [$keys, $files, $touched] = [$take(self::KEY_BYTES * $nodes), $take($nodes), self::numbers('P', $take(8 * $nodes))];
        $targets = self::adjacency($take(4 * ($nodes + 1)), $take(4 * $edges));
        [$back, $backEdges] = [$take(4 * ($nodes + 1)), $take(4 * $edges)];

        return new self(new Graph($ids, $targets, static fn (): Adjacency => self::adjacency($back, $backEdges)), $keys, $files, $touched, $readAt);
    }

    /** Two that write at once each write a whole file; the last one stays. */
    public function write(string $path): void
    {
        $targets = self::sections($this->graph->targets());
        $referrers = self::sections($this->graph->referrers());
        $nodes = count($this->graph->nodes());
        $body = pack('VVP', $nodes, intdiv(strlen($targets), 4) - $nodes - 1, $this->readAt).implode('', $this->graph->nodes()).$this->keys.$this->files.self::packed('P', $this->touched).$targets.$referrers;
        if (! is_dir(dirname($path))) {
            @mkdir(dirname($path), 0o700, true);
        }
        $temporary = $path.'.'.bin2hex(random_bytes(6));
        // Where it cannot be kept it is only slower the next time.
        if (@file_put_contents($temporary, self::MAGIC.hash('xxh3', $body, true).$body) === false || ! @rename($temporary, $path)) {
            @unlink($temporary);
        }
    }

    /** @return ?string null: there is no such node */
    public function keyOf(int $node): ?string
    {
        return $node < strlen($this->files) ? bin2hex(substr($this->keys, $node * self::KEY_BYTES, self::KEY_BYTES)) : null;
    }

    public function hasFile(int $node): bool
    {
        return ($this->files[$node] ?? '') === '1';
    }

    private static function adjacency(string $starts, string $edges): Adjacency
    {
        $bounds = self::numbers('V', $starts);

        return new Adjacency(array_slice($bounds, 0, -1), array_slice($bounds, 1), self::numbers('V', $edges));
    }

    /** Where each node's part begins, then all parts one behind the other. */
    private static function sections(Adjacency $adjacency): string
    {
        $starts = [0];
        $edges = [];
        for ($node = 0, $count = $adjacency->count(); $node < $count; $node++) {
            for ($i = $adjacency->starts[$node], $end = $adjacency->ends[$node]; $i < $end; $i++) {
                $edges[] = $adjacency->edges[$i];
            }
            $starts[] = count($edges);
        }

        return self::packed('V', $starts).self::packed('V', $edges);
    }

    /** @param list<int> $numbers */
    private static function packed(string $format, array $numbers): string
    {
        return implode('', array_map(static fn (array $part): string => pack($format.'*', ...$part), array_chunk($numbers, self::PACKED_AT_ONCE)));
    }

    /** @return list<int> */
    private static function numbers(string $format, string $bytes): array
    {
        return array_values((array) unpack($format.'*', $bytes));
    }
}
