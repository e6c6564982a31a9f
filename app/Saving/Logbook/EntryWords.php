<?php

declare(strict_types=1);

namespace App\Saving\Logbook;

use App\Models\Operation;
use App\Support\ManyValues;
use Hafenbuch\Core\Path\Path;
use Hafenbuch\Core\Plan\Act;
use Hafenbuch\Core\Plan\Action;
use Hafenbuch\Core\Plan\ReasonKind;
use Illuminate\Support\Facades\DB;

/** What an entry was, in words; found from counts of its lines, since there can be thousands. */
final readonly class EntryWords
{
    /** @param list<object{reason: string, action: string, times: int, first: object{position: int, path: string, reason_of: ?string}, last: object{position: int, path: string, reason_of: ?string}}> $groups in the order of their first lines */
    private function __construct(private Operation $operation, private array $groups) {}

    /**
     * @param  list<Operation>  $operations  with the entries that they take back
     * @return array<string, array{words: string, lines: int}> by id
     */
    public static function of(array $operations): array
    {
        $ids = array_map(static fn (Operation $operation): string => $operation->id, $operations);
        $groups = ManyValues::among(DB::table('operation_lines'), 'operation_id', $ids)->groupBy('operation_id', 'reason', 'action')->orderBy('first')
            ->selectRaw('operation_id, reason, action, count(*) as times, min(position) as first, max(position) as last')->get();
        $positions = $groups->pluck('first')->concat($groups->pluck('last'))->unique()->values()->all();
        $lines = [];
        foreach (ManyValues::among(DB::table('operation_lines'), 'operation_id', $ids)->whereIn('position', $positions)->get(['operation_id', 'position', 'path', 'reason_of']) as $line) {
            $lines[$line->operation_id][$line->position] = $line;
        }
        $byOperation = [];
        foreach ($groups as $group) {
            [$group->first, $group->last] = [$lines[$group->operation_id][$group->first], $lines[$group->operation_id][$group->last]];
            $byOperation[$group->operation_id][] = $group;
        }
        $words = [];
        foreach ($operations as $operation) {
            $self = new self($operation, $byOperation[$operation->id] ?? []);
            $words[$operation->id] = ['words' => $self->words(), 'lines' => $self->times($self->groups)];
        }

        return $words;
    }

    private function words(): string
    {
        $first = $this->groups[0]->first ?? null;
        $moved = $this->because(ReasonKind::MovedFrom);
        $copied = $this->because(ReasonKind::Copied);
        $savedAs = $this->because(ReasonKind::SavedAs);
        $takenIn = $this->because(ReasonKind::TakenIn);
        $removed = $this->doing(Action::Remove);
        $kind = $this->operation->kind;

        return match (true) {
            $this->operation->words !== null => $this->operation->words,
            $kind === Operation::UNDO => 'Took back entry '.$this->operation->undoes?->number,
            $first === null => 'Nothing',
            $kind === Operation::OUTSIDE => Path::nameOf($first->path).' was changed by another program',
            $kind === Operation::SETTLE => $first->reason_of === null ? 'Settled an entry' : "Settled entry {$first->reason_of}",
            $kind === Operation::MOVE && $moved !== [] => 'Moved '.Path::nameOf((string) $moved[0]->first->reason_of).$this->others($moved),
            $kind === Operation::DELETE && $removed !== [] => 'Deleted '.Path::nameOf($removed[0]->first->path).$this->others($removed),
            $kind === Act::ReplaceDevice->value && str_contains((string) $first->reason_of, ' → ') => 'Put '.implode(' in the place of ', array_reverse(explode(' → ', (string) $first->reason_of, 2))),
            $kind === Act::Relink->value => 'Led references elsewhere in '.Path::nameOf($first->path).$this->others($this->groups),
            $kind === Act::TakeIn->value && $takenIn !== [] => 'Took in '.Path::nameOf($takenIn[0]->first->path).$this->others($takenIn),
            $kind === Act::Release->value => Path::nameOf($first->path).' became '.$first->reason_of.$this->others($this->groups),
            // What was chosen is copied after all below it.
            $kind === Operation::COPY && $copied !== [] => 'Copied '.$this->lastOf($copied).$this->others($copied),
            $kind === Operation::SET_ASIDE && $copied !== [] => 'Set aside '.$this->lastOf($copied).$this->others($copied),
            $savedAs !== [] => 'Saved '.Path::nameOf((string) $savedAs[0]->first->reason_of).' as '.Path::nameOf($savedAs[0]->first->path),
            default => ($this->doing(Action::Discard) === $this->groups ? 'Discarded ' : 'Saved ').Path::nameOf($first->path).$this->others($this->groups),
        };
    }

    /** @return list<object{times: int, first: object{position: int, path: string, reason_of: ?string}, last: object{position: int, path: string, reason_of: ?string}}> */
    private function because(ReasonKind $reason): array
    {
        return array_values(array_filter($this->groups, static fn (object $group): bool => $group->reason === $reason->value));
    }

    /** @return list<object{times: int, first: object{position: int, path: string, reason_of: ?string}, last: object{position: int, path: string, reason_of: ?string}}> */
    private function doing(Action $action): array
    {
        return array_values(array_filter($this->groups, static fn (object $group): bool => $group->action === $action->value));
    }

    /** @param non-empty-list<object{last: object{position: int, reason_of: ?string}}> $groups */
    private function lastOf(array $groups): string
    {
        usort($groups, static fn (object $a, object $b): int => $a->last->position <=> $b->last->position);

        return Path::nameOf((string) end($groups)->last->reason_of);
    }

    /** @param list<object{times: int}> $groups */
    private function others(array $groups): string
    {
        $more = $this->times($groups) - 1;

        return $more > 0 ? " and {$more} more" : '';
    }

    /** @param list<object{times: int}> $groups */
    private function times(array $groups): int
    {
        return array_sum(array_map(static fn (object $group): int => (int) $group->times, $groups));
    }
}
