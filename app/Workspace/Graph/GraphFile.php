<?php

declare(strict_types=1);

namespace App\Workspace\Graph;

use Hafenbuch\Core\Reference\Graph;
use Hafenbuch\Core\Reference\NearestMarked;
use Hafenbuch\Core\Reference\Nodes;
use Hafenbuch\Core\Reference\PackedAdjacency;

/**
 * A workspace's graph as a file, in a form of which a question reads only what it asks for, however large it is. It holds nothing that the
 * tables do not: without it, or where it is damaged, it is made anew.
 */
final readonly class GraphFile
{
    private const MAGIC = 'HBG5';

    private const HASH_BYTES = 8;

    private const LEFT_SECONDS = 3600;

    private const HEAD = 'Vnodes/Vedges/Vlast/Vmarks/Pfrom/Pnewest/Pcount/Pxor';

    private const HEAD_BYTES = 48;

    private const NUMBER_BYTES = 4;

    private const LABEL_BYTES = 16;

    private const ID_BYTES = 26;

    private const KEY_BYTES = 32;

    private const TIME_BYTES = 8;

    /**
     * @param  string  $keys  for each node the key of its document's path, as bytes
     * @param  string  $files  for each node “1” where its document has a file
     * @param  string  $times  for each node when its document's row was touched, as 64-bit numbers, the least byte first
     * @param  ?string  $newest  the document that was touched last when the file was written
     */
    public function __construct(public Graph $graph, private string $keys, private string $files, private string $times, public Touches $touches, public ?string $newest = null) {}

    public static function read(string $path): ?self
    {
        $file = is_file($path) ? @fopen($path, 'rb') : false;
        if ($file === false) {
            return null;
        }
        $hash = hash_init('xxh3');
        $take = static function (int $length) use ($file, $hash): string {
            $bytes = $length === 0 ? '' : (string) stream_get_contents($file, $length);
            hash_update($hash, $bytes);

            return $bytes;
        };
        $start = (string) fread($file, strlen(self::MAGIC) + self::HASH_BYTES);
        $head = $take(self::HEAD_BYTES);
        if (strlen($head) < self::HEAD_BYTES || ! str_starts_with($start, self::MAGIC)) {
            return null;
        }
        ['nodes' => $nodes, 'edges' => $edges, 'last' => $last, 'marks' => $marks, 'from' => $from, 'newest' => $newest, 'count' => $count, 'xor' => $xor] = (array) unpack(self::HEAD, $head);
        [$names, $keys, $files, $times] = [$take(self::ID_BYTES * $nodes), $take(self::KEY_BYTES * $nodes), $take($nodes), $take(self::TIME_BYTES * $nodes)];
        [$starts, $targets, $backStarts, $referrers] = [
            $take(self::NUMBER_BYTES * ($nodes + 1)), $take(self::NUMBER_BYTES * $edges), $take(self::NUMBER_BYTES * ($nodes + 1)), $take(self::NUMBER_BYTES * $edges),
        ];
        $nearest = NearestMarked::kept($take(self::LABEL_BYTES * $nodes), $take(self::NUMBER_BYTES * $marks));
        fclose($file);
        if (substr($start, strlen(self::MAGIC)) !== hash_final($hash, true)) {
            return null;
        }
        $graph = new Graph(new Nodes([], $names, self::ID_BYTES), new PackedAdjacency($starts, $targets), new PackedAdjacency($backStarts, $referrers), $nearest);

        return new self($graph, $keys, $files, $times, new Touches($from, $newest, $count, $xor), $nodes === 0 ? null : $graph->nodes()->name($last));
    }

    /**
     * Two that write at once each write a whole file; the last one stays.
     *
     * @param  list<string>  $unsaved  documents, for which the nearest above them are told
     */
    public function write(string $path, array $unsaved): void
    {
        $names = $this->graph->nodes()->all();
        $nearest = $this->graph->knowingNearest($unsaved)->nearest();
        [$labels, $marks] = [(string) $nearest?->labels, (string) $nearest?->packedMarks()];
        $targets = PackedAdjacency::of($this->graph->targets());
        $referrers = PackedAdjacency::of($this->graph->referrers());
        $body = pack('VVVVPPPP', count($names), intdiv(strlen($targets->edges), self::NUMBER_BYTES), $this->last(), intdiv(strlen($marks), self::NUMBER_BYTES), ...$this->touches->numbers())
            .implode('', $names).$this->keys.$this->files.$this->times.$targets->starts.$targets->edges.$referrers->starts.$referrers->edges.$labels.$marks;
        if (! is_dir(dirname($path))) {
            @mkdir(dirname($path), 0o700, true);
        }
        foreach (glob("{$path}.*") ?: [] as $left) {
            // Of a process that was killed in the middle of this.
            if ((int) @filemtime($left) < time() - self::LEFT_SECONDS) {
                @unlink($left);
            }
        }
        $temporary = $path.'.'.bin2hex(random_bytes(6));
        // Where it cannot be kept it is only slower the next time.
        if (@file_put_contents($temporary, self::MAGIC.hash('xxh3', $body, true).$body) === false || ! @rename($temporary, $path)) {
            @unlink($temporary);
        }
    }

    /**
     * The same after changes.
     *
     * @param  list<object{id: string, path_key: string, has_file: int, is_dropped: int, touched: int}>  $rows  of the documents that have changed
     */
    public function with(Graph $graph, array $rows): self
    {
        $count = $graph->nodes()->count();
        $keys = str_pad($this->keys, self::KEY_BYTES * $count, "\0");
        $files = str_pad($this->files, $count, '0');
        $times = str_pad($this->times, self::TIME_BYTES * $count, "\0");
        foreach ($rows as $row) {
            $node = (int) $graph->nodes()->number($row->id);
            $keys = substr_replace($keys, (string) hex2bin($row->path_key), $node * self::KEY_BYTES, self::KEY_BYTES);
            $files[$node] = $row->has_file ? '1' : '0';
            $times = substr_replace($times, pack('P', $row->touched), $node * self::TIME_BYTES, self::TIME_BYTES);
        }

        return new self($graph, $keys, $files, $times, $this->touches, $this->newest);
    }

    public function touched(Touches $touches): self
    {
        return new self($this->graph, $this->keys, $this->files, $this->times, $touches, $this->newest);
    }

    /** Whether the names of its nodes are in the order by which they are searched. */
    public function isSorted(): bool
    {
        $names = $this->graph->nodes()->all();
        for ($n = 1; $n < count($names); $n++) {
            if ($names[$n - 1] >= $names[$n]) {
                return false;
            }
        }

        return true;
    }

    /** The key of the path that a document had; null: it is not among these. */
    public function keyOf(string $id): ?string
    {
        $node = $this->graph->nodes()->number($id);

        return $node === null ? null : bin2hex(substr($this->keys, $node * self::KEY_BYTES, self::KEY_BYTES));
    }

    public function hasFile(string $id): bool
    {
        $node = $this->graph->nodes()->number($id);

        return $node !== null && $this->files[$node] === '1';
    }

    /** When the document's row was touched, in microseconds since 1970; null: it is not among these. */
    public function timeOf(string $id): ?int
    {
        $node = $this->graph->nodes()->number($id);

        return $node === null ? null : $this->timeAt($node);
    }

    private function last(): int
    {
        $times = $this->times === '' ? [0] : array_values((array) unpack('P*', $this->times));

        return (int) array_search(max($times), $times, true);
    }

    private function timeAt(int $node): int
    {
        return (int) ((array) unpack('P', $this->times, $node * self::TIME_BYTES))[1];
    }
}
