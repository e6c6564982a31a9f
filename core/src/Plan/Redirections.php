<?php

declare(strict_types=1);

namespace Hafenbuch\Core\Plan;

use Hafenbuch\Core\Document\DocumentSnapshot;
use Hafenbuch\Core\Document\Snapshot;
use Hafenbuch\Core\Reference\PathMap;

/** Which paths lead elsewhere after a plan, and for whom. */
final readonly class Redirections
{
    private PathMap $forAll;

    private PathMap $forMoved;

    /**
     * @param  array<string, string>  $moved  old path to new path: for every reference in the workspace
     * @param  array<string, string>  $relinked  one end of references to another
     * @param  ?array<string, true>  $only  the ids of the documents whose references are; null: all
     * @param  array<string, array<string, string>>  $followed  by the id of a follower: old path to new path
     * @param  array<string, string>  $copied  path of an original to that of its copy: for references inside copies that are made together
     */
    private function __construct(public array $moved, private array $followed, private array $copied, private array $relinked, private ?array $only)
    {
        $this->forAll = PathMap::of($moved, $relinked);
        $this->forMoved = PathMap::of($moved);
    }

    /** @param array<string, Decision> $decisions by document id */
    public static function of(Snapshot $snapshot, array $decisions, Relinking $relinking): self
    {
        $moved = $followed = $copied = [];
        foreach ($decisions as $id => $decision) {
            $document = $snapshot->documents[$id] ?? null;
            if ($document === null || $decision->path === null || $decision->path === $document->path) {
                continue;
            }
            if ($decision->kind === DecisionKind::Move) {
                $moved[$document->path] = $decision->path;
            } elseif ($decision->kind === DecisionKind::Copy && $decision->isTogether) {
                $copied[$document->path] = $decision->path;
            } elseif ($decision->kind === DecisionKind::SaveAs) {
                foreach ($decision->followers as $follower) {
                    // One that was let go since it was chosen follows nothing.
                    if (isset($snapshot->documents[$follower])) {
                        $followed[$follower][$document->path] = $decision->path;
                    }
                }
            }
        }

        $relinked = array_map(static fn (string $end): string => $moved[$end] ?? $end, $relinking->leads);

        return new self($moved + self::movedFolders($snapshot, $moved), $followed, $copied, $relinked, $relinking->documents === null ? null : array_fill_keys([...$relinking->documents, ...array_map(static fn (Arrival $arrival): string => PlanLine::idToBeMade($arrival->to), $relinking->arrivals)], true));
    }

    /**
     * Folders that links lead to and out of which everything goes to one other folder.
     *
     * @param  array<string, string>  $moved
     * @return array<string, string> old path to new path
     */
    private static function movedFolders(Snapshot $snapshot, array $moved): array
    {
        $folders = [];
        foreach ($snapshot->sizesOfLinkedFolders() as $folder => $size) {
            $folder = (string) $folder;
            $to = [];
            $count = 0;
            foreach ($moved as $old => $new) {
                $below = str_starts_with((string) $old, $folder.'/') ? substr((string) $old, strlen($folder)) : null;
                if ($below !== null) {
                    $count++;
                    $to[str_ends_with($new, $below) ? substr($new, 0, -strlen($below)) : ''] = true;
                }
            }
            if ($count > 0 && $count === $size && count($to) === 1 && ! isset($to[''])) {
                $folders[$folder] = (string) array_key_first($to);
            }
        }

        return $folders;
    }

    public function pathOf(DocumentSnapshot $document): string
    {
        return $this->moved[$document->path] ?? $document->path;
    }

    /** For the saved content of a document that is not saved itself. */
    public function forSaved(DocumentSnapshot $document): PathMap
    {
        return $this->only === null || isset($this->only[$document->id]) ? $this->forAll : $this->forMoved;
    }

    /** For what is on the screen. */
    public function forWorking(DocumentSnapshot $document): PathMap
    {
        $leads = $this->forSaved($document);

        return isset($this->followed[$document->id]) ? $leads->after($this->followed[$document->id]) : $leads;
    }

    /** For a new file that is made of a document; its references to itself go along. */
    public function forNewFile(DocumentSnapshot $document, Decision $decision): PathMap
    {
        return $this->forWorking($document)->after([$document->path => (string) $decision->path], $decision->isTogether ? $this->copied : []);
    }

    /** @return list<string> the ids of all whose contents a move, a save as or a relinking rewrites */
    public function rewritten(Snapshot $snapshot): array
    {
        $ids = array_map(strval(...), array_keys($this->followed));
        if ($this->moved !== []) {
            array_push($ids, ...$snapshot->pointingAt($this->moved));
        }
        if ($this->relinked !== []) {
            array_push($ids, ...array_filter($snapshot->pointingAt($this->relinked), fn (string $id): bool => $this->only === null || isset($this->only[$id])));
        }

        return array_values(array_unique($ids));
    }

    /** Why a document is rewritten for which nothing was decided. */
    public function reason(DocumentSnapshot $document): Reason
    {
        $leads = $this->forWorking($document);
        $ends = array_values(array_unique(array_filter([...$document->refersTo, ...$document->savedRefersTo, ...$document->folders, ...$document->elsewhere], $leads->has(...))));
        $relinked = array_values(array_filter($ends, fn (string $end): bool => isset($this->relinked[$end])));
        if ($relinked === [] || count($relinked) < count($ends)) {
            return Reason::follows(array_values(array_diff($ends, $relinked))[0] ?? $document->path);
        }

        return count($relinked) > 1 ? Reason::relinkedSome(count($relinked)) : Reason::relinked($relinked[0], $leads->from($relinked[0]));
    }
}
