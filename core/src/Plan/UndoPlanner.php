<?php

declare(strict_types=1);

namespace Hafenbuch\Core\Plan;

use Hafenbuch\Core\Document\OnDisk;
use Hafenbuch\Core\Document\OnDiskKind;
use Hafenbuch\Core\Release\Mark;

/** Plans to take an executed operation back, line by line, from the last to the first. */
final class UndoPlanner
{
    /**
     * @param  int  $entry  the number of the logbook entry that is taken back
     * @param  list<PlanLine>  $done  its lines
     * @param  array<string, OnDisk>  $onDisk  what now is at each line's path
     * @param  array<string, list<string>>  $referrers  by path: the saved documents that point at it
     * @param  array<string, list<string>>  $pointsAt  by path: the files that the content points at which comes back there
     * @param  array<string, true>  $there  those of these files that there are now
     * @param  array<string, string>  $places  by document id: the path that it has now, of those that are not dropped
     * @param  array<string, Mark>  $marks  by document id: how far it has come now
     */
    public function plan(int $entry, array $done, array $onDisk, array $referrers, array $pointsAt = [], array $there = [], array $places = [], array $marks = []): Plan
    {
        $lines = [];
        $warnings = [];
        $blockers = [];
        $left = $this->leftBy($done);
        foreach (array_reverse($done) as $line) {
            $now = $onDisk[$line->path];
            $back = $this->back($entry, $line);
            $lines[] = $back;
            if ($line->reason->kind === ReasonKind::SavedAs && $line->origin === null) {
                // A new document that took another path than the proposed one proposes that one again.
                $lines[] = new PlanLine($line->documentId, (string) $line->reason->of, Action::Redraft, null, null, Reason::takesBack($entry), $line->draftAfter, $line->draftBefore);
            }
            $problem = $line->marking !== null ? $this->marked($line->marking->after, $marks[$line->documentId] ?? new Mark) : $this->movedAway($line, $done, $places) ?? ($line->action->touchesFile() ? $this->problem($now, $left[$line->path]) : null);
            if ($problem !== null) {
                $blockers[] = new Blocker($line->documentId, $line->path, $problem, []);
            }
            if ($back->action === Action::Remove) {
                foreach ($referrers[$line->path] ?? [] as $referrer) {
                    $warnings[] = new Warning($referrer, "It points at {$line->path}, whose file will be removed: a stray until that is saved again.");
                }
            }
        }
        array_push($warnings, ...$this->brokenInWhatComesBack($lines, $pointsAt, $there));
        $state = array_map(static fn (OnDisk $now): array => [$now->hash, $now->stat], $onDisk);
        ksort($state, SORT_STRING);
        $fingerprint = hash('sha256', Fingerprint::of($lines, $warnings, $blockers, []).json_encode($state, JSON_THROW_ON_ERROR));

        return new Plan($fingerprint, $lines, $warnings, $blockers);
    }

    /**
     * What comes back may point at what has been deleted or moved since.
     *
     * @param  list<PlanLine>  $lines
     * @param  array<string, list<string>>  $pointsAt
     * @param  array<string, true>  $there
     * @return list<Warning>
     */
    private function brokenInWhatComesBack(array $lines, array $pointsAt, array $there): array
    {
        $removed = [];
        foreach ($lines as $line) {
            if ($line->action->writes()) {
                $there[$line->path] = true;
            } elseif ($line->action === Action::Remove) {
                $removed[$line->path] = true;
            }
        }
        $warnings = [];
        foreach ($lines as $line) {
            foreach ($line->action->writes() ? $pointsAt[$line->path] ?? [] : [] as $target) {
                if (isset($removed[$target])) {
                    $warnings[] = new Warning($line->path, "It will point at {$target} again, whose file is taken away by this: a stray.");
                } elseif (! isset($there[$target])) {
                    $warnings[] = new Warning($line->path, "It will point at {$target} again, which does not exist now: a stray. Bring that back first, or point it elsewhere afterwards.");
                }
            }
        }

        return $warnings;
    }

    private function back(int $entry, PlanLine $line): PlanLine
    {
        $action = match (true) {
            ! $line->action->touchesFile() => $line->action,
            $line->before === null => Action::Remove,
            $line->after === null => Action::Create,
            default => Action::Write,
        };

        // A new document has only a proposed path, which no file's line brings back.
        $path = $line->action === Action::Redraft && $line->reason->kind === ReasonKind::MovedFrom ? (string) $line->reason->of : $line->path;

        return new PlanLine($line->documentId, $path, $action, $line->after, $line->before, Reason::takesBack($entry), $line->draftAfter, $line->draftBefore, marking: $line->marking?->back());
    }

    private function marked(Mark $left, Mark $now): ?string
    {
        return $left->equals($now) ? null : "It has gone on since, and is {$now->words()} now. Take back the later entry first.";
    }

    /**
     * What the operation left at each path; where one document made room for another, it is the other's content.
     *
     * @param  list<PlanLine>  $done
     * @return array<string, ?string> SHA-256 by path
     */
    private function leftBy(array $done): array
    {
        $left = [];
        foreach ($done as $line) {
            if ($line->action->touchesFile()) {
                $left[$line->path] = $line->after ?? $left[$line->path] ?? null;
            }
        }

        return $left;
    }

    /**
     * What the entry left at one path may have another by now; its former draft would have references that lead nowhere from there.
     *
     * @param  list<PlanLine>  $done
     * @param  array<string, string>  $places
     */
    private function movedAway(PlanLine $line, array $done, array $places): ?string
    {
        $now = $places[$line->documentId] ?? null;
        if ($now === null || $now === $line->path || $line->action === Action::Remove) {
            return null;
        }
        foreach ($done as $other) {
            // A document that goes on under another path has a line for each.
            if ($other->documentId === $line->documentId && $other->path === $now && $other->action !== Action::Remove) {
                return null;
            }
        }

        return "It is at {$now} by now. Take back the later entry first.";
    }

    private function problem(OnDisk $now, ?string $left): ?string
    {
        return match (true) {
            $now->kind === OnDiskKind::Outside => 'Its folder now leads out of the workspace.',
            $now->kind === OnDiskKind::Folder => 'A folder stands at its path now.',
            $now->hash !== $left => $now->hash === null
                ? 'Its file is gone since, so there is nothing to take back.'
                : 'Its file has moved on since: it no longer holds what this entry wrote. Take back the later entry first.',
            $now->withheld !== null => $now->withheld,
            ! $now->writable => 'It is read-only. Give write access first.',
            default => null,
        };
    }
}
