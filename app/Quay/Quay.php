<?php

declare(strict_types=1);

namespace App\Quay;

use App\Models\Document;
use App\Models\Operation;
use App\Models\QuayItem;
use App\Models\User;
use App\Models\Workspace;
use App\Support\BulkInsert;
use App\Support\ManyValues;
use App\Workspace\Pulse;
use Hafenbuch\Core\Plan\ReasonKind;
use Illuminate\Support\Facades\DB;

/** What one person has open in one workspace. */
final readonly class Quay
{
    private const TRIES = 5;

    public const NOTHING = ['open' => 0, 'unsaved' => 0];

    public function __construct(private Workspace $workspace, private User $person) {}

    /** @return list<string> the ids of the documents that are shown, in order */
    public function shown(): array
    {
        return array_values($this->items(QuayItem::SHOWN)->pluck('document_id')->all());
    }

    /** @return list<string> those that are closed from view and still kept */
    public function inHold(): array
    {
        return array_values($this->items(QuayItem::HOLD)->pluck('document_id')->all());
    }

    /** @return list<string> shown or in the hold */
    public function all(): array
    {
        return [...$this->shown(), ...$this->inHold()];
    }

    /** @param list<string> $ids documents of this workspace, in the order in which they are to follow */
    public function open(array $ids): void
    {
        $ids = array_values(array_unique($ids));
        if (ManyValues::among($this->items(QuayItem::SHOWN), 'document_id', $ids)->count() === count($ids)) {
            return;
        }
        DB::transaction(function () use ($ids): void {
            $position = 1 + (int) $this->query()->max('position');
            $there = ManyValues::among($this->query(), 'document_id', $ids)->pluck('place', 'document_id');
            $this->query()->whereIn('document_id', $ids)->update(['place' => QuayItem::SHOWN, 'closed_at' => null]);
            Recent::opened($this->person, array_values(array_diff($ids, $there->keys()->all())));
            $rows = [];
            $now = now()->format('Y-m-d H:i:s.v');
            foreach ($ids as $id) {
                if (! isset($there[$id])) {
                    $rows[] = ['workspace_id' => $this->workspace->id, 'user_id' => $this->person->id, 'document_id' => $id, 'position' => $position++, 'place' => QuayItem::SHOWN, 'opened_at' => $now, 'closed_at' => null];
                }
            }
            // Another window may have opened the same just now; then it is where that one has put it.
            BulkInsert::into('quay_items', $rows, ['place', 'closed_at']);
        }, self::TRIES);
        Pulse::tellPerson($this->workspace, $this->person, Pulse::QUAY);
    }

    /**
     * Closes documents from view. One with a draft goes to the hold, so that it is still kept.
     *
     * @param  list<string>  $ids
     * @return list<string> the ids that are in the hold now
     */
    public function close(array $ids): array
    {
        $held = DB::transaction(function () use ($ids): array {
            $items = ManyValues::among($this->query()->where('place', QuayItem::SHOWN), 'document_id', $ids)->orderBy('position')->get(['document_id', 'position']);
            $withDraft = ManyValues::among(Document::query(), 'id', $ids)->whereHas('draft')->pluck('id')->all();
            $this->query()->whereIn('document_id', $withDraft)->where('place', QuayItem::SHOWN)->update(['place' => QuayItem::HOLD, 'closed_at' => now()]);
            $this->query()->whereIn('document_id', array_diff($ids, $withDraft))->delete();
            if ($items->isNotEmpty()) {
                Closings::note($this->workspace, $this->person, $items->map(static fn (QuayItem $item): array => ['document' => $item->document_id, 'position' => $item->position])->values()->all());
            }

            return array_values($withDraft);
        });
        Pulse::tellPerson($this->workspace, $this->person, Pulse::QUAY);

        return $held;
    }

    /**
     * Opens what was closed last, each in its place.
     *
     * @return list<string> the ids; none where nothing is left to open again
     */
    public function reopen(): array
    {
        $ids = DB::transaction(function (): array {
            $items = Closings::takeLast($this->workspace, $this->person, $this->shown());
            $now = now()->format('Y-m-d H:i:s.v');
            BulkInsert::into('quay_items', array_map(fn (array $item): array => [
                'workspace_id' => $this->workspace->id, 'user_id' => $this->person->id, 'document_id' => $item['document'], 'position' => $item['position'], 'place' => QuayItem::SHOWN, 'opened_at' => $now, 'closed_at' => null,
            ], $items), ['position', 'place', 'closed_at']);

            return array_column($items, 'document');
        });
        Pulse::tellPerson($this->workspace, $this->person, Pulse::QUAY);

        return $ids;
    }

    /**
     * Takes out of the hold what is as saved; nothing is lost by that.
     *
     * @return array{removed: int, stays: int}
     */
    public function clearHold(): array
    {
        $withDraft = ManyValues::among(Document::query(), 'id', $this->inHold())->whereHas('draft')->pluck('id')->all();
        $removed = $this->query()->where('place', QuayItem::HOLD)->whereNotIn('document_id', $withDraft)->delete();
        Pulse::tellPerson($this->workspace, $this->person, Pulse::QUAY);

        return ['removed' => $removed, 'stays' => count($withDraft)];
    }

    /** @return array<string, string> by document: since when it is in the hold */
    public function heldSince(): array
    {
        return $this->items(QuayItem::HOLD)->whereNotNull('closed_at')->get()->mapWithKeys(static fn (QuayItem $item): array => [$item->document_id => (string) $item->closed_at?->toIso8601ZuluString('millisecond')])->all();
    }

    /** A document goes on as another one, which takes its place. */
    public function replace(string $old, string $new): void
    {
        // Where the other one is open too, in this window or just now in another, it is that one that stays.
        DB::update('update ignore quay_items set document_id = ? where workspace_id = ? and user_id = ? and document_id = ?', [$new, $this->workspace->id, $this->person->id, $old]);
        $this->query()->where('document_id', $old)->delete();
        $this->open([$new]);
        Pulse::tellPerson($this->workspace, $this->person, Pulse::QUAY);
    }

    /**
     * Keeps documents that the person does not have open, in the hold.
     *
     * @param  list<string>  $ids
     */
    public function hold(array $ids): void
    {
        $there = array_fill_keys(ManyValues::among($this->query(), 'document_id', $ids)->pluck('document_id')->all(), true);
        $position = (int) $this->query()->max('position');
        $rows = [];
        $now = now()->format('Y-m-d H:i:s.v');
        foreach ($ids as $id) {
            if (! isset($there[$id])) {
                $rows[] = ['workspace_id' => $this->workspace->id, 'user_id' => $this->person->id, 'document_id' => $id, 'position' => ++$position, 'place' => QuayItem::HOLD, 'opened_at' => $now, 'closed_at' => $now];
            }
        }
        BulkInsert::into('quay_items', $rows, ['user_id']);
    }

    /**
     * Has these open, in this order.
     *
     * @param  array<string, bool>  $documents  by id: whether it goes to the hold
     * @param  bool  $instead  whether everything else is closed; else these come after what is open
     */
    public function arrange(array $documents, bool $instead): void
    {
        DB::transaction(function () use ($documents, $instead): void {
            $there = $this->query()->where('place', '!=', QuayItem::AWAY)->pluck('place', 'document_id')->all();
            if ($instead) {
                foreach (ManyValues::portions(array_keys(array_diff_key($there, $documents))) as $gone) {
                    $this->query()->whereIn('document_id', array_map(strval(...), $gone))->where('place', '!=', QuayItem::AWAY)->delete();
                }
            }
            $position = $instead ? 0 : (int) $this->query()->max('position');
            $now = now()->format('Y-m-d H:i:s.v');
            $rows = [];
            foreach ($documents as $id => $isHeld) {
                $place = $isHeld ? QuayItem::HOLD : QuayItem::SHOWN;
                if ($instead || ($there[$id] ?? null) !== $place) {
                    $rows[] = ['workspace_id' => $this->workspace->id, 'user_id' => $this->person->id, 'document_id' => (string) $id, 'position' => ++$position, 'place' => $place, 'opened_at' => $now, 'closed_at' => $isHeld ? $now : null];
                }
            }
            BulkInsert::into('quay_items', $rows, ['position', 'place', 'closed_at']);
            Recent::opened($this->person, array_map(strval(...), array_keys(array_diff_key(array_filter($documents, static fn (bool $isHeld): bool => ! $isHeld), $there))));
        });
        Pulse::tellPerson($this->workspace, $this->person, Pulse::QUAY);
    }

    /** @return array<int, array{open: int, unsaved: int}> by workspace, in all of the person’s */
    public static function countsOf(User $person): array
    {
        return DB::table('quay_items')->leftJoin('drafts', 'drafts.document_id', '=', 'quay_items.document_id')->where('quay_items.user_id', $person->id)->where('place', '!=', QuayItem::AWAY)
            ->groupBy('workspace_id')->selectRaw('workspace_id, count(*) as open, count(drafts.document_id) as unsaved')->get()
            ->mapWithKeys(static fn (object $row): array => [$row->workspace_id => ['open' => (int) $row->open, 'unsaved' => (int) $row->unsaved]])->all();
    }

    /** @return array<string, bool> all that is open, in its order: whether it is in the hold */
    public function arrangement(): array
    {
        return [...array_fill_keys($this->shown(), false), ...array_fill_keys($this->inHold(), true)];
    }

    /** Whoever has the one open has the other open in its place. */
    public static function replaceEverywhere(string $old, string $new): void
    {
        DB::update('update ignore quay_items set document_id = ? where document_id = ?', [$new, $old]);
        QuayItem::query()->where('document_id', $old)->delete();
    }

    /** A document that was deleted or discarded leaves everyone's quay. */
    public static function putAway(Document $document): void
    {
        QuayItem::query()->where('document_id', $document->id)->update(['place' => QuayItem::AWAY]);
    }

    /** @param list<string> $ids of documents that have come back; they are where they were */
    public static function bringBack(array $ids): void
    {
        foreach (array_chunk($ids, 500) as $chunk) {
            QuayItem::query()->whereIn('document_id', $chunk)->where('place', QuayItem::AWAY)->update(['place' => QuayItem::SHOWN, 'closed_at' => null]);
        }
    }

    /** Where a document that was gone on with is taken back, the one that it was made from is open again. */
    public static function giveBack(Document $document, Operation $undo): void
    {
        if ($undo->kind !== Operation::UNDO || $document->origin_id === null || $document->origin_kind !== ReasonKind::SavedAs->value) {
            return;
        }
        // Whoever has both open keeps both.
        DB::update('update ignore quay_items set document_id = ? where document_id = ?', [$document->origin_id, $document->id]);
    }

    /** @return \Illuminate\Database\Eloquent\Builder<QuayItem> */
    private function items(string $place): \Illuminate\Database\Eloquent\Builder
    {
        return $this->query()->where('place', $place)->orderBy('position');
    }

    /** @return \Illuminate\Database\Eloquent\Builder<QuayItem> */
    private function query(): \Illuminate\Database\Eloquent\Builder
    {
        return QuayItem::query()->where('quay_items.workspace_id', $this->workspace->id)->where('user_id', $this->person->id);
    }
}
