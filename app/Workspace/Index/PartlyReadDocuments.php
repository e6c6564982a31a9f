<?php

declare(strict_types=1);

namespace App\Workspace\Index;

use App\Models\Workspace;
use App\Workspace\Files\DiskContentStore;
use App\Workspace\Files\WorkspaceFiles;
use Hafenbuch\Core\Document\Mention;
use Hafenbuch\Core\Document\PartlyRead;
use Hafenbuch\Core\Path\InvalidPath;
use Hafenbuch\Core\Path\Path;
use Hafenbuch\Core\Reference\Spellings;
use Hafenbuch\Core\Write\UnableToRead;
use Illuminate\Database\Query\Builder;
use Illuminate\Support\Facades\DB;

/** The documents of a workspace that could not be read whole: in another charset, damaged, too large. */
final readonly class PartlyReadDocuments implements PartlyRead
{
    /** What is searched for a plan: bytes times spellings of names. With more, the rest is said not to be searched. */
    private const FOR_A_PLAN = 1 << 30;

    /** For whoever only looks at a document. */
    public const FOR_A_LOOK = 96 << 20;

    private const FILE_BYTES = 64 << 20;

    /** So many are listed, and searched for one question; of more it is said that they were not. */
    private const MOST = 500;

    /** @param int $work bytes times spellings */
    public function __construct(private Workspace $workspace, private DiskContentStore $contents, private int $work = self::FOR_A_PLAN) {}

    public function count(): int
    {
        return $this->query()->count();
    }

    /** @return list<object{id: string, path: string, note: string, size: ?int}> in the order of their paths */
    public function list(int $most = self::MOST): array
    {
        return array_values($this->query()->orderBy('path')->limit($most)->get(['documents.id', 'path', 'note', 'documents.size'])->all());
    }

    public function mentioning(array $paths): array
    {
        $spellings = $paths === [] ? [] : self::spellings($paths);
        $work = $this->work;
        $mentions = [];
        $rows = $spellings === [] ? [] : $this->query()->orderBy('path')->limit(self::MOST + 1)->get(['documents.id', 'path', 'note', 'documents.size', 'saved_hash', 'drafts.hash as draft_hash'])->all();
        foreach (array_slice($rows, 0, self::MOST) as $row) {
            $work -= (int) $row->size * count($spellings);
            $bytes = $work < 0 || $row->size > self::FILE_BYTES ? null : $this->bytes($row);
            $found = $bytes === null ? null : self::found($bytes, $spellings);
            if ($found !== []) {
                $mentions[] = new Mention($row->id, $row->path, (string) $row->note, $found);
            }
        }
        if (count($rows) > self::MOST) {
            $next = $rows[self::MOST];
            $mentions[] = new Mention($next->id, $next->path, 'So it is with '.number_format($this->count() - self::MOST).' documents, since more than '.self::MOST.' could not be read whole.', null);
        }

        return $mentions;
    }

    /** @param object{path: string, saved_hash: ?string, draft_hash: ?string} $row */
    private function bytes(object $row): ?string
    {
        try {
            $saved = $row->saved_hash === null ? '' : WorkspaceFiles::of($this->workspace)->bytes($row->path);

            return $row->draft_hash === null || ! $this->contents->has($row->draft_hash) ? $saved : "{$saved}\0{$this->contents->bytes($row->draft_hash)}";
        } catch (UnableToRead|InvalidPath) {
            return null;
        }
    }

    /**
     * @param  list<string>  $paths
     * @return array<string, string> paths by the spellings of their names
     */
    private static function spellings(array $paths): array
    {
        $all = [];
        foreach ($paths as $path) {
            foreach (Spellings::of(Path::nameOf($path)) as $spelling) {
                $all[$spelling] = $path;
            }
        }

        return $all;
    }

    /**
     * @param  array<string, string>  $spellings
     * @return list<string> paths
     */
    private static function found(string $bytes, array $spellings): array
    {
        $found = [];
        foreach ($spellings as $spelling => $path) {
            if (! isset($found[$path]) && str_contains($bytes, (string) $spelling)) {
                $found[$path] = $path;
            }
        }

        return array_values($found);
    }

    private function query(): Builder
    {
        return DB::table('documents')->leftJoin('drafts', 'drafts.document_id', '=', 'documents.id')->where('workspace_id', $this->workspace->id)
            ->whereNotNull('note')->whereNull('dropped_at')->where('is_gone', false);
    }
}
