<?php

declare(strict_types=1);

namespace Hafenbuch\Core\Plan;

use Hafenbuch\Core\Document\OnDiskKind;
use Hafenbuch\Core\Document\Snapshot;
use Hafenbuch\Core\Naming\FreeName;
use Hafenbuch\Core\Path\InvalidPath;
use Hafenbuch\Core\Path\NewPath;
use Hafenbuch\Core\Path\Path;

/** What stops a save as, a copy or a move from taking the path that it names. */
final class PathBlockers
{
    /** @var array<string, list<string>> folded path to the paths that lines of the plan bring about */
    private array $made = [];

    /** @var array<string, true> paths from which the plan takes a file away */
    private array $freed = [];

    /** @param list<PlanLine> $lines */
    private function __construct(private readonly Snapshot $snapshot, array $lines)
    {
        foreach ($lines as $line) {
            if ($line->action === Action::Remove) {
                $this->freed[$line->path] = true;
            } elseif ($line->action->writes() || $line->action === Action::Redraft) {
                $this->made[Path::fold($line->path)][] = $line->path;
            }
        }
    }

    /**
     * @param  list<PlanLine>  $lines
     * @param  array<string, Decision>  $decisions  by document id
     * @return list<Blocker>
     */
    public static function of(Snapshot $snapshot, array $lines, array $decisions): array
    {
        $self = null;
        $blockers = [];
        foreach ($lines as $line) {
            $by = $line->origin ?? $line->documentId;
            $decision = $decisions[$by] ?? null;
            if ($decision?->path !== null && $decision->path === $line->path && $line->action !== Action::Remove) {
                $self ??= new self($snapshot, $lines);
                $blocker = $self->problem($line, $by, $decision);
                if ($blocker !== null) {
                    $blockers[] = $blocker;
                }
            }
        }

        return $blockers;
    }

    private function problem(PlanLine $line, string $by, Decision $decision): ?Blocker
    {
        $path = $line->path;
        try {
            NewPath::of($path);
        } catch (InvalidPath $invalid) {
            return new Blocker($by, $path, $invalid->getMessage(), [WayOut::leave($by)]);
        }
        $there = $this->snapshot->look($path);
        $rename = fn (): array => $this->elsewhere($by, $path);
        $taken = $this->taken($line, $by, $decision);
        $lockedBy = $this->lockedThere($line, $by);
        $shared = count($this->made[Path::fold($path)]) > 1;

        return match (true) {
            $there->kind === OnDiskKind::Outside => new Blocker($by, $path, 'Its folder is a link that leads out of the workspace. Choose a path inside it.', [WayOut::leave($by)]),
            $there->kind === OnDiskKind::Folder => new Blocker($by, $path, 'A folder has this name already. Choose another one.', $rename()),
            $shared => new Blocker($by, $path, 'Two documents are to get this one path, or paths that differ only in letter case. Give one of them another name.', $rename()),
            $taken !== null => $taken,
            $lockedBy !== null => new Blocker($by, $path, "{$lockedBy} has locked the document there. Ask for the lock, or choose another name.", $rename()),
            $this->likeName($line) !== null => new Blocker($by, $path, "It differs from {$this->likeName($line)} only in letter case or in the spelling of its letters; other systems cannot tell the two apart.", $rename()),
            $there->withheld !== null && ! isset($this->freed[$path]) => new Blocker($by, $path, $there->withheld, $rename()),
            ! $there->writable && $there->kind === OnDiskKind::Nothing => new Blocker($by, $path, 'Its folder is read-only. Give write access, or choose another one.', [WayOut::leave($by)]),
            ! $there->writable && $there->kind === OnDiskKind::File && ! isset($this->freed[$path]) => new Blocker($by, $path, 'The file there is read-only. Give write access, or choose another name.', $rename()),
            default => null,
        };
    }

    private function isTaken(PlanLine $line, string $by): bool
    {
        if ($this->snapshot->look($line->path)->kind !== OnDiskKind::Nothing) {
            return true;
        }
        foreach ($this->snapshot->allAt($line->path) as $other) {
            // A new document takes its own path, but is not copied onto it.
            if ($other->isNew() && ($other->id !== $by || $line->documentId !== $by)) {
                return true;
            }
        }

        return false;
    }

    /** @return list<WayOut> */
    private function elsewhere(string $by, string $path): array
    {
        if (! isset($this->snapshot->documents[$by])) {
            return []; // What comes in gets its path where it is chosen.
        }
        $free = FreeName::near($path, fn (string $free): bool => $this->snapshot->isTaken($free) || isset($this->made[Path::fold($free)]));

        return [...($free === null ? [] : [WayOut::rename($by, $free)]), WayOut::leave($by)];
    }

    /** @return ?string who else has the document that is replaced */
    private function lockedThere(PlanLine $line, string $by): ?string
    {
        return $line->action === Action::Replace && $line->documentId !== $by ? $this->snapshot->at($line->path)?->access->lockedBy : null;
    }

    private function taken(PlanLine $line, string $by, Decision $decision): ?Blocker
    {
        if (isset($this->freed[$line->path]) || ! $this->isTaken($line, $by)) {
            return null;
        }
        $other = $this->snapshot->at($line->path);
        $hash = $this->snapshot->look($line->path)->hash;
        $ways = $this->elsewhere($by, $line->path);
        if ($decision->kind === DecisionKind::Move) {
            return new Blocker($by, $line->path, 'There is a document of this name already. Choose another one, or move that one away first.', $ways);
        }
        if ($hash === null) {
            return new Blocker($by, $line->path, 'A new document is to get this path. Choose another one.', $ways);
        }
        if ($decision->over === $hash) {
            return null;
        }
        $isOpen = $other !== null && $other->isUnsaved();

        return new Blocker(
            $by, $line->path,
            $isOpen
                ? 'There is a document here already, and it has unsaved changes of its own. Replacing it replaces its file and drops its draft; both can be brought back.'
                : 'There is a file here already, which this would replace. Compare the two first.',
            [WayOut::replace($by, $hash), ...$ways],
        );
    }

    /** A file that stays, or a line of this plan, whose name other systems take for the same. */
    private function likeName(PlanLine $line): ?string
    {
        foreach ($this->snapshot->likeNames($line->path) as $like) {
            if (! isset($this->freed[$like])) {
                return $like;
            }
        }

        return null;
    }
}
