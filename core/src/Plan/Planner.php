<?php

declare(strict_types=1);

namespace Hafenbuch\Core\Plan;

use Hafenbuch\Core\Document\DocumentSnapshot;
use Hafenbuch\Core\Document\Snapshot;

/** Computes what a save will do. A pure function: the same snapshot and decisions give the same plan. */
final class Planner
{
    /**
     * @param  array<string, Decision>  $decisions  by document id
     * @param  ?Rewriting  $rewriting  needed where a decision gives a document or a copy another path
     */
    public function plan(Snapshot $snapshot, array $decisions, ?Rewriting $rewriting = null): Plan
    {
        $redirections = Redirections::of($snapshot, $decisions);
        $reasons = $this->chosen($snapshot, $decisions, $redirections);
        $maker = new LineMaker($snapshot, $redirections, $rewriting);
        $lines = [];
        $blockers = [];
        foreach ($snapshot->graph()->targetsFirst(array_map(strval(...), array_keys($reasons))) as $id) {
            $document = $snapshot->get($id);
            $decision = $decisions[$id] ?? ($reasons[$id]->kind === ReasonKind::Follows ? Decision::leave() : Decision::save());
            $made = $maker->lines($document, $decision, $reasons[$id]);
            array_push($lines, ...$made);
            array_push($blockers, ...$maker->blockers($document), ...Blockers::of($snapshot, $document, $decision, $reasons, $made));
        }
        array_push($blockers, ...PathBlockers::of($snapshot, $lines, $decisions));
        // What makes room comes last, so that at no time less is there than before.
        $lines = [
            ...array_filter($lines, static fn (PlanLine $line): bool => $line->action !== Action::Remove),
            ...array_filter($lines, static fn (PlanLine $line): bool => $line->action === Action::Remove),
        ];
        $outlook = new Consequences($snapshot, $decisions, $redirections, $lines);
        $warnings = $outlook->warnings();
        array_push($blockers, ...$outlook->blockers());

        return new Plan(Fingerprint::of($lines, $warnings, $blockers, $outlook->reads(), $snapshot->looks()), $lines, $warnings, $blockers, $rewriting->made ?? []);
    }

    /**
     * The documents that get a line: those asked for, the new documents that a written one needs,
     * and those whose references follow something to another path.
     *
     * @param  array<string, Decision>  $decisions
     * @return array<string, Reason> by document id
     */
    private function chosen(Snapshot $snapshot, array $decisions, Redirections $redirections): array
    {
        $reasons = $writing = $undecided = [];
        foreach ($snapshot->documents as $document) {
            $decision = $decisions[$document->id] ?? null;
            if ($decision === null) {
                if ($document->isNew()) {
                    $undecided[] = $document->id;
                }
            } elseif ($this->doesSomething($document, $decision)) {
                $reasons[$document->id] = $decision->kind === DecisionKind::Save && $decision->over !== null ? Reason::over($decision->over) : Reason::asked();
                if ($decision->isSave() || ($decision->makesFile() && ! $decision->isTogether)) {
                    $writing[] = $document->id;
                }
            }
        }
        foreach ($snapshot->graph()->pulledIn($writing, $undecided) as $id => $by) {
            $reasons[$id] = Reason::neededBy($snapshot->get($by)->path);
        }
        foreach ($redirections->rewritten($snapshot) as $id) {
            $reasons[$id] ??= Reason::follows($redirections->cause($snapshot->get($id)));
        }

        return $reasons;
    }

    private function doesSomething(DocumentSnapshot $document, Decision $decision): bool
    {
        return match ($decision->kind) {
            DecisionKind::Leave => false,
            DecisionKind::Save => $document->isUnsaved(),
            DecisionKind::Discard => $document->draftHash !== null,
            DecisionKind::Move => $decision->path !== $document->path,
            DecisionKind::SaveAs, DecisionKind::Copy, DecisionKind::Delete => true,
        };
    }
}
