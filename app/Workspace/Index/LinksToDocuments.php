<?php

declare(strict_types=1);

namespace App\Workspace\Index;

use App\Models\Document;
use App\Models\Workspace;
use App\Support\ManyValues;
use Hafenbuch\Core\Document\Links;
use Hafenbuch\Core\Format\Link\LinkReader;
use Hafenbuch\Core\Path\Path;
use Illuminate\Support\Facades\DB;

/** The links of a workspace, as the tables know them. */
final readonly class LinksToDocuments implements Links
{
    public function __construct(private Workspace $workspace) {}

    public function showing(array $paths): array
    {
        $links = [];
        foreach ($this->hasAny() ? ManyValues::portions($paths) : [] as $chunk) {
            $rows = ManyValues::among(DB::table('document_references as r'), 'r.target_key', array_map(Document::key(...), $chunk))->join('documents', 'documents.id', '=', 'r.document_id')
                ->where('r.workspace_id', $this->workspace->id)
                ->where('format', LinkReader::NAME)->whereNull('dropped_at')->where('is_gone', false)->orderBy('path')->get(['path', 'target_path']);
            foreach ($rows as $row) {
                if (Path::folderOf($row->path) !== Path::folderOf($row->target_path)) {
                    $links[] = [$row->path, $row->target_path];
                }
            }
        }

        return $links;
    }

    private function hasAny(): bool
    {
        return DB::table('documents')->where('workspace_id', $this->workspace->id)->where('format', LinkReader::NAME)->exists();
    }
}
