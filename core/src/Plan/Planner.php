<?php

declare(strict_types=1);

namespace Hafenbuch\Core\Plan;

use Hafenbuch\Core\Document\DocumentSnapshot;
use Hafenbuch\Core\Document\Snapshot;

/**
 * Computes what a save will do: the same snapshot and decisions give the same plan. Lines are sketched first and judged
 * last, by pure functions; only making the contents in between reads bytes.
 */
final class Planner
{
    /**
     * @param  array<string, Decision>  $decisions  by document id
     * @param  ?ContentMaker  $maker  needed where a decision gives a document or a copy another path, or references another end
     * @param  ?Relinking  $relinking  null: every reference ends where it does, unless a decision moves that
     */
    public function plan(Snapshot $snapshot, array $decisions, ?ContentMaker $maker = null, ?Relinking $relinking = null): Plan
    {
        $relinking ??= Relinking::none();
        $redirections = Redirections::of($snapshot, $decisions, $relinking);
        $reasons = $this->chosen($snapshot, $decisions, $redirections);
        $reasons = self::inOrder($snapshot, $reasons);
        $made = ($maker ?? ContentMaker::none())->make([...$this->arrivals($snapshot, $relinking, $redirections), ...$this->sketch($snapshot, $decisions, $redirections, $reasons)]);

        return $this->judge($snapshot, $decisions, $redirections, $reasons, $made, $relinking);
    }

    /**
     * Targets before what refers to them, else as a person would look for them: by their paths, chapter 2 before chapter 10.
     *
     * @param  array<string, Reason>  $reasons  by document id
     * @return array<string, Reason>
     */
    private static function inOrder(Snapshot $snapshot, array $reasons): array
    {
        $paths = [];
        foreach ($reasons as $id => $reason) {
            $paths[$id] = $snapshot->get((string) $id)->path;
        }
        asort($paths, SORT_STRING);
        natcasesort($paths);
        $ordered = [];
        foreach ($snapshot->graph()->walk()->targetsFirst(array_map(strval(...), array_keys($paths))) as $id) {
            $ordered[$id] = $reasons[$id];
        }

        return $ordered;
    }

    /**
     * @param  array<string, Decision>  $decisions
     * @param  array<string, Reason>  $reasons  by document id
     * @return list<SketchedLine> in the order of the reasons
     */
    private function sketch(Snapshot $snapshot, array $decisions, Redirections $redirections, array $reasons): array
    {
        $maker = new LineMaker($snapshot, $redirections);
        $sketches = [];
        foreach ($reasons as $id => $reason) {
            array_push($sketches, ...$maker->lines($snapshot->get((string) $id), self::decisionOn((string) $id, $decisions, $reasons), $reason));
        }

        return $sketches;
    }

    /** @return list<SketchedLine> */
    private function arrivals(Snapshot $snapshot, Relinking $relinking, Redirections $redirections): array
    {
        $maker = new LineMaker($snapshot, $redirections);

        return array_map($maker->arrived(...), $relinking->arrivals);
    }

    /**
     * What stops the lines, what they leave behind, and what they rest on.
     *
     * @param  array<string, Decision>  $decisions
     * @param  array<string, Reason>  $reasons
     */
    private function judge(Snapshot $snapshot, array $decisions, Redirections $redirections, array $reasons, MadeContents $made, Relinking $relinking): Plan
    {
        $bySource = [];
        foreach ($made->lines as $one) {
            $bySource[$one->sketch->source->id][] = $one->line;
        }
        $blockers = [];
        foreach (array_map(strval(...), array_keys($reasons)) as $id) {
            $document = $snapshot->get($id);
            if (isset($made->problems[$id])) {
                $blockers[] = new Blocker($id, $document->path, $made->problems[$id], [WayOut::leave($id)]);
            }
            array_push($blockers, ...Blockers::of($snapshot, $document, self::decisionOn($id, $decisions, $reasons), $reasons, $bySource[$id] ?? []));
        }
        // What makes room comes last, so that at no time less is there than before.
        $ordered = [
            ...array_filter($made->lines, static fn (MadeLine $one): bool => $one->line->action !== Action::Remove),
            ...array_filter($made->lines, static fn (MadeLine $one): bool => $one->line->action === Action::Remove),
        ];
        $lines = array_map(static fn (MadeLine $one): PlanLine => $one->line, $ordered);
        array_push($blockers, ...RelinkBlockers::of($snapshot, $lines, $relinking, $made->problems));
        array_push($blockers, ...PathBlockers::of($snapshot, $lines, $decisions + self::arriving($relinking)));
        $consequences = new Consequences($snapshot, $decisions, $redirections, $ordered);
        $warnings = $consequences->warnings();
        array_push($blockers, ...$consequences->blockers());

        return new Plan(Fingerprint::of($lines, $warnings, $blockers, $consequences->reads(), $consequences->readsBelow(), $snapshot->looks()), $lines, $warnings, $blockers, $made->contents);
    }

    /**
     * @param  array<string, Decision>  $decisions
     * @param  array<string, Reason>  $reasons
     */
    private static function decisionOn(string $id, array $decisions, array $reasons): Decision
    {
        return $decisions[$id] ?? ($reasons[$id]->isFollowing() ? Decision::leave() : Decision::save());
    }

    /** @return array<string, Decision> by the id that stands for what is made: an arrival takes its path as a copy does */
    private static function arriving(Relinking $relinking): array
    {
        $decisions = [];
        foreach ($relinking->arrivals as $arrival) {
            $decisions[PlanLine::idToBeMade($arrival->to)] = Decision::copy($arrival->to);
        }

        return $decisions;
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
        foreach ($snapshot->graph()->walk()->pulledIn($writing, $undecided) as $id => $by) {
            $reasons[$id] = Reason::neededBy($snapshot->get($by)->path);
        }
        foreach ($redirections->rewritten($snapshot) as $id) {
            $reasons[$id] ??= $redirections->reason($snapshot->get($id));
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
