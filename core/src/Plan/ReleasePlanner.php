<?php

declare(strict_types=1);

namespace Hafenbuch\Core\Plan;

use Hafenbuch\Core\Release\Chain;
use Hafenbuch\Core\Release\Mark;
use Hafenbuch\Core\Release\Marking;
use Hafenbuch\Core\Release\ReleaseState;
use Hafenbuch\Core\Release\ReleaseWish;

/** Adds to a plan which documents get another state or revision, what speaks against it, and what of it is not released below. */
final readonly class ReleasePlanner
{
    /** Of one document so many are named that it refers to and that are not released; of more it is said how many. */
    private const NAMED = 10;

    public function __construct(private Chain $chain, private bool $isKeeper) {}

    /**
     * @param  array<string, ReleaseWish>  $wishes  by document id
     * @param  array<string, ReleasedDocument>  $documents  by id: those of the wishes, and of these all below where they go along; and what each of them refers to
     * @param  array<string, list<string>>  $below  by document id: the ids of all below
     */
    public function add(Plan $plan, array $wishes, array $documents, array $below): Plan
    {
        $lines = $blockers = $warnings = [];
        $after = array_map(static fn (ReleasedDocument $document): Mark => $document->mark, $documents);
        $saved = self::savedBy($plan);
        foreach ($wishes as $id => $wish) {
            $state = $this->chain->named($wish->state);
            $document = $documents[$id] ?? null;
            if ($document === null || $state === null) {
                $blockers[] = new Blocker((string) $id, $document->path ?? '', "There is no state “{$wish->state}” in this workspace. Choose one of ".implode(', ', array_map(static fn (ReleaseState $one): string => "“{$one->name}”", $this->chain->states)).'.', [WayOut::leave((string) $id)]);

                continue;
            }
            $moving = [[$document, Reason::becomes($this->chain->moved($document->mark, $state, $wish->raises)->words())]];
            foreach ($wish->withBelow ? $below[$id] ?? [] : [] as $lower) {
                $other = $documents[$lower] ?? null;
                if ($other !== null && ! isset($wishes[$lower]) && $other->hasFile && $this->chain->isBefore($this->chain->stateOf($other->mark), $state)) {
                    $moving[] = [$other, Reason::becomesWith($this->chain->moved($other->mark, $state, $wish->raises)->words(), $document->path)];
                }
            }
            foreach ($moving as [$one, $reason]) {
                $mark = $this->chain->moved($one->mark, $state, $wish->raises);
                if ($mark->equals($one->mark) || isset($lines[$one->id])) {
                    continue;
                }
                $after[$one->id] = $mark;
                $path = $saved[$one->id] ?? $one->path;
                $lines[$one->id] = new PlanLine($one->id, $path, Action::State, null, null, $reason, marking: new Marking($one->mark, $mark));
                $why = $this->problem($one, $state, isset($saved[$one->id]));
                if ($why !== null) {
                    $blockers[] = new Blocker($one->id, $path, $why, [WayOut::leave((string) $id)]);
                }
            }
        }
        foreach (array_keys($lines) as $id) {
            array_push($warnings, ...$this->notReleasedBelow($documents[$id], $after, $documents));
        }

        return $plan->with(array_values($lines), $warnings, $blockers);
    }

    private function problem(ReleasedDocument $document, ReleaseState $to, bool $isSaved): ?string
    {
        return match (true) {
            $document->withheld !== null => $document->withheld,
            $to->isKeepers && ! $this->isKeeper => "Only a keeper of the workspace moves a document to “{$to->name}”. Ask one.",
            ! $document->hasFile && ! $isSaved => 'It has no file yet. Save it first, or with this.',
            ! $to->isWritten && $document->isUnsaved && ! $isSaved => "It has unsaved changes, which could not be written any more when it is “{$to->name}”. Save it with this, or discard its draft.",
            default => null,
        };
    }

    /**
     * @param  array<string, Mark>  $after
     * @param  array<string, ReleasedDocument>  $documents
     * @return list<Warning>
     */
    private function notReleasedBelow(ReleasedDocument $document, array $after, array $documents): array
    {
        if (! $this->chain->stateOf($after[$document->id])->isReleased) {
            return [];
        }
        $open = array_values(array_filter($document->refersTo, fn (string $id): bool => isset($documents[$id]) && ! $this->chain->stateOf($after[$id])->isReleased));
        $warnings = array_map(fn (string $id): Warning => new Warning($document->path, "It will be {$after[$document->id]->words()}, and refers to {$documents[$id]->path}, which is {$this->chain->stateOf($after[$id])->name}."), array_slice($open, 0, self::NAMED));
        $more = count($open) - self::NAMED;

        return $more > 0 ? [...$warnings, new Warning($document->path, "It refers to {$more} more that are not released.")] : $warnings;
    }

    /** @return array<string, string> by document id: the path at which its draft becomes its file */
    private static function savedBy(Plan $plan): array
    {
        $saved = [];
        foreach ($plan->lines as $line) {
            if ($line->action->writes() && $line->draftAfter === null && $line->origin === null) {
                $saved[$line->documentId] = $line->path;
            }
        }

        return $saved;
    }
}
