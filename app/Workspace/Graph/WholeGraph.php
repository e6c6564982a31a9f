<?php

declare(strict_types=1);

namespace App\Workspace\Graph;

use App\Models\Workspace;
use App\Workspace\Kept\KnownRows;
use App\Workspace\Kept\Records;
use App\Workspace\Kept\TouchedRow;
use App\Workspace\Kept\Touches;
use Hafenbuch\Core\Reference\Graph;
use Hafenbuch\Core\Reference\HeldBytes;
use Hafenbuch\Core\Reference\Nodes;
use Hafenbuch\Core\Reference\PackedAdjacency;
use Hafenbuch\Core\Reference\TargetKind;
use Illuminate\Support\Facades\DB;

/** Makes a workspace's graph from the tables alone, in portions: a hundred thousand documents fit into what a request may take. */
final class WholeGraph
{
    /** Documents. */
    private const CHUNK = 2000;

    private string $keys = '';

    /** For each document how its file is, in the letters of TouchedRow. */
    private string $files = '';

    private string $times = '';

    /** @var array<string, int> by the key of a path, as bytes: the number of the document that others point at there */
    private array $numbers = [];

    /** @var array<string, bool> by the keys that several documents have: whether one of them is there */
    private array $shared = [];

    private function __construct(private readonly Workspace $workspace) {}

    public static function read(Workspace $workspace): GraphFile
    {
        // Counted before the rows are read: what comes in between is then seen once more.
        $touches = Touches::now($workspace);
        $whole = new self($workspace);
        $ids = $whole->documents();
        [$targets, $counts] = $whole->references($ids);
        $whole->numbers = [];

        return new GraphFile(new Graph($ids, $targets, $targets->reversed()), new KnownRows($ids, Records::held($whole->times, KnownRows::TIME_BYTES), $touches), $counts, GraphFile::keys(new HeldBytes($whole->keys)), GraphFile::files(new HeldBytes($whole->files)));
    }

    private function documents(): Nodes
    {
        $ids = $after = '';
        $number = 0;
        do {
            $rows = DB::table('documents')->where('workspace_id', $this->workspace->id)->whereNull('dropped_at')->where('id', '>', $after)->orderBy('id')->limit(self::CHUNK)
                ->selectRaw('id, path_key, '.TouchedRow::FILE.' as file, '.Touches::TOUCHED.' as touched')->get();
            foreach ($rows as $row) {
                $key = (string) hex2bin($row->path_key);
                $ids .= $after = $row->id;
                $this->times .= pack('P', $row->touched);
                $this->keys .= $key;
                $this->files .= $row->file;
                $other = $this->numbers[$key] ?? null;
                // Of two documents for one path the one that has the file, else the oldest, is what others point at.
                if ($other === null || ($row->file !== TouchedRow::NO_FILE && $this->files[$other] === TouchedRow::NO_FILE)) {
                    $this->numbers[$key] = $number;
                }
                if ($other !== null) {
                    $this->shared[$key] = ($this->shared[$key] ?? false) || $row->file !== TouchedRow::GONE || $this->files[$other] !== TouchedRow::GONE;
                }
                $number++;
            }
        } while (count($rows) === self::CHUNK);

        return new Nodes([], $ids, KnownRows::ID_BYTES);
    }

    /** @return array{PackedAdjacency, ReferenceCounts} */
    private function references(Nodes $ids): array
    {
        $edges = new Edges($this->workspace);
        $targets = PackedAdjacency::none();
        $references = $strays = '';
        for ($first = 0; $first < $ids->count(); $first += self::CHUNK) {
            $last = min($first + self::CHUNK, $ids->count()) - 1;
            $of = array_fill($first, $last - $first + 1, []);
            $all = $missing = array_fill($first, $last - $first + 1, 0);
            $rows = $edges->references()->where('d.workspace_id', $this->workspace->id)->whereBetween('r.document_id', [$ids->name($first), $ids->name($last)])->orderBy('r.document_id')->orderBy('r.position')
                ->get(['r.document_id', 'r.target_kind', 'r.target_key']);
            $id = null;
            $source = -1;
            foreach ($rows as $row) {
                if ($row->document_id !== $id) {
                    $id = $row->document_id;
                    $source = $ids->number($id) ?? -1;
                }
                if (! isset($of[$source])) {
                    continue; // It came after the documents were read.
                }
                $target = $this->numbers[(string) hex2bin($row->target_key ?? '')] ?? null;
                $all[$source]++;
                $missing[$source] += Edges::leadsToAFile($row->target_kind) && ! $this->isThere($target, $row->target_key) ? 1 : 0;
                if ($target !== null && $target !== $source && $row->target_kind === TargetKind::File->value) {
                    $of[$source][$target] = $target;
                }
            }
            $targets = $targets->followedBy($of);
            $references .= pack('V*', ...$all);
            $strays .= pack('V*', ...$missing);
        }

        return [$targets, ReferenceCounts::of(new HeldBytes($references), new HeldBytes($strays))];
    }

    private function isThere(?int $target, ?string $key): bool
    {
        return $target !== null && ($this->files[$target] !== TouchedRow::GONE || ($this->shared[(string) hex2bin((string) $key)] ?? false));
    }
}
