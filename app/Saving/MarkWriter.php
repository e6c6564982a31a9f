<?php

declare(strict_types=1);

namespace App\Saving;

use App\Models\OperationLine;
use App\Support\ManyValues;
use Illuminate\Support\Facades\DB;

/** How far documents have come, after an operation that moves them on. */
final class MarkWriter
{
    /**
     * Within a transaction.
     *
     * @param  array<string, non-empty-list<OperationLine>>  $byDocument
     * @return array<string, non-empty-list<OperationLine>> the lines that say more than that
     */
    public static function apply(array $byDocument): array
    {
        $marks = $rest = [];
        foreach ($byDocument as $id => $lines) {
            $others = [];
            foreach ($lines as $line) {
                $marking = $line->planLine()->marking;
                if ($marking === null) {
                    $others[] = $line;
                } else {
                    $marks[json_encode([$marking->after->state, $marking->after->revision], JSON_THROW_ON_ERROR)][] = (string) $id;
                }
            }
            if ($others !== []) {
                $rest[$id] = $others;
            }
        }
        foreach ($marks as $mark => $ids) {
            [$state, $revision] = json_decode((string) $mark, true);
            foreach (ManyValues::portions($ids) as $chunk) {
                DB::table('documents')->whereIn('id', $chunk)->update(['release_state' => $state, 'release_revision' => $revision]);
            }
        }

        return $rest;
    }
}
