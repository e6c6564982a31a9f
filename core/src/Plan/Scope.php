<?php

declare(strict_types=1);

namespace Hafenbuch\Core\Plan;

use Hafenbuch\Core\Document\Snapshot;

/** How far a choice reaches from the document for which it is made. */
enum Scope: string
{
    case Document = 'document';
    case Below = 'below';
    case Quay = 'quay';

    /**
     * @param  ?string  $id  of the document; null: the whole quay has none
     * @param  list<string>  $quay  the ids of the documents on the quay
     * @return list<string> the documents that it takes in: the one itself, else those with unsaved content
     */
    public function documents(Snapshot $snapshot, ?string $id, array $quay): array
    {
        $isUnsaved = static fn (string $one): bool => ($snapshot->documents[$one] ?? null)?->isUnsaved() ?? false;

        return match ($this) {
            self::Document => $id === null ? [] : [$id],
            self::Below => $id === null ? [] : [$id, ...$snapshot->graph()->walk()->belowAmong([$id], $snapshot->unsaved())],
            self::Quay => array_values(array_filter($quay, $isUnsaved)),
        };
    }
}
