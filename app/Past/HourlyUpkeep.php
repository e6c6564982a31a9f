<?php

declare(strict_types=1);

namespace App\Past;

use App\Drafts\StepList;
use App\Models\Document;
use App\Models\Scan;
use App\Models\Workspace;
use App\Past\Store\Inventory;
use App\Past\Versions\Retention;
use App\Support\TableCounts;
use App\Workspace\Pulse;
use App\Workspace\Settings;
use Illuminate\Support\Facades\DB;

/** Keeps the past within what a workspace has agreed on. */
final readonly class HourlyUpkeep
{
    /** So many scans are remembered. */
    private const SCANS = 100;

    /** So long it is remembered what files elsewhere held. */
    private const SOURCE_DAYS = 30;

    public function __construct(private Retention $retention, private StepList $steps, private Inventory $inventory) {}

    public function of(Workspace $workspace): void
    {
        $this->retention->apply($workspace);
        $scans = Scan::query()->where('workspace_id', $workspace->id);
        (clone $scans)->where('id', '<=', (clone $scans)->orderByDesc('id')->skip(self::SCANS)->value('id') ?? 0)->delete();
        $limit = Settings::of($workspace)->steps();
        $long = DB::table('draft_steps')->join('documents', 'documents.id', '=', 'document_id')->where('workspace_id', $workspace->id)
            ->groupBy('document_id')->havingRaw('count(*) > ?', [$limit])->pluck('document_id');
        foreach ($long as $id) {
            $document = Document::query()->find($id);
            if ($document !== null) {
                $this->steps->prune($document, $limit);
            }
        }
    }

    public function ofTheStore(): void
    {
        $this->inventory->sweep();
        Pulse::prune();
        // The database’s cache never forgets by itself what nobody asks for any more.
        DB::table('cache')->where('expiration', '<', now()->getTimestamp())->delete();
        DB::table('known_sources')->where('used_at', '<', now()->subDays(self::SOURCE_DAYS))->delete();
        TableCounts::renew();
    }
}
