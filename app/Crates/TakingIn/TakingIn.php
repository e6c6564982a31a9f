<?php

declare(strict_types=1);

namespace App\Crates\TakingIn;

use App\Crates\CrateRecords;
use App\Drafts\DraftDesk;
use App\Drafts\NewDrafts;
use App\Drafts\ReturningDraft;
use App\Drafts\ReturningDrafts;
use App\Models\Document;
use App\Models\User;
use App\Models\Workspace;
use App\Relink\AcceptedStrays;
use App\Support\BulkInsert;
use App\Support\LineMerge;
use App\Support\ManyValues;
use App\Support\Refused;
use App\Workspace\Files\DiskContentStore;
use App\Workspace\Files\StoredContent;
use App\Workspace\PathCheck;
use App\Workspace\Reading\Formats;
use App\Workspace\StandingLocks;
use Hafenbuch\Core\Crate\Back\Homes;
use Hafenbuch\Core\Crate\Back\ReturnPlanner;
use Hafenbuch\Core\Crate\Back\ReturnRow;
use Hafenbuch\Core\Crate\Back\ReturnState;
use Hafenbuch\Core\Crate\Back\SentFile;
use Hafenbuch\Core\Crate\PortableName;
use Hafenbuch\Core\Path\NewPath;
use Illuminate\Support\Facades\DB;

