<?php

declare(strict_types=1);

namespace Hafenbuch\Core\Crate\Back;

/** Tells what has become of each file of a crate that comes back. A pure function. */
final class ReturnPlanner
{
    /**
     * @param  list<CameFile>  $came
     * @param  array<string, SentFile>  $sent  by place in the crate that came, as far as it is known which is which
     * @return list<ReturnRow> by path
     */
    public static function rows(array $came, array $sent, Homes $homes): array
    {
        $rows = $seen = [];
        foreach ($came as $file) {
            $one = $sent[$file->place] ?? null;
            $seen[$file->place] = true;
            $rows[] = new ReturnRow($one->path ?? $homes->inferred($file->place), self::state($file, $one), $file, $one);
        }
        foreach (array_diff_key($sent, $seen) as $one) {
            $rows[] = new ReturnRow($one->path, ReturnState::GoneThere, null, $one);
        }
        usort($rows, static fn (ReturnRow $a, ReturnRow $b): int => $a->path <=> $b->path);

        return $rows;
    }

    private static function state(CameFile $file, ?SentFile $sent): ReturnState
    {
        if ($sent === null) {
            return ReturnState::New;
        }
        $byThem = $file->hash !== $sent->hash;
        $here = $sent->hereHash !== $sent->baseHash;

        return match (true) {
            $byThem && $here => ReturnState::ChangedByBoth,
            $byThem => ReturnState::ChangedByThem,
            $here => ReturnState::ChangedHere,
            default => ReturnState::AsSent,
        };
    }
}
