<?php

declare(strict_types=1);

namespace App\Workspace\Graph;

use App\Workspace\Kept\KeptFile;
use App\Workspace\Kept\KnownRows;
use App\Workspace\Kept\Records;
use App\Workspace\Kept\TouchedRow;
use Hafenbuch\Core\Reference\Bytes;
use Hafenbuch\Core\Reference\Graph;
use Hafenbuch\Core\Reference\NearestMarked;
use Hafenbuch\Core\Reference\PackedAdjacency;

/** A workspace's graph as a file, in a form of which a question reads only what it asks for, however large it is. */
final readonly class GraphFile
{
    private const FORM = 'Hafenbuch graph 7';

    private const NUMBER_BYTES = 4;

    private const LABEL_BYTES = 16;

    private const KEY_BYTES = 32;

    /**
     * @param  KnownRows  $rows  whose documents are the graph's nodes
     * @param  Records  $keys  for each node the key of its document's path, as bytes
     * @param  Records  $files  for each node how its document's file is, in the letters of TouchedRow
     */
    public function __construct(public Graph $graph, public KnownRows $rows, private ReferenceCounts $counts, private Records $keys, private Records $files) {}

    /** @param Bytes $bytes the keys of all nodes */
    public static function keys(Bytes $bytes): Records
    {
        return new Records($bytes, self::KEY_BYTES);
    }

    /** @param Bytes $letters those of all nodes */
    public static function files(Bytes $letters): Records
    {
        return new Records($letters, 1, TouchedRow::NO_FILE);
    }

    public static function read(string $path): ?self
    {
        $file = KeptFile::open($path, self::FORM);
        if ($file === null) {
            return null;
        }
        $rows = KnownRows::read($file);
        $nodes = $rows->ids->count();
        ['edges' => $edges, 'marks' => $marks] = $file->numbers('Vedges/Vmarks');
        [$keys, $files] = [self::keys($file->later(self::KEY_BYTES * $nodes)), self::files($file->later($nodes))];
        [$starts, $targets, $backStarts, $referrers] = [
            $file->later(self::NUMBER_BYTES * ($nodes + 1)), $file->later(self::NUMBER_BYTES * $edges), $file->later(self::NUMBER_BYTES * ($nodes + 1)), $file->later(self::NUMBER_BYTES * $edges),
        ];
        $counts = ReferenceCounts::of($file->later(ReferenceCounts::length($nodes)), $file->later(ReferenceCounts::length($nodes)));
        [$labels, $packedMarks] = [$file->later(self::LABEL_BYTES * $nodes), $file->take(self::NUMBER_BYTES * $marks)];
        if (! $file->isSound()) {
            return null;
        }

        return new self(new Graph($rows->ids, new PackedAdjacency($starts, $targets), new PackedAdjacency($backStarts, $referrers), NearestMarked::kept($labels, $packedMarks)), $rows, $counts, $keys, $files);
    }

    /**
     * @param  list<string>  $unsaved  documents, for which the nearest above them are told
     * @return bool whether it lies there
     */
    public function write(string $path, array $unsaved): bool
    {
        $nodes = $this->graph->nodes()->count();
        [[$starts, $edges], [$backStarts, $backEdges]] = [$this->graph->targets()->packed()->parts(), $this->graph->referrers()->packed()->parts()];
        $nearest = $this->graph->nearness()->settled($unsaved)->nearest();
        [$labels, $marks] = [(string) $nearest?->labels->all(), (string) $nearest?->packedMarks()];

        return KeptFile::write($path, self::FORM, [
            ...$this->rows->parts(), pack('VV', intdiv(strlen($edges), self::NUMBER_BYTES), intdiv(strlen($marks), self::NUMBER_BYTES)),
            $this->keys->joined($nodes), $this->files->joined($nodes), $starts, $edges, $backStarts, $backEdges, ...$this->counts->parts($nodes), $labels, $marks,
        ]);
    }

    /**
     * The same after changes.
     *
     * @param  list<TouchedRow>  $rows  of the documents that have changed
     * @param  array<string, array{int, int}>  $counts  by document: how many references it has now, and how many of them are strays
     */
    public function with(Graph $graph, array $rows, array $counts): self
    {
        $nodes = $graph->nodes();
        $keys = $files = [];
        foreach ($rows as $row) {
            $node = (int) $nodes->number($row->id);
            $keys[$node] = (string) hex2bin($row->pathKey);
            $files[$node] = $row->file;
        }
        $byNode = [];
        foreach ($counts as $id => $count) {
            $byNode[(int) $nodes->number($id)] = $count;
        }

        return new self($graph, $this->rows->with($nodes, $rows), $this->counts->with($byNode), $this->keys->with($keys), $this->files->with($files));
    }

    public function withGraph(Graph $graph): self
    {
        return new self($graph, $this->rows, $this->counts, $this->keys, $this->files);
    }

    public function knowing(KnownRows $rows): self
    {
        return new self($this->graph, $rows, $this->counts, $this->keys, $this->files);
    }

    /** @return array{references: int, strays: int} of all documents that are there */
    public function sums(): array
    {
        $nodes = $this->graph->nodes()->count();

        return $this->counts->sums($nodes, $this->files->joined($nodes));
    }

    /** @return array{int, int}|null how many references a document has, and how many of them are strays; null: it is not among these */
    public function countOf(string $id): ?array
    {
        $node = $this->graph->nodes()->number($id);

        return $node === null ? null : $this->counts->at($node);
    }

    /** @return list<string> the documents that have a stray */
    public function withStrays(): array
    {
        return array_map($this->graph->nodes()->name(...), $this->counts->withStrays($this->graph->nodes()->count()));
    }

    /** The key of the path that a document had; null: it is not among these. */
    public function keyOf(string $id): ?string
    {
        $node = $this->graph->nodes()->number($id);

        return $node === null ? null : bin2hex($this->keys->at($node));
    }

    /** How a document's file was, in the letters of TouchedRow; null: it is not among these. */
    public function fileOf(string $id): ?string
    {
        $node = $this->graph->nodes()->number($id);

        return $node === null ? null : $this->files->at($node);
    }
}
