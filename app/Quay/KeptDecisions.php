<?php

declare(strict_types=1);

namespace App\Quay;

use App\Models\User;
use App\Models\Workspace;
use App\Support\BulkInsert;
use App\Support\ManyValues;
use App\Workspace\Pulse;
use Illuminate\Support\Facades\DB;

/** What one person has decided in one workspace and not carried out yet. It outlives the browser, and is the same in every window. */
final readonly class KeptDecisions
{
    public function __construct(private Workspace $workspace, private User $person) {}

    /** @return array<string, array<string, mixed>> by document id, each as a request gives it, with the document's `from` path */
    public function all(): array
    {
        $rows = DB::table('decisions as k')->join('documents as d', 'd.id', '=', 'k.document_id')
            ->where('k.workspace_id', $this->workspace->id)->where('k.user_id', $this->person->id)->whereNull('d.dropped_at')
            ->orderBy('k.document_id')->get(['k.document_id', 'k.choice', 'd.path']);
        $kept = [];
        foreach ($rows as $row) {
            $kept[$row->document_id] = [...json_decode($row->choice, true, 8, JSON_THROW_ON_ERROR), 'document' => $row->document_id, 'from' => $row->path];
        }

        return $kept;
    }

    /**
     * Those of several windows come together: each says only what changes.
     *
     * @param  array<string, ?array<string, mixed>>  $changes  by document id; null takes a decision away
     */
    public function change(array $changes): void
    {
        $now = now()->format('Y-m-d H:i:s.v');
        DB::transaction(function () use ($changes, $now): void {
            $this->forget(array_map(strval(...), array_keys(array_filter($changes, static fn (?array $choice): bool => $choice === null))));
            $made = array_filter($changes);
            BulkInsert::into('decisions', array_map(fn (int|string $id, array $choice): array => [
                'workspace_id' => $this->workspace->id, 'user_id' => $this->person->id, 'document_id' => (string) $id, 'choice' => json_encode($choice, JSON_THROW_ON_ERROR), 'at' => $now,
            ], array_keys($made), $made), ['choice', 'at']);
        }, 5);
        Pulse::tellPerson($this->workspace, $this->person, Pulse::DECISIONS);
    }

    public function clear(): void
    {
        $this->query()->delete();
        Pulse::tellPerson($this->workspace, $this->person, Pulse::DECISIONS);
    }

    /** @param list<string> $ids */
    private function forget(array $ids): void
    {
        foreach (ManyValues::portions($ids) as $chunk) {
            $this->query()->whereIn('document_id', $chunk)->delete();
        }
    }

    private function query(): \Illuminate\Database\Query\Builder
    {
        return DB::table('decisions')->where('workspace_id', $this->workspace->id)->where('user_id', $this->person->id);
    }
}
