<?php

declare(strict_types=1);

namespace Hafenbuch\Core\Plan;

use Hafenbuch\Core\Document\Snapshot;
use Hafenbuch\Core\Reference\Address;

/** What stops references from being led elsewhere, and files from being taken in, beside what stops the lines themselves. */
final class RelinkBlockers
{
    /**
     * @param  list<PlanLine>  $lines
     * @param  array<string, string>  $problems  by the id that a source has: why its content cannot be made
     * @return list<Blocker>
     */
    public static function of(Snapshot $snapshot, array $lines, Relinking $relinking, array $problems): array
    {
        $blockers = [];
        foreach ($relinking->arrivals as $arrival) {
            $id = PlanLine::idToBeMade($arrival->to);
            if (isset($problems[$id])) {
                $blockers[] = new Blocker($id, $arrival->to, $problems[$id], []);
            }
            $withheld = $snapshot->look($arrival->to)->withheld;
            if ($withheld !== null) {
                $blockers[] = new Blocker($id, $arrival->to, $withheld, []);
            }
        }
        $files = FilesAfter::of($snapshot, $lines)->there;
        foreach (array_unique($relinking->leads) as $from => $to) {
            if (Address::of($to) === null && ! isset($files[$to]) && $snapshot->at($to) === null) {
                $blockers[] = new Blocker('', $to, 'There is no document here, so '.(Address::of((string) $from) ?? $from).' cannot be found here. Choose another one.', []);
            }
        }

        return $blockers;
    }
}
