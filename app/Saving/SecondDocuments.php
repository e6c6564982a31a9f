<?php

declare(strict_types=1);

namespace App\Saving;

use App\Drafts\DraftDesk;
use App\Models\Document;
use App\Models\Operation;
use App\Models\Workspace;
use App\Quay\Quay;
use App\Support\ManyValues;
use App\Workspace\Files\DiskContentStore;

/**
 * A file has one document. Where a scan of an earlier version took a file that an unfinished operation had written for a
 * new one, the second document gives way to the first, with all that people have done to it.
 */
final readonly class SecondDocuments
{
    public function __construct(private DraftDesk $drafts, private DiskContentStore $contents) {}

    /** @param array<string, string> $owners by path: the id of the document that the operation gives it to */
    public function giveWay(Workspace $workspace, Operation $operation, array $owners): void
    {
        $seconds = ManyValues::locked(Document::query(), 'file_key', array_map(Document::key(...), array_map(strval(...), array_keys($owners))))->with('draft')->where('workspace_id', $workspace->id)
            ->whereNotIn('id', array_values($owners))
            ->where('created_at', '>=', $operation->created_at)->whereDoesntHave('versions')->orderBy('id')->get();
        foreach ($seconds as $second) {
            $this->merge($workspace, $operation, $second, $owners[$second->path]);
        }
    }

    private function merge(Workspace $workspace, Operation $operation, Document $second, string $firstId): void
    {
        // The transaction has read before; a draft that came since shows only to a reading that locks.
        $first = Document::query()->with(['draft' => static fn ($drafts) => $drafts->lockForUpdate()])->lockForUpdate()->find($firstId)?->setRelation('workspace', $workspace);
        $draft = $second->draft;
        Quay::replaceEverywhere($second->id, $firstId);
        if ($first !== null && $draft !== null && $first->draft === null) {
            $this->drafts->put($first, $this->contents->kept($draft->hash), $operation->person, 'brought over from a second document of this file');
            $draft = null;
        }
        // Where both have a draft, the second goes on as a new document, so that neither is lost.
        $second->fill(['file_key' => null, 'saved_hash' => null, 'size' => null, 'stat' => '', 'dropped_at' => $draft === null ? now() : null])->save();
        if ($draft === null) {
            $second->draft?->delete();
        } else {
            (new Quay($workspace, $operation->person ?? $workspace->firstKeeper() ?? throw new \LogicException('A workspace has an owner.')))->hold([$second->id]);
        }
    }
}
