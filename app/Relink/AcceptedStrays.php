<?php

declare(strict_types=1);

namespace App\Relink;

use App\Models\Document;
use App\Models\User;
use App\Models\Workspace;
use Illuminate\Support\Facades\DB;

/** Ends of references of which someone has said that they may stay, and why. Nothing in a document changes by that. */
final readonly class AcceptedStrays
{
    public function __construct(private Workspace $workspace) {}

    /** @return array<string, string> reason by the key of an end */
    public function reasons(): array
    {
        return DB::table('accepted_strays')->where('workspace_id', $this->workspace->id)->pluck('reason', 'end_key')->all();
    }

    /** @param list<string> $ends */
    public function accept(User $person, array $ends, string $reason): void
    {
        $rows = array_map(fn (string $end): array => ['workspace_id' => $this->workspace->id, 'end_key' => Document::key($end), 'reason' => $reason, 'user_id' => $person->id, 'at' => now()], $ends);
        DB::table('accepted_strays')->upsert($rows, ['workspace_id', 'end_key'], ['reason', 'user_id', 'at']);
    }

    /** @param list<string> $ends */
    public function callBack(array $ends): void
    {
        DB::table('accepted_strays')->where('workspace_id', $this->workspace->id)->whereIn('end_key', array_map(Document::key(...), $ends))->delete();
    }
}
