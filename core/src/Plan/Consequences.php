<?php

declare(strict_types=1);

namespace Hafenbuch\Core\Plan;

use Hafenbuch\Core\Document\DocumentSnapshot;
use Hafenbuch\Core\Document\Mention;
use Hafenbuch\Core\Document\Snapshot;
use Hafenbuch\Core\Path\Path;

/** The workspace as it will be after a plan: which references will be broken, and what stays unsaved. */
final class Consequences
{
    /** So many names are said in one warning. */
    private const NAMED = 3;

    private readonly FilesAfter $files;

    /** @var array<string, true> the ids of the documents that get a line */
    private array $planned = [];

    /**
     * @param  array<string, Decision>  $decisions  by document id
     * @param  list<MadeLine>  $lines
     */
    public function __construct(
        private readonly Snapshot $snapshot,
        private readonly array $decisions,
        private readonly Redirections $redirections,
        private readonly array $lines,
    ) {
        $this->files = FilesAfter::of($snapshot, array_map(static fn (MadeLine $one): PlanLine => $one->line, $lines));
        foreach ($lines as $one) {
            $this->planned[$one->line->documentId] = true;
        }
    }

    /** @return list<Warning> */
    public function warnings(): array
    {
        $broken = [];
        $saved = [];
        foreach ($this->lines as $one) {
            [$line, $source] = [$one->line, $one->sketch->source];
            if ($line->action === Action::Discard) {
                array_push($broken, ...$this->brokenByDiscard($source, $line));
            } elseif ($line->action->writes()) {
                array_push($broken, ...$this->brokenIn($one));
                if ($one->sketch->bringsWork) {
                    $saved[] = $source->id;
                }
                if ($one->sketch->bringsWork && $source->becomesFile && $line->path === $source->path) {
                    $broken[] = new Warning($line->path, 'It is a link, and a file takes its place. What it led to stays as it is; taking the entry back makes it a link again.');
                }
                if ($line->action === Action::Replace) {
                    $broken[] = $this->replaced($line);
                }
                if ($source->isNew() && $line->origin === null && $line->path !== $source->path) {
                    array_push($broken, ...$this->leftBehind($source, $line->path));
                }
            }
        }

        return [...$broken, ...(new BesideWarnings($this->snapshot, $this->decisions, $this->lines, $this->files))->all(), ...$this->acceptedStrays(), ...$this->notReadWhole(), ...$this->shownElsewhere(), ...$this->leftUnsaved($saved)];
    }

    /** @return list<Blocker> documents whose files point at what the plan takes away, unless that is accepted */
    public function blockers(): array
    {
        $blockers = [];
        foreach ($this->brokenByRemoval() as [$path, $referrer]) {
            $deleted = $this->snapshot->at($path);
            $decision = $this->decisions[$deleted->id ?? ''] ?? null;
            if ($deleted === null || $decision === null || $decision->accepts($referrer->path)) {
                continue;
            }
            $ways = [WayOut::accept($deleted->id, $referrer->path), WayOut::mend($referrer->id, $referrer->path), WayOut::leave($deleted->id, 'Keep the document')];
            if ($referrer->draftHash !== null && ! in_array($path, $referrer->refersTo, true)) {
                array_unshift($ways, WayOut::save($referrer->id, "Save {$referrer->path} too, which no longer points at it"));
            }
            $blockers[] = new Blocker($deleted->id, $path, "{$referrer->path} refers to it.", $ways);
        }

        return $blockers;
    }

    /** @return array<string, DocumentSnapshot> every document that the plan rests on, by id */
    public function reads(): array
    {
        $ids = [];
        foreach ($this->lines as $one) {
            $ids[] = $one->sketch->source->id;
            if ($one->line->origin !== null && ! $one->line->makesDocument()) {
                $ids[] = $one->line->documentId;
            }
        }
        $around = $this->files->removed === [] ? [] : $this->snapshot->pointingAt($this->files->removed);
        foreach (array_intersect_key($this->snapshot->documents, array_flip($ids)) as $document) {
            if ($document->isNew()) {
                array_push($around, ...$this->snapshot->graph()->referrersOf($document->id));
            }
        }

        return array_intersect_key($this->snapshot->documents, array_flip([...$ids, ...$around]));
    }

