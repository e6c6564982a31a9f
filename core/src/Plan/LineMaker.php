<?php

declare(strict_types=1);

namespace Hafenbuch\Core\Plan;

use Hafenbuch\Core\Document\DocumentSnapshot;
use Hafenbuch\Core\Document\Snapshot;
use Hafenbuch\Core\Reference\PathMap;
use Hafenbuch\Core\Reference\UnwritableValue;
use Hafenbuch\Core\Write\UnableToRead;

/** Turns the decision on one document into lines, with the contents as they must read afterwards. */
final class LineMaker
{
    private ?string $problem = null;

    public function __construct(
        private readonly Snapshot $snapshot,
        private readonly Redirections $redirections,
        private readonly ?Rewriting $rewriting,
    ) {}

    /** @return list<PlanLine> */
    public function lines(DocumentSnapshot $document, Decision $decision, Reason $reason): array
    {
        $this->problem = null;

        return match ($decision->kind) {
            DecisionKind::Save => [$this->saved($document, $reason)],
            DecisionKind::Discard => [$this->discarded($document, $reason)],
            DecisionKind::SaveAs => $this->savedAs($document, $decision),
            DecisionKind::Copy => [$this->newFile($document, $decision, Reason::copyOf($document->path))],
            DecisionKind::Move => $this->moved($document, $reason),
            DecisionKind::Delete => [$this->deleted($document, $reason)],
            DecisionKind::Leave => $this->following($document, $reason),
        };
    }

    /** @return list<Blocker> what came in the way of the last lines */
    public function blockers(DocumentSnapshot $document): array
    {
        return $this->problem === null ? [] : [new Blocker($document->id, $document->path, $this->problem, [WayOut::leave($document->id)])];
    }

    private function saved(DocumentSnapshot $document, Reason $reason): PlanLine
    {
        $path = $this->redirections->pathOf($document);
        $after = $this->working($document, $path, $this->redirections->forWorking($document));
        $before = $document->onDisk->hash;

        return new PlanLine($document->id, $path, $before === null ? Action::Create : Action::Write, $before, $after, $reason, $document->draftHash);
    }

    private function discarded(DocumentSnapshot $document, Reason $reason): PlanLine
    {
        $onDisk = $document->onDisk->hash;
        $after = $this->savedContent($document, $document->path);
        if ($onDisk !== null && $after !== $document->savedHash) {
            return new PlanLine($document->id, $document->path, Action::Write, $onDisk, $after, $reason, $document->draftHash);
        }

        return new PlanLine($document->id, $document->path, Action::Discard, $onDisk, $onDisk, $reason, $document->draftHash);
    }

    /** @return list<PlanLine> */
    private function savedAs(DocumentSnapshot $document, Decision $decision): array
    {
        $path = (string) $decision->path;
        if ($document->isNew() || $path === $document->path) {
            // A new document has no file to leave behind: it takes the path itself.
            $after = $this->working($document, $path, $this->redirections->forNewFile($document, $decision));
            $before = $this->snapshot->look($path)->hash;

            $reason = $path === $document->path ? Reason::asked() : Reason::savedAs($document->path);

            return [new PlanLine($document->id, $path, $before === null ? Action::Create : Action::Write, $before, $after, $reason, $document->draftHash)];
        }
        $lines = [$this->newFile($document, $decision, Reason::savedAs($document->path))];
        $onDisk = $document->onDisk->hash;
        if ($document->draftHash !== null) {
            $lines[] = new PlanLine($document->id, $document->path, Action::Discard, $onDisk, $onDisk, Reason::goesOn($path), $document->draftHash);
        }

        return $lines;
    }

