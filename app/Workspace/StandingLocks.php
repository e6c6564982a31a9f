<?php

declare(strict_types=1);

namespace App\Workspace;

use Illuminate\Database\Query\Builder;
use Illuminate\Support\Facades\DB;

/** The locks that hold now: not those whose time is over, nor those that were taken because somebody wrote a draft that is no more. */
final class StandingLocks
{
    /** @return Builder of `document_id` and `user_id`, to be joined with */
    public static function holders(): Builder
    {
        return self::query()->select(['held.document_id', 'held.user_id']);
    }

    /** @return Builder of `document_id`, `user_id`, `at`, `note`, `until` and `is_automatic` */
    public static function query(): Builder
    {
        return DB::table('document_locks as held')->leftJoin('drafts as written', 'written.document_id', '=', 'held.document_id')
            ->where(static fn (Builder $time) => $time->whereNull('held.until')->orWhere('held.until', '>', now()))
            ->where(static fn (Builder $reason) => $reason->where('held.is_automatic', false)->orWhereNotNull('written.document_id'))
            ->select(['held.document_id', 'held.user_id', 'held.at', 'held.note', 'held.until', 'held.is_automatic']);
    }
}
