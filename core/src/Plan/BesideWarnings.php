<?php

declare(strict_types=1);

namespace Hafenbuch\Core\Plan;

use Hafenbuch\Core\Document\Snapshot;

/** What a plan says of files that belong to its documents, lie outside, or are with someone else. */
final readonly class BesideWarnings
{
    private const NAMED = 3;

    /**
     * @param  array<string, Decision>  $decisions  by document id
     * @param  list<MadeLine>  $lines
     */
    public function __construct(private Snapshot $snapshot, private array $decisions, private array $lines, private FilesAfter $files) {}

    /** @return list<Warning> */
    public function all(): array
    {
        return [...$this->goingAlong(), ...$this->leadingOut(), ...$this->lentOut()];
    }

    /** @return list<Warning> of documents that come back changed by someone else */
    private function lentOut(): array
    {
        $warnings = [];
        foreach ($this->lines as $one) {
            $to = $this->snapshot->beside->lent[$one->sketch->source->id] ?? null;
            if ($to !== null && $one->line->action->touchesFile()) {
                $warnings[] = new Warning($one->line->path, "It is lent to {$to}. What comes back will have to be merged with what is saved now.");
            }
        }

        return $warnings;
    }

    /** @return list<Warning> of files that belong to a document by their names: those that go along with it, and those that stay behind */
    private function goingAlong(): array
    {
        $with = [];
        foreach ($this->decisions as $id => $decision) {
            if ($decision->with !== null && isset($this->snapshot->documents[$id])) {
                $with[$decision->with][] = $this->snapshot->documents[$id]->path;
            }
        }
        $warnings = [];
        foreach ($with as $path => $companions) {
            $warnings[] = new Warning((string) $path, self::listed($companions).(count($companions) > 1 ? ' belong to it by name, and go along.' : ' belongs to it by name, and goes along.').' Decide otherwise where one is to stay.');
        }
        foreach ($this->snapshot->beside->companions as $path => $companions) {
            $left = array_values(array_filter($companions, fn (string $companion): bool => ! isset($this->files->removed[$companion])));
            if (isset($this->files->removed[$path]) && $left !== []) {
                $warnings[] = new Warning((string) $path, self::listed($left).(count($left) > 1 ? ' belong to it by name, and stay behind.' : ' belongs to it by name, and stays behind.'));
            }
        }

        return $warnings;
    }

    /** @return list<Warning> of saved documents that refer to files outside for the first time */
    private function leadingOut(): array
    {
        $warnings = [];
        foreach ($this->lines as $one) {
            $outside = $one->sketch->bringsWork ? $this->snapshot->beside->newOutside[$one->sketch->source->id] ?? [] : [];
            if ($outside !== []) {
                $warnings[] = new Warning($one->line->path, 'It refers to '.self::listed($outside).' outside of the workspace, which works only on this machine. By the workspace’s rules it would be taken in.', [WayOut::takeIn($one->sketch->source->id)]);
            }
        }

        return $warnings;
    }

    /** @param list<string> $paths */
    private static function listed(array $paths): string
    {
        $more = count($paths) - self::NAMED;

        return implode(', ', array_slice($paths, 0, self::NAMED)).($more > 0 ? " and {$more} more" : '');
    }
}
