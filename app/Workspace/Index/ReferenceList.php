<?php

declare(strict_types=1);

namespace App\Workspace\Index;

use App\Models\Document;
use App\Models\Workspace;
use App\Workspace\Files\WorkspaceFiles;
use Hafenbuch\Core\Reference\TargetKind;
use Illuminate\Database\Query\Builder;

/** The references of working contents, seen from either end. */
final class ReferenceList
{
    /** @return list<ReferenceRow> in the order of the document */
    public function of(Document $document): array
    {
        return $this->rows($document->workspace, Strays::working($document->workspace)->where('r.document_id', $document->id)->orderBy('r.position'));
    }

    /** @return list<ReferenceRow> by path, then in the order of the document */
    public function to(Workspace $workspace, string $path): array
    {
        return $this->rows($workspace, Strays::working($workspace)->where('r.target_key', Document::key($path))->orderBy('d.path')->orderBy('r.position'));
    }

    /** @return list<ReferenceRow> */
    private function rows(Workspace $workspace, Builder $references): array
    {
        $found = $references->leftJoin('documents as t', function ($join): void {
            $join->on('t.workspace_id', '=', 'r.workspace_id')->on('t.path_key', '=', 'r.target_key')
                ->whereNull('t.dropped_at')->where('t.is_gone', false);
        })->get(['r.document_id', 'd.path', 'r.position', 'r.kind', 'r.offset', 'r.length', 'r.raw', 'r.target_kind', 'r.target_path', 't.id as target_id', 't.saved_hash as target_saved']);
        $rows = [];
        foreach ($found as $row) {
            $key = $row->document_id.' '.$row->position;
            // Of two documents for one path the one with the file is meant.
            if (! isset($rows[$key]) || $row->target_saved !== null) {
                $rows[$key] = new ReferenceRow(
                    $row->document_id, $row->path, $row->position, $row->kind, $row->offset, $row->length, $row->raw,
                    $row->target_path, $row->target_id, $this->state($workspace, $row->target_kind, $row->target_id, $row->target_path),
                );
            }
        }

        return array_values($rows);
    }

    private function state(Workspace $workspace, string $kind, ?string $targetId, ?string $path): string
    {
        return match (TargetKind::from($kind)) {
            TargetKind::File => $targetId === null ? ReferenceRow::STRAY : ReferenceRow::DOCUMENT,
            TargetKind::Nothing => ReferenceRow::STRAY,
            TargetKind::Folder => WorkspaceFiles::of($workspace)->hasFolder((string) $path) ? ReferenceRow::DOCUMENT : ReferenceRow::STRAY,
            default => $kind,
        };
    }
}
