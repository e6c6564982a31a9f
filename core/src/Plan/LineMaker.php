<?php

declare(strict_types=1);

namespace Hafenbuch\Core\Plan;

use Hafenbuch\Core\Document\DocumentSnapshot;
use Hafenbuch\Core\Document\Snapshot;
use Hafenbuch\Core\Reference\Address;
use Hafenbuch\Core\Reference\PathMap;

/** Turns the decision on one document into lines, each with what it wants written and what that points at. */
final readonly class LineMaker
{
    public function __construct(private Snapshot $snapshot, private Redirections $redirections) {}

    /** @return list<SketchedLine> */
    public function lines(DocumentSnapshot $document, Decision $decision, Reason $reason): array
    {
        return match ($decision->kind) {
            DecisionKind::Save => [$this->saved($document, $reason)],
            DecisionKind::Discard => [$this->discarded($document, $reason)],
            DecisionKind::SaveAs => $this->savedAs($document, $decision),
            DecisionKind::Copy => [$this->newFile($document, $decision, Reason::copyOf($document->path), bringsWork: false)],
            DecisionKind::Move => $this->moved($document),
            DecisionKind::Delete => [$this->deleted($document, $reason)],
            DecisionKind::Leave => $this->following($document, $reason),
        };
    }

    /** A file from elsewhere. */
    public function arrived(Arrival $arrival): SketchedLine
    {
        $source = $arrival->source();
        $before = $this->snapshot->look($arrival->to)->hash;
        $leads = $this->redirections->forSaved($source);

        return new SketchedLine(
            $source, $source->id, $arrival->to, $before === null ? Action::Create : Action::Replace, $before, WantedContent::of($source, false, $arrival->to, $leads),
            Reason::takenIn($arrival->from), pointsAt: self::mapped($source->savedRefersTo, $source->elsewhere, $leads),
        );
    }

    private function saved(DocumentSnapshot $document, Reason $reason): SketchedLine
    {
        $path = $this->redirections->pathOf($document);
        $leads = $this->redirections->forWorking($document);
        $before = $document->onDisk->hash;

        return new SketchedLine(
            $document, $document->id, $path, $before === null ? Action::Create : Action::Write, $before, $this->working($document, $path, $leads),
            $reason, $document->draftHash, pointsAt: self::mapped($document->refersTo, $document->elsewhere, $leads), bringsWork: true,
        );
    }

    private function discarded(DocumentSnapshot $document, Reason $reason): SketchedLine
    {
        $onDisk = $document->onDisk->hash;
        $after = $this->savedContent($document, $document->path);
        if ($onDisk !== null && $after->isRewritten()) {
            return new SketchedLine($document, $document->id, $document->path, Action::Write, $onDisk, $after, $reason, $document->draftHash, pointsAt: self::mapped($document->savedRefersTo, $document->elsewhere, $this->redirections->forSaved($document)));
        }

        return new SketchedLine($document, $document->id, $document->path, Action::Discard, $onDisk, WantedContent::asItIs($onDisk), $reason, $document->draftHash);
    }

    /** @return list<SketchedLine> */
    private function savedAs(DocumentSnapshot $document, Decision $decision): array
    {
        $path = (string) $decision->path;
        if ($document->isNew() || $path === $document->path) {
            // A new document has no file to leave behind: it takes the path itself.
            $leads = $this->redirections->forNewFile($document, $decision);
            $before = $this->snapshot->look($path)->hash;
            $reason = $path === $document->path ? Reason::asked() : Reason::savedAs($document->path);

            return [new SketchedLine(
                $document, $document->id, $path, $before === null ? Action::Create : Action::Write, $before, $this->working($document, $path, $leads),
                $reason, $document->draftHash, pointsAt: self::mapped($document->refersTo, $document->elsewhere, $leads), bringsWork: true,
            )];
        }
        $lines = [$this->newFile($document, $decision, Reason::savedAs($document->path), bringsWork: true)];
        $onDisk = $document->onDisk->hash;
        if ($document->draftHash !== null) {
            $lines[] = new SketchedLine($document, $document->id, $document->path, Action::Discard, $onDisk, WantedContent::asItIs($onDisk), Reason::goesOn($path), $document->draftHash);
        }

        return $lines;
    }

    private function newFile(DocumentSnapshot $document, Decision $decision, Reason $reason, bool $bringsWork): SketchedLine
    {
        $path = (string) $decision->path;
        $leads = $this->redirections->forNewFile($document, $decision);
        $isOfSaved = $decision->isOfSaved && $document->savedHash !== null;
        $there = $this->snapshot->at($path);
        $before = $this->snapshot->look($path)->hash;

        return new SketchedLine(
            $document,
            $there !== null && $there->id !== $document->id ? $there->id : PlanLine::idToBeMade($path),
            $path,
            $before === null ? Action::Create : Action::Replace,
            $before,
            $isOfSaved ? WantedContent::of($document, false, $path, $leads) : $this->working($document, $path, $leads),
            $reason, $there?->draftHash, null, $document->id,
            self::mapped($isOfSaved ? $document->savedRefersTo : $document->refersTo, $document->elsewhere, $leads),
            $bringsWork,
        );
    }

    /** @return list<SketchedLine> */
    private function moved(DocumentSnapshot $document): array
    {
        $path = $this->redirections->pathOf($document);
        $draft = $document->draftHash === null ? null : WantedContent::of($document, true, $path, $this->redirections->forSaved($document));
        if (! $document->hasFile() || $document->isNew()) {
            return [new SketchedLine($document, $document->id, $path, Action::Redraft, null, WantedContent::asItIs(null), Reason::movedFrom($document->path), $document->draftHash, $draft)];
        }

        return [
            new SketchedLine($document, $document->id, $path, Action::Create, null, $this->savedContent($document, $path), Reason::movedFrom($document->path), $document->draftHash, $draft, pointsAt: self::mapped($document->savedRefersTo, $document->elsewhere, $this->redirections->forSaved($document))),
            new SketchedLine($document, $document->id, $document->path, Action::Remove, $document->onDisk->hash, WantedContent::asItIs(null), Reason::movesTo($path), $document->draftHash, $draft),
        ];
    }

    private function deleted(DocumentSnapshot $document, Reason $reason): SketchedLine
    {
        return $document->isNew()
            ? new SketchedLine($document, $document->id, $document->path, Action::Discard, null, WantedContent::asItIs(null), $reason, $document->draftHash)
            : new SketchedLine($document, $document->id, $document->path, Action::Remove, $document->onDisk->hash, WantedContent::asItIs(null), $reason, $document->draftHash);
    }

    /** @return list<SketchedLine> of a document that is left, but points at what gets another path */
    private function following(DocumentSnapshot $document, Reason $reason): array
    {
        $path = $document->path;
        $draft = $this->working($document, $path, $this->redirections->forWorking($document));
        $saved = $this->savedContent($document, $path);
        $onDisk = $document->onDisk->hash;

        return [$saved->isRewritten() && $onDisk !== null
            ? new SketchedLine($document, $document->id, $path, Action::Write, $onDisk, $saved, $reason, $document->draftHash, $draft, pointsAt: self::mapped($document->savedRefersTo, $document->elsewhere, $this->redirections->forSaved($document)))
            : new SketchedLine($document, $document->id, $path, Action::Redraft, $onDisk, WantedContent::asItIs($onDisk), $reason, $document->draftHash, $draft)];
    }

    private function savedContent(DocumentSnapshot $document, string $path): WantedContent
    {
        return WantedContent::of($document, false, $path, $this->redirections->forSaved($document));
    }

    /** What is on the screen: the draft, else the saved content. */
    private function working(DocumentSnapshot $document, string $path, PathMap $leads): WantedContent
    {
        return WantedContent::of($document, $document->draftHash !== null, $path, $leads);
    }

    /**
     * @param  list<string>  $targets  paths
     * @param  list<string>  $elsewhere  ends that are none
     * @return list<string> the paths where they end afterwards
     */
    private static function mapped(array $targets, array $elsewhere, PathMap $leads): array
    {
        if ($leads->isEmpty()) {
            return $targets;
        }

        return array_values(array_unique(array_filter(array_map($leads->from(...), [...$targets, ...$elsewhere]), static fn (string $end): bool => Address::of($end) === null)));
    }
}
