<?php

declare(strict_types=1);

namespace Hafenbuch\Core\Tests\Support\Work;

use Hafenbuch\Core\Plan\Decision;
use Hafenbuch\Core\Plan\DecisionKind;

/** What must hold after an act, said from the decisions alone and not from the plan. */
final readonly class Expectations
{
    /**
     * @param  array<string, Doc>  $before
     * @param  array<string, Doc>  $after
     * @param  array<string, Decision>  $decisions
     */
    private function __construct(private array $before, private array $after, private array $decisions) {}

    /**
     * @param  array<string, Doc>  $before
     * @param  array<string, Doc>  $after
     * @param  array<string, Decision>  $decisions
     * @return list<string> what does not hold
     */
    public static function violated(array $before, array $after, array $decisions): array
    {
        return (new self($before, $after, $decisions))->all();
    }

    /** @return list<string> */
    private function all(): array
    {
        $wrong = [];
        foreach ($this->before as $id => $was) {
            $id = (string) $id;
            $kind = $this->decisions[$id]->kind ?? DecisionKind::Leave;
            $is = $this->after[$id] ?? null;
            if ($kind === DecisionKind::Delete || ($kind === DecisionKind::SaveAs && $was->saved === null && $is === null)) {
                continue;
            }
            if ($is === null) {
                $wrong[] = "{$was->path} is lost";

                continue;
            }
            // Who goes on as another file leaves its last saved content behind.
            $goesOn = $kind === DecisionKind::SaveAs && $was->saved !== null;
            $source = $goesOn ? (string) $was->saved : $was->working();
            array_push($wrong, ...$this->compare($was->path, $source, $is->path, $is->working(), $goesOn ? [] : $this->leads($id, $kind === DecisionKind::SaveAs)));
            if ($was->saved !== null && $is->saved !== null && ! $goesOn && $kind !== DecisionKind::Save && $this->isKept($was, $is)) {
                array_push($wrong, ...$this->compare($was->path, $was->saved, $is->path, $is->saved, $this->moves()));
            }
        }
        foreach (array_diff_key($this->after, $this->before) as $made) {
            $source = $this->before[(string) $made->origin] ?? null;
            $decision = $this->decisions[(string) $made->origin] ?? null;
            if ($source === null || $decision === null) {
                $wrong[] = "{$made->path} comes from nowhere";

                continue;
            }
            $bytes = $decision->isOfSaved && $source->saved !== null ? $source->saved : $source->working();
            $leads = [$source->path => $made->path] + ($decision->isTogether ? $this->copies() : []) + $this->leads($source->id, false);
            array_push($wrong, ...$this->compare($source->path, $bytes, $made->path, (string) $made->saved, $leads));
        }

        return $wrong;
    }

    /** Whether a document was not saved along with another that needs it. */
    private function isKept(Doc $was, Doc $is): bool
    {
        return ! ($was->draft !== null && $is->draft === null);
    }

    /**
     * @param  array<string, string>  $leads  where references go in place of their old path
     * @return list<string>
     */
    private function compare(string $from, string $before, string $to, string $after, array $leads): array
    {
        $wrong = [];
        if (References::rest($from, $before) !== References::rest($to, $after)) {
            $wrong[] = "{$to}: more than references has changed:\n{$before}\n—\n{$after}";
        }
        $was = References::all($from, $before);
        $is = References::all($to, $after);
        foreach ($was as $index => $target) {
            $wanted = $target === null ? null : $leads[$target] ?? $target;
            if (($is[$index] ?? null) !== $wanted) {
                $wrong[] = "{$to}: reference {$index} named {$target}, should name {$wanted}, names ".($is[$index] ?? 'nothing');
            }
        }

        return $wrong;
    }

    /** @return array<string, string> */
    private function leads(string $id, bool $isOwn): array
    {
        $leads = $this->moves();
        foreach ($this->decisions as $other => $decision) {
            if ($decision->kind === DecisionKind::SaveAs && in_array($id, $decision->followers, true)) {
                $leads[$this->before[$other]->path] = (string) $decision->path;
            }
        }

        return $isOwn ? [$this->before[$id]->path => (string) ($this->decisions[$id]->path ?? '')] + $leads : $leads;
    }

    /** @return array<string, string> */
    private function moves(): array
    {
        return $this->ways(static fn (Decision $decision): bool => $decision->kind === DecisionKind::Move);
    }

    /** @return array<string, string> */
    private function copies(): array
    {
        return $this->ways(static fn (Decision $decision): bool => $decision->isTogether);
    }

    /**
     * @param  callable(Decision): bool  $test
     * @return array<string, string>
     */
    private function ways(callable $test): array
    {
        $ways = [];
        foreach ($this->decisions as $id => $decision) {
            if ($test($decision)) {
                $ways[$this->before[$id]->path] = (string) $decision->path;
            }
        }

        return $ways;
    }
}