    private function newFile(DocumentSnapshot $document, Decision $decision, Reason $reason): PlanLine
    {
        $path = (string) $decision->path;
        $leads = $this->redirections->forNewFile($document, $decision);
        $after = $decision->isOfSaved && $document->savedHash !== null
            ? $this->rewritten($document, false, $path, $leads)
            : $this->working($document, $path, $leads);
        $there = $this->snapshot->at($path);
        $before = $this->snapshot->look($path)->hash;

        return new PlanLine(
            $there !== null && $there->id !== $document->id ? $there->id : PlanLine::idToBeMade($path),
            $path,
            $before === null ? Action::Create : Action::Replace,
            $before, $after, $reason, $there?->draftHash, null, $document->id,
        );
    }

    /** @return list<PlanLine> */
    private function moved(DocumentSnapshot $document, Reason $reason): array
    {
        $path = $this->redirections->pathOf($document);
        $draft = $this->draft($document, $path, $this->redirections->forSaved);
        if (! $document->hasFile() || $document->isNew()) {
            return [new PlanLine($document->id, $path, Action::Redraft, null, null, Reason::movedFrom($document->path), $document->draftHash, $draft)];
        }
        $after = $this->savedContent($document, $path);

        return [
            new PlanLine($document->id, $path, Action::Create, null, $after, Reason::movedFrom($document->path), $document->draftHash, $draft),
            new PlanLine($document->id, $document->path, Action::Remove, $document->onDisk->hash, null, Reason::movesTo($path), $document->draftHash, $draft),
        ];
    }

    private function deleted(DocumentSnapshot $document, Reason $reason): PlanLine
    {
        return $document->isNew()
            ? new PlanLine($document->id, $document->path, Action::Discard, null, null, $reason, $document->draftHash)
            : new PlanLine($document->id, $document->path, Action::Remove, $document->onDisk->hash, null, $reason, $document->draftHash);
    }

    /** @return list<PlanLine> of a document that is left, but points at what gets another path */
    private function following(DocumentSnapshot $document, Reason $reason): array
    {
        $path = $document->path;
        $draft = $this->working($document, $path, $this->redirections->forWorking($document));
        $saved = $document->savedHash === null ? null : $this->savedContent($document, $path);
        $hasDraft = $document->draftHash !== null || $draft !== $saved;
        if ($saved !== $document->savedHash && $document->onDisk->hash !== null) {
            return [new PlanLine($document->id, $path, Action::Write, $document->onDisk->hash, $saved, $reason, $document->draftHash, $hasDraft ? $draft : null)];
        }
        $onDisk = $document->onDisk->hash;

        return $draft === $document->draftHash ? [] : [
            new PlanLine($document->id, $path, Action::Redraft, $onDisk, $onDisk, $reason, $document->draftHash, $draft),
        ];
    }

    private function savedContent(DocumentSnapshot $document, string $path): ?string
    {
        return $document->savedHash === null ? null : $this->rewritten($document, false, $path, $this->redirections->forSaved);
    }

    private function draft(DocumentSnapshot $document, string $path, PathMap $leads): ?string
    {
        return $document->draftHash === null ? null : $this->rewritten($document, true, $path, $leads);
    }

    /** What is on the screen: the draft, else the saved content. */
    private function working(DocumentSnapshot $document, string $path, PathMap $leads): ?string
    {
        return $this->draft($document, $path, $leads) ?? ($document->savedHash === null ? null : $this->rewritten($document, false, $path, $leads));
    }

    private function rewritten(DocumentSnapshot $document, bool $ofDraft, string $path, PathMap $leads): ?string
    {
        $hash = $ofDraft ? $document->draftHash : $document->savedHash;
        if ($leads->isEmpty() && $path === $document->path) {
            return $hash;
        }
        try {
            return ($this->rewriting ?? throw new \LogicException('A plan that moves or copies needs the contents.'))->hash($document, $ofDraft, $path, $leads);
        } catch (UnwritableValue $unwritable) {
            $this->problem = "A reference in it cannot be written for the new place. {$unwritable->getMessage()} Choose another name.";
        } catch (UnableToRead $unreadable) {
            $this->problem = $unreadable->getMessage();
        }

        return $hash;
    }
}
