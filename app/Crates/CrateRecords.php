<?php

declare(strict_types=1);

namespace App\Crates;

use App\Crates\Writing\Packed;
use App\Models\Crate;
use App\Models\User;
use App\Models\Workspace;
use App\Support\BulkInsert;
use App\Support\Refused;
use Illuminate\Support\Facades\DB;

/** The crates of a workspace: what was packed, for whom, and where its file is. */
final readonly class CrateRecords
{
    private const TRIES = 5;

    public function __construct(private CrateFolder $folder) {}

    public function add(Workspace $workspace, User $person, PreparedCrate $prepared, Packed $packed, ?string $keptAs): Crate
    {
        $wish = $prepared->wish;

        return DB::transaction(static function () use ($workspace, $person, $wish, $packed, $keptAs): Crate {
            // Two that are packed at once get different numbers.
            DB::table('workspaces')->where('id', $workspace->id)->lockForUpdate()->first(['id']);
            $crate = Crate::query()->create([
                'workspace_id' => $workspace->id, 'number' => 1 + (int) Crate::query()->where('workspace_id', $workspace->id)->max('number'), 'identity' => $packed->identity, 'user_id' => $person->id,
                'name' => $wish->name, 'recipient' => $wish->recipient, 'note' => $wish->note, 'wish' => $wish->given, 'file' => $keptAs, 'hash' => $packed->seal, 'size' => $packed->size, 'bytes' => $packed->bytes,
                'files' => $packed->files, 'reference_count' => $packed->references, 'lead_out' => count($packed->leadOut), 'left_out' => count($packed->leftOut), 'is_lent' => $wish->isLent, 'at' => now(),
            ]);
            BulkInsert::into('crate_documents', array_map(static fn (array $row): array => ['crate_id' => $crate->id, ...$row], $packed->rows));

            return $crate;
        }, self::TRIES);
    }

    /** @throws Refused */
    public static function find(Workspace $workspace, int $number): Crate
    {
        return Crate::query()->where('workspace_id', $workspace->id)->where('number', $number)->first() ?? throw Refused::because("There is no crate {$number} in “{$workspace->name}”; it may have been deleted.");
    }

    /** What was lent is back, or is said to be. */
    public static function end(Crate $crate): void
    {
        Crate::query()->whereKey($crate->id)->where('is_lent', true)->whereNull('ended_at')->update(['ended_at' => now()]);
    }

    public function delete(Crate $crate): void
    {
        $crate->delete();
        $crate->file === null || $this->folder->remove($crate->file);
    }
}