    /**
     * What is below a document that is saved. The plan rests on the files there, and on what is unsaved, but not on its words: people who
     * work on what hangs together do not keep one another from saving.
     *
     * @return array<string, DocumentSnapshot> by id
     */
    public function readsBelow(): array
    {
        $saved = [];
        foreach ($this->lines as $one) {
            if ($one->sketch->bringsWork) {
                $saved[] = $one->sketch->source->id;
            }
        }

        return array_intersect_key($this->snapshot->documents, array_flip($this->snapshot->graph()->walk()->belowAmong($saved, array_map(strval(...), array_keys($this->snapshot->documents)))));
    }

    private function replaced(PlanLine $line): Warning
    {
        $there = $this->snapshot->at($line->path);

        return new Warning($line->path, match (true) {
            $there === null => 'The file that is there now is replaced. It is kept as a version, and taking the entry back brings it back.',
            $there->isUnsaved() => 'The document that is there now is replaced, and its unsaved changes are dropped. Both are kept, and taking the entry back brings them back.',
            default => 'The document that is there now is replaced. It is kept as a version, and taking the entry back brings it back.',
        });
    }

    /** @return list<Warning> */
    private function brokenIn(MadeLine $one): array
    {
        [$line, $source] = [$one->line, $one->sketch->source];
        $warnings = [];
        foreach ($one->sketch->pointsAt as $path) {
            if (isset($this->files->there[$path])) {
                continue;
            }
            $target = $this->snapshot->at($path);
            // What was broken before, in a document that is only written because of others, is no news.
            if ($line->reason->isFollowing() && ! isset($this->files->removed[$path]) && in_array($path, $source->savedRefersTo, true) && ($target === null || ! $target->isNew())) {
                continue;
            }
            if (isset($this->files->removed[$path])) {
                $warnings[] = new Warning($line->path, "It will point at {$path}, which this plan takes away: a stray.");
            } elseif ($target === null) {
                $known = in_array($path, $source->savedRefersTo, true);
                $warnings[] = new Warning($line->path, $known
                    ? "It still points at {$path}, which does not exist."
                    : "It will point at {$path}, which does not exist: a new stray.");
            } elseif ($target->isNew()) {
                $warnings[] = new Warning($line->path, "It will point at {$path}, which has no file yet: a stray until that is saved.", [
                    WayOut::save($target->id, "Save {$path} too"),
                ]);
            } else {
                $warnings[] = new Warning($line->path, "It points at {$path}, whose file is gone.");
            }
        }

        return $warnings;
    }

    /** @return list<Warning> */
    private function brokenByDiscard(DocumentSnapshot $document, PlanLine $line): array
    {
        if (! $document->isNew()) {
            return [];
        }
        $warnings = [];
        foreach ($this->snapshot->graph()->referrersOf($document->id) as $referrer) {
            $warnings[] = new Warning(
                $this->snapshot->get($referrer)->path,
                "It points at {$document->path}, which will be discarded and has no file: a stray.",
            );
        }

        return $warnings;
    }

    /** @return list<Warning> of those that go on naming a new document by a path that it does not get */
    private function leftBehind(DocumentSnapshot $document, string $path): array
    {
        $warnings = [];
        foreach ($this->snapshot->graph()->referrersOf($document->id) as $referrer) {
            $leads = $this->redirections->forWorking($this->snapshot->get($referrer));
            if (! $leads->has($document->path)) {
                $warnings[] = new Warning($this->snapshot->get($referrer)->path, "It points at {$document->path}; the document gets its file at {$path}. It becomes a stray unless it follows.");
            }
        }

        return $warnings;
    }

    /** @return list<array{string, DocumentSnapshot}> each path that is taken away with a document whose file will still point at it */
    private function brokenByRemoval(): array
    {
        $deleted = array_filter($this->files->removed, fn (string $path): bool => ! isset($this->redirections->moved[$path]), ARRAY_FILTER_USE_KEY);
        if ($deleted === []) {
            return [];
        }
        $after = [];
        foreach ($this->lines as $one) {
            if ($one->line->action->writes() && ! $one->line->makesDocument()) {
                $after[$one->line->documentId] = $one->sketch->pointsAt;
            }
        }
        $broken = [];
        foreach ($this->snapshot->pointingAt($deleted) as $id) {
            $referrer = $this->snapshot->get($id);
            if (isset($this->files->removed[$referrer->path]) || ! $referrer->hasFile()) {
                continue;
            }
            foreach (array_unique($after[$id] ?? $referrer->savedRefersTo) as $path) {
                if (isset($deleted[$path])) {
                    $broken[] = [$path, $referrer];
                }
            }
        }

        return $broken;
    }

