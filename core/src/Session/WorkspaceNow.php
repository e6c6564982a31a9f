<?php

declare(strict_types=1);

namespace Hafenbuch\Core\Session;

use Hafenbuch\Core\Path\Path;

/** What a session meets in one workspace: the documents that it may mean, and what is open there. */
final readonly class WorkspaceNow
{
    /** @var array<string, list<DocumentNow>> those that are there, by the hash of their file */
    private array $byContent;

    /** @var array<string, list<DocumentNow>> those that are there, by their name */
    private array $byName;

    /** @var array<string, DocumentNow> those that are there, by their path */
    private array $byPath;

    /**
     * @param  array<string, DocumentNow>  $documents  by id
     * @param  array<string, bool>  $open  by id, in their order: whether it is in the hold
     */
    public function __construct(public array $documents, public array $open = [])
    {
        $byContent = $byName = $byPath = [];
        foreach ($documents as $document) {
            if ($document->isThere()) {
                $byContent[(string) $document->savedHash][] = $document;
                $byName[Path::nameOf($document->path)][] = $document;
                $byPath[$document->path] = $document;
            }
        }
        $this->byContent = $byContent;
        $this->byName = $byName;
        $this->byPath = $byPath;
    }

    public function document(?string $id): ?DocumentNow
    {
        return $id === null ? null : $this->documents[$id] ?? null;
    }

    /** @return list<DocumentNow> with this content in their file */
    public function withContent(?string $hash): array
    {
        return $hash === null ? [] : $this->byContent[$hash] ?? [];
    }

    /** @return list<DocumentNow> called the same, wherever they are */
    public function withName(string $path): array
    {
        return $this->byName[Path::nameOf($path)] ?? [];
    }

    public function at(string $path): ?DocumentNow
    {
        return $this->byPath[$path] ?? null;
    }
}
