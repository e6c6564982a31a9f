<?php

declare(strict_types=1);

namespace App\Quay;

use App\Models\Document;
use App\Models\User;
use App\Workspace\Graph\WorkspaceGraphs;

/** What a change of a document would show in, at any depth; or all that the document shows itself. */
final readonly class Reach
{
    /** Of more only the nearest are named. */
    public const NAMED = 2000;

    public function __construct(private WorkspaceGraphs $graphs, private RowReader $rows) {}

    /** @return array{total: int, rows: list<array{row: DocumentRow, distance: int, by: string}>} nearest first; `by` the id of the document by way of which it is reached */
    public function of(Document $document, bool $isUp, User $viewer): array
    {
        [$found, $total] = $this->graphs->of($document->workspace)->walk()->around($document->id, $isUp, self::NAMED);
        $rows = $this->rows->rows($document->workspace, array_column($found, 0), $viewer);
        $reached = [];
        foreach ($found as [$id, $distance, $by]) {
            if (isset($rows[$id])) {
                $reached[] = ['row' => $rows[$id], 'distance' => $distance, 'by' => $by];
            }
        }

        return ['total' => $total, 'rows' => $reached];
    }
}
