<?php

declare(strict_types=1);

namespace App\Past\Recovery;

use App\Drafts\DraftDesk;
use App\Models\Document;
use App\Models\User;
use App\Models\Workspace;
use App\Past\Comparing\Sources;
use App\Quay\Quay;
use App\Support\ManyValues;
use App\Workspace\Files\DiskContentStore;
use App\Workspace\Pulse;
use App\Workspace\Reading\Formats;
use Hafenbuch\Core\Format\ChangeSummary;
use Illuminate\Support\Facades\DB;

/** What a person finds again after a crash, and the choice of it. */
final readonly class RecoveryOffers
{
    /** Larger contents are told apart by size and time only. */
    private const WORDS_BYTES = 512 * 1024;

    /** So many former states are offered for each document. */
    private const OFFERED = 8;

    public function __construct(private DiskContentStore $contents, private RecoveryPoints $points, private Sources $sources, private DraftDesk $drafts) {}

    /** @return list<RecoveryOffer> of every document that has a draft, or had one in a recovery point that it does not have now */
    public function offers(Workspace $workspace, User $person): array
    {
        $states = $this->states($workspace, $person);
        $ids = array_values(array_unique([...$this->withDraft($workspace, $person), ...array_map(strval(...), array_keys($states))]));
        $offers = [];
        foreach (ManyValues::among(Document::query(), 'id', $ids)->kept()->with('draft')->where('workspace_id', $workspace->id)->orderBy('path')->get() as $document) {
            $document->setRelation('workspace', $workspace);
            $offer = $this->offer($document, $states[$document->id] ?? []);
            if ($document->draft !== null || $offer->points !== []) {
                $offers[] = $offer;
            }
        }

        return $offers;
    }

    /** @return list<string> */
    private function withDraft(Workspace $workspace, User $person): array
    {
        return ManyValues::among(Document::query(), 'id', (new Quay($workspace, $person))->all())->whereHas('draft')->pluck('id')->all();
    }

    /** @return array<string, list<object{point: int, at: string, reason: string, hash: string, size: int}>> by document, newest first, equal neighbours once */
    private function states(Workspace $workspace, User $person): array
    {
        $rows = DB::table('recovery_point_items as i')->join('recovery_points as p', 'p.id', '=', 'i.recovery_point_id')
            ->where('p.user_id', $person->id)->where('p.workspace_id', $workspace->id)->orderByDesc('p.id')
            ->get(['i.document_id', 'p.id as point', 'p.at', 'p.reason', 'i.hash', 'i.size']);
        $states = [];
        foreach ($rows as $row) {
            $before = $states[$row->document_id] ?? [];
            if ($before !== [] && end($before)->hash === $row->hash) {
                array_pop($states[$row->document_id]);
            }
            $states[$row->document_id][] = $row;
        }

        return $states;
    }

    /** @param list<object{point: int, at: string, reason: string, hash: string, size: int}> $states */
    private function offer(Document $document, array $states): RecoveryOffer
    {
        $now = $document->workingHash();
        $points = [];
        foreach ($states as $state) {
            if ($state->hash !== $now && count($points) < self::OFFERED && $this->contents->has($state->hash)) {
                $points[] = ['id' => $state->point, 'at' => $state->at, 'reason' => $state->reason, 'size' => $state->size, 'words' => $this->words($document, $state->hash, $now)];
            }
        }
        $version = $document->versions()->orderByDesc('number')->first();

        return new RecoveryOffer($document, $points, $version?->number, $version?->at->toIso8601ZuluString('millisecond'));
    }

    /** @return list<array{id: int, at: string, reason: string, size: int, words: ?string}> newest first */
    public function points(Document $document, User $person): array
    {
        $rows = DB::table('recovery_point_items as i')->join('recovery_points as p', 'p.id', '=', 'i.recovery_point_id')
            ->where('i.document_id', $document->id)->where('p.user_id', $person->id)->orderByDesc('p.id')->get(['p.id', 'p.at', 'p.reason', 'i.size']);

        return $rows->map(static fn (object $row): array => ['id' => $row->id, 'at' => $row->at, 'reason' => $row->reason, 'size' => $row->size, 'words' => null])->all();
    }

    /** What differs in the former state from what is on the screen. */
    private function words(Document $document, string $hash, ?string $now): ?string
    {
        $formats = Formats::of($document->workspace);
        if ($now === null || $formats->forPath($document->path) === null || ! $this->contents->has($now)
            || max($this->contents->size($hash), $this->contents->size($now)) > self::WORDS_BYTES) {
            return null;
        }
        $before = $this->contents->bytes($now);
        $after = $this->contents->bytes($hash);

        return ChangeSummary::of($before, $formats->read($document->path, $before), $after, $formats->read($document->path, $after));
    }

    /**
     * Makes the chosen states the drafts. What there was before stays in a recovery point.
     *
     * @param  array<string, string>  $choices  source by document: `draft`, `file` or `point-12`
     */
    public function choose(Workspace $workspace, User $person, array $choices): void
    {
        $this->points->make($workspace, $person, PointReason::BeforeRecovery);
        $found = [];
        foreach (ManyValues::among(Document::query(), 'id', array_keys($choices))->kept()->with('draft')->where('workspace_id', $workspace->id)->get() as $document) {
            $document->setRelation('workspace', $workspace);
            if ($choices[$document->id] !== 'draft') {
                $source = $this->sources->of($document, $choices[$document->id], $person);
                $found[] = [$document, $this->sources->bytes($source), $source->label];
            }
        }
        // All have been found and read before the first one is changed.
        DB::transaction(function () use ($found, $person): void {
            foreach ($found as [$document, $bytes, $label]) {
                $this->drafts->write($document, $bytes, $person, null, "recovered: {$label}");
            }
        });
        (new Quay($workspace, $person))->open(array_map(static fn (array $one): string => $one[0]->id, $found));
        Pulse::tell($workspace, Pulse::DOCUMENTS);
    }
}
