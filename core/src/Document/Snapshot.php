<?php

declare(strict_types=1);

namespace Hafenbuch\Core\Document;

use Hafenbuch\Core\Path\Path;
use Hafenbuch\Core\Reference\Graph;

/** The documents of a workspace at one instant, as far as a question needs them; all that are unsaved are among them, unless it is given what they are below. */
final class Snapshot
{
    /** @var array<string, DocumentSnapshot> by id */
    public readonly array $documents;

    /** @var list<DocumentSnapshot> */
    private array $numbered = [];

    /** @var array<string, int> path to the number of its document */
    private array $numberByPath = [];

    /** @var array<string, list<int>> path to the numbers of its documents, where there are several */
    private array $shared = [];

    /** @var array<string, list<string>>|null folded path to the paths that have files */
    private ?array $folded = null;

    /**
     * @param  iterable<DocumentSnapshot>  $documents
     * @param  array<string, OnDisk>  $looks  what is at paths that a decision names and that are no document's
     * @param  array<string, true>  $taken  more paths, folded, that cannot be had; as many as lie near those that are taken
     * @param  ?Graph  $graph  of the whole workspace, also of documents that are not among these; null: it is made of these
     * @param  ?PartlyRead  $partlyRead  of the whole workspace; null: every document is read whole
     * @param  array<string, int>  $sizes  by folder: how many documents with files are below it, of those that links lead to
     * @param  ?Links  $links  of the whole workspace; null: there are none
     * @param  array<string, array{string, int}>|null  $nearest  by document that something unsaved is below: the nearest such, which is among these, and how many references away it is; null: it is found among these
     */
    public function __construct(iterable $documents, private readonly array $looks = [], private readonly array $taken = [], private ?Graph $graph = null, public readonly ?PartlyRead $partlyRead = null, private readonly array $sizes = [], public readonly ?Links $links = null, public readonly Beside $beside = new Beside, private readonly ?array $nearest = null)
    {
        $byId = [];
        foreach ($documents as $document) {
            $number = count($this->numbered);
            $this->numbered[] = $document;
            $byId[$document->id] = $document;
            $other = $this->numberByPath[$document->path] ?? null;
            if ($other !== null) {
                $this->shared[$document->path] ??= [$other];
                $this->shared[$document->path][] = $number;
            }
            // Of two documents for one path the one that has the file is what others point at.
            if ($other === null || ! $document->isNew()) {
                $this->numberByPath[$document->path] = $number;
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
        return $this->numbered[$this->numberByPath[$path] ?? -1] ?? null;
    }

    /** @return list<DocumentSnapshot> every document that has the path or proposes it */
    public function allAt(string $path): array
    {
        $one = $this->at($path);

        return match (true) {
            isset($this->shared[$path]) => array_map(fn (int $number): DocumentSnapshot => $this->numbered[$number], $this->shared[$path]),
            $one === null => [],
            default => [$one],
        };
    }

    /** @return array<string, int> how many documents are below each folder that a link leads to, as far as that was asked for */
    public function sizesOfLinkedFolders(): array
    {
        return $this->sizes;
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

    /** Whether a document, a file, or a name that other systems take for the same has a path. */
    public function isTaken(string $path): bool
    {
        return isset($this->taken[Path::fold($path)]) || $this->at($path) !== null || $this->likeNames($path) !== [] || $this->look($path)->kind !== OnDiskKind::Nothing;
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
            foreach ([$document->refersTo, $document->savedRefersTo, $document->folders, $document->elsewhere] as $targets) {
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
            $targets = [];
            foreach ($this->numbered as $number => $document) {
                $of = [];
                foreach ($document->refersTo as $path) {
                    $target = $this->numberByPath[$path] ?? null;
                    if ($target !== null && $target !== $number) {
                        $of[$target] = $target;
                    }
                }
                $targets[] = array_values($of);
            }
            $this->graph = Graph::of(array_map(static fn (DocumentSnapshot $document): string => $document->id, $this->numbered), $targets);
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
     * The below axis of documents.
     *
     * @param  ?list<string>  $ids  null: all
     * @return array<string, array{state: BelowState, because: ?string, distance: ?int}> by id; `because` is the stray's path or the unsettling document's, `distance` how many references away that is
     */
    public function below(?array $ids = null): array
    {
        $documents = $ids === null ? $this->documents : array_intersect_key($this->documents, array_flip($ids));
        $nearest = $this->nearest ?? $this->graph()->nearness()->below($this->unsaved(), array_map(strval(...), array_keys($documents)));
        $states = [];
        foreach ($documents as $id => $document) {
            $strays = $this->strays($document);
            [$source, $distance] = $nearest[$id] ?? [null, null];
            $states[$id] = match ($state = BelowState::of($strays !== [], $source !== null)) {
                BelowState::Stray => ['state' => $state, 'because' => $strays[0], 'distance' => 1],
                BelowState::Unsettled => ['state' => $state, 'because' => $this->get((string) $source)->path, 'distance' => $distance],
                BelowState::Settled => ['state' => $state, 'because' => null, 'distance' => null],
            };
        }

        return $states;
    }
}
