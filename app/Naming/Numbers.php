<?php

declare(strict_types=1);

namespace App\Naming;

use App\Models\Document;
use App\Models\User;
use App\Models\Workspace;
use Hafenbuch\Core\Naming\FileName;
use Hafenbuch\Core\Naming\NumberingScheme;
use Hafenbuch\Core\Path\Path;
use Illuminate\Support\Facades\DB;

/** Gives out the numbers of a workspace's numbering schemes, each once. */
final class Numbers
{
    /** The next free number, reserved for a person; one that they had reserved and not used is given again. */
    public static function next(Workspace $workspace, NumberingScheme $scheme, User $person): int
    {
        return DB::transaction(static function () use ($workspace, $scheme, $person): int {
            $used = self::used($workspace, $scheme);
            $reserved = DB::table('reserved_numbers')->where('workspace_id', $workspace->id)->where('scheme', $scheme->text)->lockForUpdate()->get(['number', 'user_id']);
            foreach ($reserved as $one) {
                if ($one->user_id === $person->id && ! isset($used[$one->number])) {
                    return $one->number;
                }
            }
            $number = 1 + max([0, ...array_keys($used), ...$reserved->pluck('number')->all()]);
            while (DB::table('reserved_numbers')->insertOrIgnore(['workspace_id' => $workspace->id, 'scheme' => $scheme->text, 'number' => $number, 'user_id' => $person->id, 'at' => now()]) === 0) {
                $number++;
            }

            return $number;
        });
    }

    /** @return array<int, true> the numbers that documents of the workspace have, also those that are gone */
    private static function used(Workspace $workspace, NumberingScheme $scheme): array
    {
        $used = [];
        foreach (Document::query()->where('workspace_id', $workspace->id)->pluck('path') as $path) {
            $number = $scheme->numberIn(FileName::of(Path::nameOf($path))->stem);
            if ($number !== null) {
                $used[$number] = true;
            }
        }

        return $used;
    }
}