    /** @return list<Warning> */
    private function acceptedStrays(): array
    {
        $warnings = [];
        foreach ($this->brokenByRemoval() as [$path, $referrer]) {
            $decision = $this->decisions[$this->snapshot->at($path)->id ?? ''] ?? null;
            if ($decision !== null && $decision->accepts($referrer->path)) {
                $warnings[] = new Warning($referrer->path, "It will point at {$path}, which is deleted: a stray, as you accepted.");
            }
        }

        return $warnings;
    }

    /** @return list<Warning> of those that may point at what goes away, or may point elsewhere from another folder, without that being known */
    private function notReadWhole(): array
    {
        $warnings = [];
        foreach ($this->lines as $one) {
            [$line, $source] = [$one->line, $one->sketch->source];
            if (! $source->isReadWhole && $line->action->writes() && Path::folderOf($line->path) !== Path::folderOf($source->path)) {
                $warnings[] = new Warning($line->path, 'It could not be read whole, so references in it that were not found stay as they are, and may lead nowhere from another folder.', isset($this->snapshot->documents[$source->id]) ? [WayOut::look($source->id, $source->path)] : []);
            }
        }
        $removed = array_map(strval(...), array_keys($this->files->removed));
        foreach ($removed === [] ? [] : $this->snapshot->partlyRead?->mentioning($removed) ?? [] as $mention) {
            if (! isset($this->files->removed[$mention->path])) {
                $warnings[] = new Warning($mention->path, self::mentionWords($mention), [WayOut::look($mention->documentId, $mention->path)]);
            }
        }

        return $warnings;
    }

    /**
     * A link is read from where it lies, and what it shows is written for its own folder.
     *
     * @return list<Warning>
     */
    private function shownElsewhere(): array
    {
        $moved = $rewritten = [];
        foreach ($this->lines as $one) {
            [$line, $source] = [$one->line, $one->sketch->source];
            $isElsewhere = Path::folderOf($line->path) !== Path::folderOf($source->path);
            if ($line->action->writes() && $source->isLink && $isElsewhere && $source->folders === []) {
                $moved[] = $line->path;
            } elseif ($line->action->writes() && ! $source->isLink && $source->savedRefersTo !== [] && ($isElsewhere || $one->sketch->after->isRewritten())) {
                $rewritten[] = $source->path;
            }
        }
        $links = $rewritten === [] ? [] : array_column($this->snapshot->links?->showing($rewritten) ?? [], 0);

        return [
            ...self::ofMany($moved, 'a link that goes to another folder. Read from there, references in what it shows may lead elsewhere.'),
            ...self::ofMany($links, 'a link from another folder to a document whose references are rewritten for its own. Read through the link they may lead elsewhere.'),
        ];
    }

    /**
     * One warning for all, since there can be thousands.
     *
     * @param  list<string>  $paths
     * @return list<Warning>
     */
    private static function ofMany(array $paths, string $what): array
    {
        $more = count($paths) - 1;

        return $paths === [] ? [] : [new Warning($paths[0], 'It is '.($more > 0 ? "(with {$more} more) " : '').$what)];
    }

    private static function mentionWords(Mention $mention): string
    {
        if ($mention->paths === null) {
            return "It could not be read, nor searched for the names of what moves or is taken away: it may point there. {$mention->why}";
        }
        $names = array_map(static fn (string $path): string => '“'.Path::nameOf($path).'”', $mention->paths);
        $more = count($names) - self::NAMED;
        $words = implode(', ', array_slice($names, 0, self::NAMED)).($more > 0 ? " and {$more} more" : '');

        return "It could not be read whole and contains {$words}, which moves or is taken away: it may point there, and would not follow. {$mention->why}";
    }

    /**
     * @param  list<string>  $saved
     * @return list<Warning>
     */
    private function leftUnsaved(array $saved): array
    {
        $warnings = [];
        foreach ($this->snapshot->graph()->walk()->belowAmong($saved, $this->snapshot->unsaved()) as $id) {
            if (isset($this->planned[$id])) {
                continue;
            }
            $document = $this->snapshot->get($id);
            if (! $document->isNew()) {
                $warnings[] = new Warning($document->path, 'It stays unsaved, although a document that is saved refers to it.', [
                    WayOut::save($id, 'Save it too'),
                ]);
            }
        }

        return $warnings;
    }
}
