<?php

declare(strict_types=1);

namespace App\Saving\Copies;

use App\Models\Document;
use App\Models\Operation;
use App\Models\OperationLine;

/** The set-asides of a document, newest first. */
final class SetAsides
{
    /** @return list<SetAside> */
    public static function of(Document $document): array
    {
        $entries = Operation::query()->with('lines')->where('workspace_id', $document->workspace_id)
            ->where('kind', Operation::SET_ASIDE)->where('state', Operation::DONE)
            ->whereHas('lines', static fn ($lines) => $lines->where('origin_id', $document->id))
            ->orderByDesc('number')->get();

        return array_values($entries->map(static function (Operation $entry) use ($document): SetAside {
            $own = $entry->lines->firstWhere(static fn (OperationLine $line): bool => $line->origin_id === $document->id);

            return new SetAside(
                $entry->id, $entry->number, $entry->created_at->toIso8601ZuluString('millisecond'), $entry->note,
                (string) $own?->document_id, (string) $own?->path, $entry->lines->count(), (int) $entry->lines->sum('after_size'),
            );
        })->all());
    }
}
