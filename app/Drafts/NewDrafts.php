<?php

declare(strict_types=1);

namespace App\Drafts;

use App\Models\Document;
use App\Models\User;
use App\Models\Workspace;
use App\Support\BulkInsert;
use App\Workspace\Files\WorkspaceFiles;
use Hafenbuch\Core\Path\NewPath;
use Hafenbuch\Core\Write\Progress;
use Illuminate\Support\Str;

/** Makes many documents that have no file yet, with few statements where `DraftDesk` needs a dozen for each. */
final readonly class NewDrafts
{
    public function __construct(private ReturningDrafts $returning) {}

    /**
     * Within the transaction of whoever makes them.
     *
     * @param  array<string, string>  $contents  SHA-256 by proposed path; the store has the contents
     * @return array<string, string> ids by path
     *
     * @throws \Hafenbuch\Core\Path\InvalidPath|\Hafenbuch\Core\Write\UnableToRead
     */
    public function begin(Workspace $workspace, array $contents, User $person, string $summary, ?Progress $progress = null): array
    {
        $files = WorkspaceFiles::of($workspace);
        $now = now()->format('Y-m-d H:i:s.v');
        $ids = $rows = $drafts = [];
        foreach ($contents as $path => $hash) {
            $path = NewPath::of((string) $path)->value;
            $files->absolute($path);
            $id = strtolower((string) Str::ulid());
            $ids[$path] = $id;
            $rows[] = ['id' => $id, 'workspace_id' => $workspace->id, ...Document::columns($path), 'created_at' => $now, 'updated_at' => $now];
            $drafts[] = new ReturningDraft($id, $hash, null, null);
        }
        BulkInsert::into('documents', $rows);
        $this->returning->bringBack($workspace, $drafts, $person, $summary, $progress);

        return $ids;
    }
}
