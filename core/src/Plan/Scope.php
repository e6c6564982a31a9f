<?php

declare(strict_types=1);

namespace Hafenbuch\Core\Plan;

use Hafenbuch\Core\Document\Snapshot;

/** The three scopes, each turned into the documents with unsaved content that it takes in. */
final class Scope
{
    /** @return list<string> */
    public static function document(string $id): array
    {
        return [$id];
    }

    /** @return list<string> the document and everything below it at any depth that has unsaved content */
    public static function withAllBelow(Snapshot $snapshot, string $id): array
    {
        $below = array_filter(
            $snapshot->graph()->below([$id]),
            static fn (string $below): bool => $snapshot->get($below)->isUnsaved(),
        );

        return [$id, ...array_values($below)];
    }

    /**
     * @param  list<string>  $quay  the ids of the documents on the quay
     * @return list<string>
     */
    public static function wholeQuay(Snapshot $snapshot, array $quay): array
    {
        return array_values(array_filter($quay, static fn (string $id): bool => $snapshot->get($id)->isUnsaved()));
    }
}
