<?php

declare(strict_types=1);

namespace Hafenbuch\Core\Plan;

use Hafenbuch\Core\Document\DocumentSnapshot;
use Hafenbuch\Core\Document\FileState;
use Hafenbuch\Core\Document\OnDiskKind;
use Hafenbuch\Core\Document\Snapshot;
use Hafenbuch\Core\Naming\FreeName;
use Hafenbuch\Core\Path\InvalidPath;
use Hafenbuch\Core\Path\NewPath;
use Hafenbuch\Core\Path\Path;

/** What stops the file of one document from being written or taken away. Discarding a draft writes no file, so only someone else’s lock stops it. */
final class Blockers
{
    /**
     * @param  array<string, Reason>  $planned  by document id
     * @param  list<PlanLine>  $lines  that the document has in the plan
     * @return list<Blocker>
     */
    public static function of(Snapshot $snapshot, DocumentSnapshot $document, Decision $decision, array $planned, array $lines): array
    {
        if ($decision->kind !== DecisionKind::Save) {
            return self::ofOwnFile($document, $decision, $lines);
        }
        $blocker = self::badPath($document)
            ?? ($document->isNew() ? self::taken($snapshot, $document, $planned) : self::moved($document, $decision))
            ?? self::noAccess($document);

        return $blocker === null ? [] : [$blocker];
    }

    /**
     * A file that is taken away, or written because its references follow, must be what Hafenbuch knows.
     *
     * @param  list<PlanLine>  $lines
     * @return list<Blocker>
     */
    private static function ofOwnFile(DocumentSnapshot $document, Decision $decision, array $lines): array
    {
        if ($decision->kind === DecisionKind::Move && $lines !== [] && $document->fileState() === FileState::Gone && $document->draftHash === null) {
            $message = 'Its file is gone since it was last read, so there is nothing to move. Look for changed files, then plan again.';

            return [self::blocker($document, $message, [WayOut::rescan($document->id), ...self::waysAround($document, $decision)])];
        }
        $withheld = $document->access->lockedBy !== null ? "{$document->access->lockedBy} has locked it, and its draft would be changed or dropped. Ask for the lock, or leave it." : $document->access->why;
        if ($withheld !== null && self::changesDraft($document, $lines)) {
            $message = $withheld;

            return [self::blocker($document, $message, self::waysAround($document, $decision))];
        }
        foreach ($lines as $line) {
            if ($line->path !== $document->path || ! $line->action->touchesFile() || $document->isNew()) {
                continue;
            }
            $state = $document->fileState();
            $isDeleted = $decision->kind === DecisionKind::Delete;
            if ($document->onDisk->hash !== $document->savedHash && ! ($isDeleted && $document->onDisk->hash !== null)) {
                $what = $state === FileState::Gone ? 'Its file is gone' : 'Its file was changed outside of Hafenbuch';
                $message = "{$what} since it was last read, so what would be written is not known. Look for changed files, then plan again.";

                return [self::blocker($document, $message, [WayOut::rescan($document->id), ...self::waysAround($document, $decision)])];
            }
            $blocker = self::noAccess($document, self::waysAround($document, $decision));
            if ($blocker !== null) {
                return [$blocker];
            }
        }

        return [];
    }

    /** @param list<PlanLine> $lines */
    private static function changesDraft(DocumentSnapshot $document, array $lines): bool
    {
        foreach ($lines as $line) {
            if ($line->documentId === $document->id && $line->draftBefore !== $line->draftAfter && ($line->draftBefore !== null || ! $line->action->touchesFile())) {
                return true;
            }
        }

        return false;
    }

    /** @return list<WayOut> */
    private static function waysAround(DocumentSnapshot $document, Decision $decision): array
    {
        return $decision->kind === DecisionKind::Leave ? [] : [WayOut::leave($document->id, 'Leave it where it is')];
    }

