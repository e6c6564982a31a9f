<?php

declare(strict_types=1);

namespace Hafenbuch\Core\Session;

use Hafenbuch\Core\Path\Path;

/**
 * Finds the documents of a session again. Each is one document at most: what is certain for one is no candidate for another.
 * In the installation that kept it a document is found by its identity, else by its content, else by its name; in another
 * one by its content, else by its path, else by its name. Where several are as good nothing is certain, and all are named.
 */
final class Finder
{
    /** So many candidates are named for one document. */
    public const CANDIDATES = 8;

    /** @var array<string, true> the ids of documents that are found */
    private array $taken = [];

    /**
     * @param  list<KeptDocument>  $kept  of one workspace
     * @return array<int, Found> by key
     */
    public static function find(array $kept, WorkspaceNow $now): array
    {
        return (new self)->inTurn($kept, [
            FoundBy::Identity->value => static function (KeptDocument $one) use ($now): array {
                $document = $now->document($one->id);

                return $document?->isThere() === true ? [$document] : [];
            },
            FoundBy::Content->value => static fn (KeptDocument $one): array => $now->withContent($one->savedHash),
            FoundBy::Name->value => static fn (KeptDocument $one): array => $now->withName($one->path),
        ]);
    }

    /**
     * @param  list<KeptDocument>  $kept  of one workspace elsewhere
     * @return array<int, Found> by key
     */
    public static function findFromElsewhere(array $kept, WorkspaceNow $now): array
    {
        return (new self)->inTurn($kept, [
            FoundBy::Content->value => static fn (KeptDocument $one): array => $now->withContent($one->savedHash),
            FoundBy::Path->value => static fn (KeptDocument $one): array => array_filter([$now->at($one->path)]),
            FoundBy::Name->value => static fn (KeptDocument $one): array => $now->withName($one->path),
        ]);
    }

    /**
     * @param  list<KeptDocument>  $kept
     * @param  array<string, \Closure(KeptDocument): list<DocumentNow>>  $ways  the surest first
     * @return array<int, Found> by key
     */
    private function inTurn(array $kept, array $ways): array
    {
        $found = [];
        foreach ($ways as $by => $look) {
            foreach ($kept as $one) {
                if (isset($found[$one->key])) {
                    continue;
                }
                $document = $this->only($one, $look($one));
                if ($document !== null) {
                    $this->taken[$document->id] = true;
                    $found[$one->key] = new Found($document, FoundBy::from($by));
                }
            }
        }
        foreach ($kept as $one) {
            $found[$one->key] ??= $this->uncertain($one, array_merge(...array_values(array_map(static fn (\Closure $look): array => $look($one), $ways))));
        }

        return $found;
    }

    /** @param list<DocumentNow> $candidates */
    private function only(KeptDocument $one, array $candidates): ?DocumentNow
    {
        $free = array_values(array_filter($candidates, fn (DocumentNow $document): bool => ! isset($this->taken[$document->id])));
        if (count($free) > 1) {
            // Of several with one content, as blank pages are, the one at the same place is meant, or the one of the same name.
            $free = self::narrowed($free, static fn (DocumentNow $document): bool => $document->path === $one->path)
                ?? self::narrowed($free, static fn (DocumentNow $document): bool => Path::nameOf($document->path) === Path::nameOf($one->path))
                ?? [];
        }

        return $free[0] ?? null;
    }

    /**
     * @param  list<DocumentNow>  $documents
     * @param  \Closure(DocumentNow): bool  $isMeant
     * @return ?list<DocumentNow> null where it is not exactly one
     */
    private static function narrowed(array $documents, \Closure $isMeant): ?array
    {
        $meant = array_values(array_filter($documents, $isMeant));

        return count($meant) === 1 ? $meant : null;
    }

    /** @param list<DocumentNow> $candidates */
    private function uncertain(KeptDocument $one, array $candidates): Found
    {
        $free = [];
        foreach ($candidates as $document) {
            if (! isset($this->taken[$document->id])) {
                $free[$document->id] = $document;
            }
        }

        usort($free, static fn (DocumentNow $a, DocumentNow $b): int => $a->path <=> $b->path);

        return new Found(null, null, array_slice($free, 0, self::CANDIDATES));
    }
}
