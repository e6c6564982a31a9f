<?php

declare(strict_types=1);

namespace App\Quay;

use App\Models\Document;
use App\Models\User;
use App\Models\Workspace;
use App\Support\ManyValues;
use Illuminate\Support\Facades\DB;

/** What a person has closed, so that it can be opened again in reverse order. */
final class Closings
{
    private const KEPT = 50;

    /** @param list<array{document: string, position: int}> $items closed together */
    public static function note(Workspace $workspace, User $person, array $items): void
    {
        $own = static fn () => DB::table('closings')->where('user_id', $person->id)->where('workspace_id', $workspace->id);
        DB::table('closings')->insert(['workspace_id' => $workspace->id, 'user_id' => $person->id, 'items' => json_encode($items, JSON_THROW_ON_ERROR), 'at' => now()]);
        $oldest = $own()->orderByDesc('id')->skip(self::KEPT)->value('id');
        $own()->where('id', '<=', $oldest ?? 0)->delete();
    }

    /**
     * Takes the last closing off; those whose documents are all gone or open are passed over.
     *
     * @param  list<string>  $open  ids
     * @return list<array{document: string, position: int}>
     */
    public static function takeLast(Workspace $workspace, User $person, array $open): array
    {
        $own = static fn () => DB::table('closings')->where('user_id', $person->id)->where('workspace_id', $workspace->id);
        while (($closing = $own()->orderByDesc('id')->lockForUpdate()->first()) !== null) {
            DB::table('closings')->where('id', $closing->id)->delete();
            $items = json_decode($closing->items, true, 8, JSON_THROW_ON_ERROR);
            $ids = array_column($items, 'document');
            $known = ManyValues::among(Document::query(), 'id', $ids)->kept()->whereNotIn('id', $open)->pluck('id')->all();
            $items = array_values(array_filter($items, static fn (array $item): bool => in_array($item['document'], $known, true)));
            if ($items !== []) {
                return $items;
            }
        }

        return [];
    }

    public static function any(Workspace $workspace, User $person): bool
    {
        return DB::table('closings')->where('user_id', $person->id)->where('workspace_id', $workspace->id)->exists();
    }
}