/** Takes in crates: as a new folder, or back to where they came from. What comes are drafts; no file is written. */
final readonly class TakingIn
{
    private const TRIES = 5;

    public function __construct(private DiskContentStore $contents, private ComingContents $comingContents, private DraftDesk $desk, private ReturningDrafts $returning, private NewDrafts $new, private QuayOfCrate $quay) {}

    /** What taking it in would do. */
    public function look(Workspace $workspace, OpenedCrate $opened, ComingWish $wish): ComingCrate
    {
        if ($wish->into !== null) {
            return $this->intoFolder($workspace, $opened, $wish);
        }
        $sent = SentFiles::of($workspace, $opened);
        $homes = new Homes([...$opened->description->homes ?? [], ...array_map(static fn (SentFile $file): string => $file->path, $sent->files)], '');
        $planned = ReturnPlanner::rows($opened->files, $sent->files, $homes);
        $paths = new PathCheck($workspace);
        $rows = [];
        $taken = [];
        foreach ($planned as $row) {
            $beside = $this->besideWhereCut($workspace, $row);
            $isPart = $beside !== $row;
            $row = $beside;
            $path = $this->pathOf($row, $homes, $paths, $taken);
            $isPart || $homes->settle($row->came->place ?? $row->sent->place ?? '', $row->path[0] === '/' && ! $row->state->brings() ? $row->path : $path);
            $rows[] = new ComingRow($row, $path, match (true) {
                $isPart => 'It was cut or blanked when it was packed, so that theirs comes beside it.',
                $row->state === ReturnState::ChangedByBoth => 'Both have changed it.',
                default => null,
            });
        }

        return new ComingCrate($opened, $wish, $sent, $homes, $rows);
    }

    /** Of a sound that was cut, or a picture of which something was blanked, what comes back is only a part: it takes the place of nothing. */
    private function besideWhereCut(Workspace $workspace, ReturnRow $row): ReturnRow
    {
        $isPart = $row->sent !== null && $row->sent->hash !== $row->sent->baseHash && Formats::of($workspace)->forPath($row->sent->place) === null;

        return $isPart && $row->state->brings() ? new ReturnRow($row->path, $row->state, $row->came, new SentFile($row->sent->place, null, $row->sent->path, $row->sent->hash, $row->sent->baseHash, $row->sent->hereHash)) : $row;
    }

    /** @param array<string, true> $taken */
    private function pathOf(ReturnRow $row, Homes $homes, PathCheck $paths, array &$taken): string
    {
        if ($row->documentId() !== null || ! $row->state->brings()) {
            return $row->path;
        }
        $wanted = PortableName::path($row->path[0] === '/' ? $homes->inferred((string) $row->came?->place) : $row->path)[0];
        $path = isset($taken[$wanted]) || $paths->obstacle($wanted) !== null ? $paths->free($wanted) ?? $wanted : $wanted;
        $taken[$path] = true;

        return $path;
    }

    private function intoFolder(Workspace $workspace, OpenedCrate $opened, ComingWish $wish): ComingCrate
    {
        $folder = NewPath::of(trim((string) $wish->into, '/'))->value;
        $like = addcslashes($folder, '%_\\').'/%';
        if (Document::query()->kept()->where('workspace_id', $workspace->id)->where(static fn ($either) => $either->where('path', 'like', $like)->orWhere('path_key', Document::key($folder)))->exists()) {
            throw Refused::because("{$folder} has documents in it already. Name a new folder.");
        }
        $homes = $rows = $taken = [];
        foreach ($opened->files as $file) {
            $path = $folder.'/'.PortableName::path($file->place)[0];
            $path = isset($taken[PortableName::key($path)]) ? $folder.'/'.substr($file->hash, 0, 8).'-'.PortableName::of(basename($file->place))[0] : $path;
            $taken[PortableName::key($path)] = true;
            $homes[$file->place] = $path;
            $rows[] = new ComingRow(new ReturnRow($path, ReturnState::New, $file, null), $path);
        }
        foreach (array_keys($opened->description->homes ?? []) as $place) {
            $homes[$place] ??= $folder.'/'.$place;
        }

        return new ComingCrate($opened, $wish, SentFiles::none(), new Homes($homes, $folder), $rows);
    }

    /**
     * @throws Refused where something is wrong with it, or nothing in it could be told
     */
    public function takeIn(Workspace $workspace, User $person, ComingCrate $coming): TakenCrate
    {
        $coming->opened->refuseFaults();
        $bringing = $coming->bringing();
        $hashes = $this->comingContents->store($workspace, $coming, $bringing);

        return DB::transaction(fn (): TakenCrate => $this->record($workspace, $person, $coming, $bringing, $hashes), self::TRIES);
    }

    /**
     * @param  list<ComingRow>  $bringing
     * @param  list<string>  $hashes
     */
    private function record(Workspace $workspace, User $person, ComingCrate $coming, array $bringing, array $hashes): TakenCrate
    {
        $came = array_combine(array_map(static fn (ComingRow $row): string => $row->place(), $bringing), $hashes);
        $documents = $this->locked($workspace, $bringing);
        $returning = $new = $open = $rows = [];
        $drafts = 0;
        $words = "from the crate “{$coming->name()}”";
        foreach ($coming->rows as $row) {
            $hash = $came[$row->place()] ?? null;
            $document = $documents[$row->row->documentId() ?? ''] ?? null;
            if ($hash === null) {
                $rows[] = $row;

                continue;
            }
            if ($document === null) {
                $new[$row->path] = $row;
                $open[$row->path] = $row->path;
            } elseif ($document->workingHash() !== $hash) {
                $clash = $this->clash($document, $row, $person, isset($coming->wish->theirs[$row->place()]));
                $merged = $clash === null || $document->draft === null ? null : $this->merged($document, $row, $coming, $hash);
                if ($merged !== null) {
                    $this->desk->writeWith($document, $merged, $person, null, $words);
                    $row = new ComingRow($row->row, $row->path, 'What you and they have changed is merged in the draft; yours is a step back.');
                    $drafts++;
                } elseif ($clash !== null) {
                    $row = new ComingRow($row->row, $row->path, $clash);
                } elseif ($document->draft === null && $hash !== $document->saved_hash) {
                    $returning[] = new ReturningDraft($document->id, $hash, $this->base($document, $row), null);
                    $drafts++;
                } else {
                    $this->desk->writeWith($document, $this->contents->kept($hash), $person, null, $words);
                    $drafts++;
                }
            }
            $rows[] = $row;
            if ($document !== null) {
                $open[$row->path] = $document->id;
            }
        }
        $made = $this->new->begin($workspace, array_map(static fn (ComingRow $row): string => $came[$row->place()], $new), $person, $words);
        $this->remember($made, $new, $coming);
        $this->returning->bringBack($workspace, $returning, $person, $words);
        $open = array_fill_keys(array_map(static fn (string $id): string => $made[$id] ?? $id, array_values($open)), false);
        $drafts += count($made);
        $this->expectMadeAgain($workspace, $person, $coming);
        if ($coming->sent->crate !== null) {
            CrateRecords::end($coming->sent->crate);
        }
        [$session, $keptAs] = $open === [] ? [null, null] : $this->quay->open($workspace, $person, $coming->name(), $open);

        return new TakenCrate($rows, $drafts, $session, $keptAs);
    }

    /**
     * @param  list<ComingRow>  $rows
     * @return array<string, Document> by id, their rows held
     */
    private function locked(Workspace $workspace, array $rows): array
    {
        $documents = [];
        foreach (ManyValues::portions(array_values(array_filter(array_map(static fn (ComingRow $row): ?string => $row->row->documentId(), $rows)))) as $ids) {
            foreach (ManyValues::locked(Document::query(), 'id', $ids)->with('draft')->where('workspace_id', $workspace->id)->whereNull('dropped_at')->orderBy('id')->get() as $document) {
                $documents[$document->id] = $document->setRelation('workspace', $workspace);
            }
        }

        return $documents;
    }

    /** A draft and what came, brought together where they changed other lines of what was sent. */
    private function merged(Document $document, ComingRow $row, ComingCrate $coming, string $hash): ?StoredContent
    {
        $base = $coming->sent->kept[$row->place()] ?? null;
        $ours = $document->draft?->hash;
        if ($base === null || $ours === null || ! $this->contents->has($base) || $row->row->state !== ReturnState::ChangedByBoth || StandingLocks::query()->where('held.document_id', $document->id)->exists()) {
            return null;
        }
        $merged = LineMerge::of($this->contents->bytes($base), $this->contents->bytes($ours), $this->contents->bytes($hash));

        return $merged === null ? null : $this->contents->keep($merged);
    }

    /** Why what came does not take the place of what is on the screen. */
    private function clash(Document $document, ComingRow $row, User $person, bool $takesTheirs): ?string
    {
        $holder = StandingLocks::query()->where('held.document_id', $document->id)->where('held.user_id', '!=', $person->id)->value('user_id');
        $here = $row->row->sent?->hereHash;

        return match (true) {
            $holder !== null => 'It is locked by someone else, so that theirs was not put on the screen.',
            $here !== null && $here !== $document->workingHash() && ! $takesTheirs => 'It was changed here while the crate was taken in, so that theirs was not put on the screen. Take it in again to see both.',
            $document->draft !== null && $row->row->state === ReturnState::ChangedByBoth && ! $takesTheirs => 'It has a draft of yours, which stays. Take theirs, and yours is a step back.',
            default => null,
        };
    }

    /** What a draft that came was begun on: what was sent, so that a change here since shows as one outside of the draft does. */
    private function base(Document $document, ComingRow $row): ?string
    {
        $base = $row->row->sent?->baseHash;

        return $base !== null && $row->row->state === ReturnState::ChangedByBoth && $this->contents->has($base) ? $base : $document->saved_hash;
    }

    /**
     * By what new documents are known again when they go back.
     *
     * @param  array<string, string>  $made  ids by path
     * @param  array<string, ComingRow>  $rows  by path
     */
    private function remember(array $made, array $rows, ComingCrate $coming): void
    {
        $origins = [];
        foreach ($rows as $path => $row) {
            $described = $row->row->came?->described;
            if ($described !== null && $coming->opened->description !== null) {
                $origins[] = [
                    'document_id' => $made[$path], 'crate' => $coming->opened->description->identity, 'identity' => $described->identity, 'path' => $described->cameFrom ?? $described->path,
                    'hash' => $row->row->came->hash, 'lineage' => json_encode($described->lineage, JSON_THROW_ON_ERROR),
                ];
            }
        }
        BulkInsert::into('document_origins', $origins);
    }

    /** What was left out to be small is to be made again, and nothing that someone has lost. */
    private function expectMadeAgain(Workspace $workspace, User $person, ComingCrate $coming): void
    {
        foreach ($coming->opened->description->madeAgain ?? [] as $place => $recipe) {
            $end = $coming->homes->end((string) $place);
            if (Document::at($workspace, $end) === null) {
                (new AcceptedStrays($workspace))->accept($person, [$end], 'To be made again'.($recipe === '' ? '.' : ": {$recipe}"));
            }
        }
    }
}
