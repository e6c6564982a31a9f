<?php

declare(strict_types=1);

namespace App\Drafts;

use App\Models\Document;
use App\Models\DraftStep;
use App\Workspace\Files\DiskContentStore;
use Illuminate\Database\Eloquent\Collection;
use Illuminate\Support\Facades\DB;

/** The steps of a document as a list, and how many of them stay. */
final readonly class StepList
{
    public const PAGE = 200;

    public function __construct(private DiskContentStore $contents, private Steps $steps) {}

    /** @return Collection<int, DraftStep> newest first */
    public function of(Document $document, ?int $before = null): Collection
    {
        return DraftStep::query()->with('person')->where('document_id', $document->id)
            ->when($before !== null, static fn ($query) => $query->where('id', '<', $before))
            ->orderByDesc('id')->limit(self::PAGE)->get(['id', 'document_id', 'revision', 'hash', 'size', 'parent_id', 'summary', 'user_id', 'at']);
    }

    /** @return array{steps: int, bytes: int} how many there are and what they take */
    public function room(Document $document): array
    {
        return self::measured('document_id = ?', $document->id);
    }

    /** @return array{steps: int, bytes: int} of all documents of a workspace */
    public static function roomOf(int $workspaceId): array
    {
        return self::measured('document_id in (select id from documents where workspace_id = ?)', $workspaceId);
    }

    /** @return array{steps: int, bytes: int} */
    private static function measured(string $where, string|int $value): array
    {
        $found = DB::selectOne("select count(*) as steps, coalesce(sum(coalesce(length(inserted), 0)), 0) as changes from draft_steps where {$where}", [$value]);
        $whole = DB::selectOne("select coalesce(sum(size), 0) as bytes from (select hash, max(size) as size from draft_steps where inserted is null and {$where} group by hash) as whole", [$value]);

        return ['steps' => (int) $found->steps, 'bytes' => (int) $found->changes + (int) $whole->bytes];
    }

    /**
     * Lets the oldest steps go, but none of an unsaved draft or of one that a session has kept, and never the one on the screen.
     *
     * @return int how many went
     */
    public function prune(Document $document, int $limit): int
    {
        $from = DraftStep::query()->where('document_id', $document->id)->orderByDesc('id')->skip(max(1, $limit) - 1)->value('id');
        $begun = DB::table('drafts')->where('document_id', $document->id)->value('created_at');
        if ($begun !== null) {
            // The step before the draft was begun is what it was begun on.
            $base = (int) DraftStep::query()->where('document_id', $document->id)->where('at', '<', $begun)->max('id');
            $from = $base === 0 ? null : min((int) $from, $base);
        }
        // What a session has kept stays, from the step that its draft was begun on.
        $kept = DB::table('session_items')->where('document_id', $document->id)->whereNotNull('step_id')->selectRaw('min(coalesce(first_step, 0)) as first')->value('first');
        if ($from !== null && $kept !== null) {
            $from = min($from, (int) $kept);
        }
        if ($from === null || ! DraftStep::query()->where('document_id', $document->id)->where('id', '<', $from)->exists()) {
            return 0;
        }

        return DB::transaction(function () use ($document, $from): int {
            $here = Document::query()->lockForUpdate()->find($document->id)?->step_id;
            // What stays and rests on what goes is kept whole from here on.
            $stays = DraftStep::query()->where('document_id', $document->id)->where(static fn ($query) => $query->where('id', '>=', $from)->orWhere('id', $here));
            foreach ((clone $stays)->where('parent_id', '<', $from)->get() as $step) {
                $this->makeWhole($step, $from, (int) $here);
            }

            return DraftStep::query()->where('document_id', $document->id)->where('id', '<', $from)->where('id', '!=', (int) $here)->delete();
        });
    }

    /**
     * What would go if so many steps of each document stayed.
     *
     * @return array{steps: int, bytes: int}
     */
    public static function beyond(int $workspaceId, int $limit): array
    {
        $ranked = 'select s.id, s.hash, s.inserted, s.size, row_number() over (partition by s.document_id order by s.id desc) as place
            from draft_steps s join documents d on d.id = s.document_id left join drafts f on f.document_id = d.id
            left join (select document_id, min(coalesce(first_step, 0)) as first from session_items where step_id is not null group by document_id) k on k.document_id = d.id
            where d.workspace_id = ? and s.id != coalesce(d.step_id, 0) and (f.created_at is null or s.at < f.created_at) and (k.first is null or s.id < k.first)';
        $found = DB::selectOne("select count(*) as steps, coalesce(sum(length(inserted)), 0) as changes from ({$ranked}) as r where place >= ?", [$workspaceId, max(1, $limit)]);
        $whole = DB::selectOne("select coalesce(sum(size), 0) as bytes from (select hash, max(size) as size from ({$ranked}) as r where place >= ? and inserted is null
            and not exists (select 1 from versions v where v.hash = r.hash) and not exists (select 1 from drafts f where f.hash = r.hash) group by hash) as each_once", [$workspaceId, max(1, $limit)]);

        return ['steps' => (int) $found->steps, 'bytes' => (int) $found->changes + (int) $whole->bytes];
    }

    private function makeWhole(DraftStep $step, int $from, int $here): void
    {
        $parent = $step->parent_id === $here ? $here : null;
        if (! $step->isWhole() && $parent === null) {
            $this->contents->putBytes($this->steps->bytes($step));
            $step->fill(['at_byte' => null, 'removed' => null, 'inserted' => null, 'depth' => 0, 'weight' => 0, 'has_content' => false]);
        }
        $step->fill(['parent_id' => $parent])->save();
    }
}
