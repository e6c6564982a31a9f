<?php

declare(strict_types=1);

namespace Hafenbuch\Core\Document;

use Hafenbuch\Core\Reference\Graph;

/** The documents of a workspace at one instant, as far as a question needs them. */
final class Snapshot
{
    /** @var array<string, DocumentSnapshot> by id */
    public readonly array $documents;

    /** @var array<string, string> path to id */
    private array $idByPath = [];

    /** @var array<string, list<string>> path to ids, where there are several */
    private array $shared = [];

    private ?Graph $graph = null;

    /** @var array<string, list<string>>|null folded path to the paths that have files */
    private ?array $folded = null;

    /**
     * @param  iterable<DocumentSnapshot>  $documents
     * @param  array<string, OnDisk>  $looks  what is at paths that a decision names and that are no document's
     */
    public function __construct(iterable $documents, private readonly array $looks = [])
    {
        $byId = [];
        foreach ($documents as $document) {
            $byId[$document->id] = $document;
            if (isset($this->idByPath[$document->path])) {
                $this->shared[$document->path] ??= [$this->idByPath[$document->path]];
                $this->shared[$document->path][] = $document->id;
            }
            // Of two documents for one path the one that has the file is what others point at.
            if (! isset($this->idByPath[$document->path]) || ! $document->isNew()) {
                $this->idByPath[$document->path] = $document->id;
            }
        }
        $this->documents = $byId;
    }

    public function get(string $id): DocumentSnapshot
    {
        return $this->documents[$id] ?? throw new \OutOfBoundsException("There is no document {$id} in this snapshot.");
    }

    public function at(string $path): ?DocumentSnapshot
    {
        $id = $this->idByPath[$path] ?? null;

        return $id === null ? null : $this->documents[$id];
    }

    /** @return list<DocumentSnapshot> every document that has the path or proposes it */
    public function allAt(string $path): array
    {
        $one = $this->at($path);

        return match (true) {
            isset($this->shared[$path]) => array_map($this->get(...), $this->shared[$path]),
            $one === null => [],
            default => [$one],
        };
    }

    /** What the file system has at a path, as far as it was looked at. */
    public function look(string $path): OnDisk
    {
        return $this->looks[$path] ?? $this->at($path)->onDisk ?? OnDisk::nothing();
    }

    /** @return array<string, OnDisk> by path */
    public function looks(): array
    {
        return $this->looks;
    }

    /** @return list<string> the paths with files that differ from this one only in letter case or Unicode form */
    public function likeNames(string $path): array
    {
        if ($this->folded === null) {
            $this->folded = [];
            foreach ($this->documents as $document) {
                if ($document->hasFile()) {
                    $this->folded[Path::fold($document->path)][] = $document->path;
                }
            }
        }

        return array_values(array_diff($this->folded[Path::fold($path)] ?? [], [$path]));
    }

    /**
     * The documents whose working or saved content points at one of the paths.
     *
     * @param  array<string, mixed>  $paths  by path
     * @return list<string> ids
     */
    public function pointingAt(array $paths): array
    {
        $ids = [];
        foreach ($this->documents as $id => $document) {
            foreach ([$document->refersTo, $document->savedRefersTo] as $targets) {
                foreach ($targets as $target) {
                    if (isset($paths[$target])) {
                        $ids[] = (string) $id;

                        continue 3;
                    }
                }
            }
        }

        return $ids;
    }

    /** The references between the documents' working contents. */
    public function graph(): Graph
    {
        if ($this->graph === null) {
            $edges = [];
            foreach ($this->documents as $id => $document) {
                $edges[$id] = [];
                foreach ($document->refersTo as $path) {
                    $target = $this->idByPath[$path] ?? null;
                    if ($target !== null && $target !== $id) {
                        $edges[$id][$target] = true;
                    }
                }
                $edges[$id] = array_map(strval(...), array_keys($edges[$id]));
            }
            $this->graph = new Graph($edges);
        }

        return $this->graph;
    }

    /** @return list<string> the ids of all documents with unsaved content */
    public function unsaved(): array
    {
        $ids = [];
        foreach ($this->documents as $id => $document) {
            if ($document->isUnsaved()) {
                $ids[] = (string) $id;
            }
        }

        return $ids;
    }

    /** @return list<string> the paths that the working content points at and where nothing is */
    public function strays(DocumentSnapshot $document): array
    {
        $strays = [];
        foreach ($document->refersTo as $path) {
            $target = $this->at($path);
            if ($target === null || $target->fileState() === FileState::Gone) {
                $strays[] = $path;
            }
        }

        return $strays;
    }

    /**
     * The below axis of every document, in one pass.
     *
     * @return array<string, array{state: BelowState, because: ?string}> by id; `because` is the stray's path or the unsettling document's
     */
    public function below(): array
    {
        $nearest = $this->graph()->nearestBelow($this->unsaved());
        $states = [];
        foreach ($this->documents as $id => $document) {
            $strays = $this->strays($document);
            $states[$id] = match (true) {
                $strays !== [] => ['state' => BelowState::Stray, 'because' => $strays[0]],
                isset($nearest[$id]) => ['state' => BelowState::Unsettled, 'because' => $this->documents[$nearest[$id]]->path],
                default => ['state' => BelowState::Settled, 'because' => null],
            };
        }

        return $states;
    }
}