    private static function badPath(DocumentSnapshot $document): ?Blocker
    {
        try {
            $document->isNew() ? NewPath::of($document->path) : Path::of($document->path);
        } catch (InvalidPath $invalid) {
            return self::blocker($document, $invalid->getMessage(), [self::leave($document)]);
        }
        $trusted = NewPath::trustedIn($document->path);
        if ($trusted !== null) {
            return self::blocker($document, "Other programs run or trust what is called “{$trusted}”, so it is only read here. Change it by other means, or leave it.", [self::leave($document)]);
        }
        if ($document->onDisk->kind === OnDiskKind::Outside) {
            return self::blocker($document, 'Its folder is a link that leads out of the workspace. Choose a path inside it.', [self::leave($document)]);
        }

        return null;
    }

    /** @param array<string, Reason> $planned */
    private static function taken(Snapshot $snapshot, DocumentSnapshot $document, array $planned): ?Blocker
    {
        $message = match ($document->onDisk->kind) {
            OnDiskKind::Folder => 'A folder has this name already. Give the new document another one.',
            OnDiskKind::Nothing => self::isSharedPath($snapshot, $document, $planned)
                ? 'Two documents are to be saved at this one path. Give one of them another name.'
                : null,
            default => 'There is a file at the proposed path already, which this save would replace. Give the new document another name.',
        };

        if ($message === null) {
            return null;
        }
        $free = FreeName::near($document->path, $snapshot->isTaken(...));

        return self::blocker($document, $message, [...($free === null ? [] : [WayOut::propose($document->id, $free)]), self::leave($document)]);
    }

    /** @param array<string, Reason> $planned */
    private static function isSharedPath(Snapshot $snapshot, DocumentSnapshot $document, array $planned): bool
    {
        foreach ($snapshot->allAt($document->path) as $other) {
            if ($other->id !== $document->id && ($other->isNew() ? isset($planned[$other->id]) : $other->hasFile())) {
                return true;
            }
        }

        return false;
    }

    private static function moved(DocumentSnapshot $document, Decision $decision): ?Blocker
    {
        $state = $document->fileState();
        if ($state === FileState::Gone && $document->onDisk->kind === OnDiskKind::Folder) {
            return self::blocker($document, 'A folder stands where its file was. Move the folder away, or leave the document.', [self::leave($document)]);
        }
        if ($state === FileState::Gone && $decision->over !== Decision::GONE) {
            return self::blocker($document, 'Its file was deleted or moved by someone else since.', [
                WayOut::saveOver($document->id, Decision::GONE, 'Make the file again'),
                WayOut::discard($document->id, 'Let it go, drop the draft'),
                self::leave($document),
            ]);
        }
        $hash = $document->onDisk->hash;
        if ($state === FileState::ChangedOutside && $hash === null) {
            return self::blocker($document, 'Its file cannot be read, so what a save would replace is not known. Give read access to it.', [self::leave($document)]);
        }
        if ($state === FileState::ChangedOutside && $decision->over !== $hash) {
            return self::blocker($document, 'Its file was changed outside of Hafenbuch since this draft was begun.', [
                WayOut::saveOver($document->id, (string) $hash, 'Replace what is on disk (it is kept as a version)'),
                WayOut::discard($document->id, 'Take what is on disk, drop the draft'),
                self::leave($document),
            ]);
        }

        return null;
    }

    /** @param ?list<WayOut> $ways */
    private static function noAccess(DocumentSnapshot $document, ?array $ways = null): ?Blocker
    {
        $ways ??= [self::leave($document)];
        if ($document->access->lockedBy !== null) {
            return self::blocker($document, "{$document->access->lockedBy} has locked it. Ask for the lock, or leave it.", $ways);
        }
        if ($document->access->why !== null) {
            return self::blocker($document, $document->access->why, $ways);
        }
        if (! $document->access->writable || ! $document->onDisk->writable) {
            $what = $document->onDisk->kind === OnDiskKind::Nothing ? 'Its folder is' : 'It is';

            return self::blocker($document, "{$what} read-only. Give write access, or leave it.", $ways);
        }

        return null;
    }

    private static function leave(DocumentSnapshot $document): WayOut
    {
        return WayOut::leave($document->id, 'Leave it unsaved');
    }

    /** @param list<WayOut> $ways */
    private static function blocker(DocumentSnapshot $document, string $message, array $ways): Blocker
    {
        return new Blocker($document->id, $document->path, $message, $ways);
    }
}
