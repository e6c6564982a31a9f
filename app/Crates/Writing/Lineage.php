<?php

declare(strict_types=1);

namespace App\Crates\Writing;

use App\Support\ManyValues;
use Hafenbuch\Core\Crate\CrateEntry;
use Illuminate\Support\Facades\DB;

/** The identities that documents had before they came into this workspace in a crate. */
final class Lineage
{
    /**
     * @param  list<CrateEntry>  $entries
     * @return array<string, list<string>> by document id, the last one first
     */
    public static function of(array $entries): array
    {
        $lineage = [];
        foreach (ManyValues::portions(array_values(array_filter(array_map(static fn (CrateEntry $entry): ?string => $entry->file->id, $entries)))) as $ids) {
            foreach (ManyValues::among(DB::table('document_origins'), 'document_id', $ids)->get(['document_id', 'identity', 'lineage']) as $origin) {
                $lineage[$origin->document_id] = array_values(array_filter([$origin->identity, ...json_decode($origin->lineage, true, 4, JSON_THROW_ON_ERROR)]));
            }
        }

        return $lineage;
    }
}
