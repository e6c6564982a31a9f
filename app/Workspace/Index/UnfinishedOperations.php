<?php

declare(strict_types=1);

namespace App\Workspace\Index;

use App\Models\Operation;
use App\Models\Workspace;
use Illuminate\Support\Facades\DB;

/** What the operations name that a crash has left in a workspace. Under the workspace's lock no other is unfinished. */
final readonly class UnfinishedOperations
{
    /**
     * @param  array<string, true>  $paths
     * @param  array<string, true>  $documents  ids
     */
    private function __construct(private array $paths, private array $documents) {}

    public static function of(Workspace $workspace): self
    {
        $lines = DB::table('operation_lines as l')->join('operations as o', 'o.id', '=', 'l.operation_id')
            ->where('o.workspace_id', $workspace->id)->whereIn('o.state', Operation::UNFINISHED)->get(['l.path', 'l.document_id']);

        return new self(
            array_fill_keys($lines->pluck('path')->all(), true),
            array_fill_keys($lines->pluck('document_id')->filter()->all(), true),
        );
    }

    public function names(string $path, ?string $documentId): bool
    {
        return isset($this->paths[$path]) || isset($this->documents[$documentId ?? '']);
    }
}
