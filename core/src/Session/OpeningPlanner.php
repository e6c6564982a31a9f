<?php

declare(strict_types=1);

namespace Hafenbuch\Core\Session;

/** Computes what opening a session will do. A pure function: the same session, workspaces and wish give the same plan. */
final readonly class OpeningPlanner
{
    /**
     * @param  array<string, ?WorkspaceNow>  $workspaces  by name; null: the asker may not see it, or it is not there any more
     */
    private function __construct(private array $workspaces, private Wish $wish) {}

    /**
     * @param  list<KeptDocument>  $kept
     * @param  array<string, ?WorkspaceNow>  $workspaces  by name; null: the asker may not see it, or it is not there any more
     */
    public static function plan(array $kept, array $workspaces, Wish $wish): OpeningPlan
    {
        return new OpeningPlan($wish, (new self($workspaces, $wish))->lines($kept));
    }

    /**
     * @param  list<KeptDocument>  $kept
     * @param  array<string, ?WorkspaceNow>  $workspaces
     * @return array<int, array{found: Found, now: Now}> by key
     */
    public static function states(array $kept, array $workspaces): array
    {
        $states = [];
        foreach (self::byWorkspace($kept) as $name => $documents) {
            $found = Finder::find($documents, $workspaces[$name] ?? new WorkspaceNow([]));
            foreach ($documents as $one) {
                $states[$one->key] = ['found' => $found[$one->key], 'now' => Now::of($one, $found[$one->key]->document)];
            }
        }

        return $states;
    }

    /**
     * @param  list<KeptDocument>  $kept
     * @return list<OpeningLine>
     */
    private function lines(array $kept): array
    {
        $states = self::states($kept, $this->workspaces);
        $lines = $opened = [];
        foreach ($kept as $one) {
            if ($this->wish->wants($one)) {
                $line = $this->line($one, $states[$one->key]['found'], $states[$one->key]['now']);
                $lines[] = $line;
                $opened[(string) $line->id] = $line->does->isOpen();
            }
        }

        return $this->wish->way === Way::Add ? $lines : [...$lines, ...$this->closed($kept, $opened)];
    }

    private function line(KeptDocument $one, Found $found, Now $state): OpeningLine
    {
        $workspace = $this->workspaces[$one->workspace] ?? null;
        if ($workspace === null) {
            return new OpeningLine($one->workspace, $one->path, Does::Leaves, 'its workspace is not there any more, or you are no member of it', $one->key, null, $state);
        }
        $document = $found->document;
        if ($document === null) {
            return $this->lost($one, $workspace, $found, $state);
        }
        $isHeld = $this->isHeld($one, $document, $workspace);
        [$does, $reason] = $this->open($one, $document, $workspace, $state, $isHeld);
        $where = match (true) {
            $document->path === $one->path => null,
            $found->by === FoundBy::Identity => "it was moved from {$one->path}",
            $found->by === FoundBy::Content => "it was {$one->path}, and has the same content",
            default => "it was {$one->path}, and has the same name",
        };

        return new OpeningLine($one->workspace, $document->path, $does, implode('; ', array_filter([$reason, $where])), $one->key, $document->id, $state, $isHeld);
    }

    /** Whether it is in the hold afterwards. What is added takes nothing out of sight. */
    private function isHeld(KeptDocument $one, ?DocumentNow $document, WorkspaceNow $workspace): bool
    {
        $isShownNow = $document !== null && ($workspace->open[$document->id] ?? true) === false;

        return $one->isHeld && ! ($this->wish->way === Way::Add && $isShownNow);
    }

    /** @return array{Does, string} */
    private function open(KeptDocument $one, DocumentNow $document, WorkspaceNow $workspace, Now $state, bool $isHeld): array
    {
        if (Now::clash($one, $document)) {
            $takesSession = ($this->wish->takes[$one->key] ?? Take::Now) === Take::Session;

            return match (true) {
                ! $takesSession => [Does::KeepsDraft, 'it has another draft now; that of the session stays as a recovery point'],
                $document->lockedBy !== null => [Does::KeepsDraft, "it is locked by {$document->lockedBy}, so that its draft stays; that of the session stays as a recovery point"],
                default => [Does::TakesDraft, 'you took that of the session; the draft of now stays as a recovery point'],
            };
        }
        $isOpen = ($workspace->open[$document->id] ?? null) === $isHeld;
        $opens = $isHeld ? Does::OpensInHold : Does::Opens;
        $changed = $state === Now::Changed ? 'its file has changed since' : null;
        if ($one->draftHash !== null && $document->draftHash !== $one->draftHash) {
            return match (true) {
                $one->draftHash === $document->savedHash && ! $document->isGone => [$isOpen ? Does::Stays : $opens, 'its draft was saved since'],
                $document->lockedBy !== null => [$isOpen ? Does::Stays : $opens, "it is locked by {$document->lockedBy}; the session goes on keeping its draft"],
                default => [Does::AddsDraft, $changed === null ? 'it was modified' : "it was modified, and {$changed}: compare before you save"],
            };
        }
        $what = match (true) {
            $one->draftHash !== null => 'its draft is as it was kept',
            $document->draftHash !== null => 'it has a draft, which stays',
            default => null,
        };

        return [$isOpen ? Does::Stays : $opens, implode(', ', array_filter([$what, $changed])) ?: 'it is as it was kept'];
    }

    /** What becomes of a document for which there is nothing now. */
    private function lost(KeptDocument $one, WorkspaceNow $workspace, Found $found, Now $state): OpeningLine
    {
        $former = $workspace->document($one->id);
        // A row that is open and has nothing to show goes on saying so.
        $isOpen = $former !== null && ! $former->isDropped && isset($workspace->open[$former->id]);
        $line = fn (Does $does, string $reason): OpeningLine => new OpeningLine($one->workspace, $one->path, $does === Does::Leaves && $isOpen ? Does::Stays : $does, $reason, $one->key, $former?->id, $state, $this->isHeld($one, $former, $workspace));
        if ($workspace->at($one->path) !== null) {
            // Another document of the session is there now, or what is made anew would write over it.
            return $line(Does::Leaves, 'it is gone, and another document has its path now'.($one->draftHash === null ? '' : '; the session goes on keeping its draft'));
        }
        if ($one->draftHash !== null) {
            return match (true) {
                $former === null || $former->isDropped => $line(Does::MakesAnew, 'it is gone; its draft makes a new document'),
                $former->lockedBy !== null => $line(Does::Leaves, "it is gone, and locked by {$former->lockedBy}; the session goes on keeping its draft"),
                $former->savedHash === null => $line(Does::AddsDraft, 'it was never saved'),
                default => $line(Does::AddsDraft, 'its file is gone; with its draft it can be written again'),
            };
        }
        if ($former?->version !== null) {
            return ($this->wish->takes[$one->key] ?? null) === Take::Version && ($former->isDropped || $former->lockedBy === null)
                ? $line(Does::BringsBack, "it is gone; version {$former->version} comes as a draft")
                : $line(Does::Leaves, "it is gone; its version {$former->version} can be brought back");
        }
        $candidates = implode(', ', array_map(static fn (DocumentNow $document): string => $document->path, $found->candidates));

        return $line(Does::Leaves, $candidates === '' ? 'it is gone' : "it is gone, or one of several that are alike: {$candidates}");
    }

    /**
     * What is open and not of the session, in the workspaces that it speaks of.
     *
     * @param  list<KeptDocument>  $kept
     * @param  array<string, bool>  $opened  by id
     * @return list<OpeningLine>
     */
    private function closed(array $kept, array $opened): array
    {
        $lines = [];
        foreach (array_keys(self::byWorkspace(array_values(array_filter($kept, $this->wish->wants(...))))) as $name) {
            $workspace = $this->workspaces[$name] ?? null;
            foreach ($workspace->open ?? [] as $id => $isHeld) {
                $document = $workspace?->documents[$id] ?? null;
                if ($document !== null && ! ($opened[(string) $id] ?? false)) {
                    $lines[] = new OpeningLine((string) $name, $document->path, Does::Closes, $document->draftHash === null ? 'you have it open now' : 'you have it open now; its draft stays with the document', null, (string) $id);
                }
            }
        }

        return $lines;
    }

    /**
     * @param  list<KeptDocument>  $kept
     * @return array<string, list<KeptDocument>>
     */
    private static function byWorkspace(array $kept): array
    {
        $by = [];
        foreach ($kept as $one) {
            $by[$one->workspace][] = $one;
        }

        return $by;
    }
}
