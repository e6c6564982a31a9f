<?php

declare(strict_types=1);

namespace Hafenbuch\Core\Tests\Support\Work;

use Hafenbuch\Core\Document\Access;
use Hafenbuch\Core\Document\DocumentSnapshot;
use Hafenbuch\Core\Document\OnDisk;
use Hafenbuch\Core\Document\Snapshot;
use Hafenbuch\Core\Format\FormatRegistry;
use Hafenbuch\Core\Format\Rewriter;
use Hafenbuch\Core\Plan\Action;
use Hafenbuch\Core\Plan\ContentMaker;
use Hafenbuch\Core\Plan\Contents;
use Hafenbuch\Core\Plan\Decision;
use Hafenbuch\Core\Plan\Plan;
use Hafenbuch\Core\Plan\PlanLine;
use Hafenbuch\Core\Plan\Planner;
use Hafenbuch\Core\Plan\UndoPlanner;
use Hafenbuch\Core\Reference\Resolver;

/** What the lines of a plan mean, in memory and in as few words as possible. */
final class MemoryWorked implements Contents, Worked
{
    /** @var array<string, Doc> */
    private array $documents = [];

    /** @var array<string, string> bytes by SHA-256 */
    private array $contents = [];

    /** @var list<list<PlanLine>> */
    private array $done = [];

    private int $made = 0;

    /** @param list<Doc> $documents */
    public function __construct(array $documents)
    {
        foreach ($documents as $document) {
            $this->put($document);
        }
    }

    public function documents(): array
    {
        return array_filter($this->documents, static fn (Doc $document): bool => $document->saved !== null || $document->draft !== null);
    }

    public function bytes(DocumentSnapshot $document, string $hash): string
    {
        return $this->contents[$hash];
    }

    public function snapshot(): Snapshot
    {
        return $this->looking([]);
    }

    public function execute(array $decisions): Plan
    {
        $maker = new ContentMaker($this, new Rewriter(FormatRegistry::standard(), new Resolver('/w')));
        $plan = (new Planner)->plan($this->looking($decisions), $decisions, $maker);
        if (! $plan->isBlocked() && ! $plan->isEmpty()) {
            $this->contents += $plan->contents;
            $lines = array_map(fn (PlanLine $line): PlanLine => $line->makesDocument() ? $line->of('made-'.++$this->made) : $line, $plan->lines);
            $this->done[] = $lines;
            $this->apply($lines);
        }

        return $plan;
    }

    public function undo(): void
    {
        $done = array_pop($this->done) ?? [];
        $onDisk = [];
        foreach ($done as $line) {
            $onDisk[$line->path] = $this->look($line->path);
        }
        $plan = (new UndoPlanner)->plan(1, $done, $onDisk, []);
        if ($plan->isBlocked()) {
            throw new \LogicException("Cannot be taken back: {$plan->blockers[0]->path}: {$plan->blockers[0]->message}");
        }
        $this->apply($plan->lines);
    }

    /** @param list<PlanLine> $lines */
    private function apply(array $lines): void
    {
        $removed = $written = [];
        foreach ($lines as $line) {
            $line->action === Action::Remove ? $removed[$line->documentId] = $line : null;
            $line->action->writes() ? $written[$line->documentId] = $line : null;
        }
        foreach ($lines as $line) {
            $document = $this->documents[$line->documentId] ?? new Doc($line->documentId, $line->path, null, null, $line->origin);
            $draft = $line->draftAfter === null ? null : $this->contents[$line->draftAfter];
            $next = match (true) {
                $line->action->writes() => new Doc($document->id, $line->path, $this->contents[(string) $line->after], $draft, $document->origin),
                $line->action === Action::Remove && isset($written[$line->documentId]) => null,
                $line->action === Action::Remove => new Doc($document->id, $line->path, null, $draft, $document->origin),
                $line->action === Action::Redraft && $document->saved === null => new Doc($document->id, $line->path, null, $draft, $document->origin),
                default => new Doc($document->id, $document->path, $document->saved, $draft, $document->origin),
            };
            if ($next !== null) {
                $this->put($next);
            }
        }
    }

    /** @param array<string, Decision> $decisions */
    private function looking(array $decisions): Snapshot
    {
        $snapshots = [];
        foreach ($this->documents() as $id => $document) {
            [$saved, $draft] = [self::hash($document->saved), self::hash($document->draft)];
            $snapshots[] = new DocumentSnapshot(
                (string) $id, $document->path, $saved, $draft, $draft === null ? null : $saved, $this->look($document->path), Access::writable(),
                References::files($document->path, $document->working()), $document->saved === null ? [] : References::files($document->path, $document->saved),
            );
        }
        $looks = [];
        foreach ($decisions as $decision) {
            if ($decision->path !== null && $this->at($decision->path) === null) {
                $looks[$decision->path] = OnDisk::nothing();
            }
        }

        return new Snapshot($snapshots, $looks);
    }

    private function look(string $path): OnDisk
    {
        $there = $this->at($path);

        return $there?->saved === null ? OnDisk::nothing() : OnDisk::file((string) self::hash($there->saved), 'stat of '.self::hash($there->saved), true);
    }

    private function at(string $path): ?Doc
    {
        $found = null;
        foreach ($this->documents() as $document) {
            if ($document->path === $path && ($found === null || $document->saved !== null)) {
                $found = $document;
            }
        }

        return $found;
    }

    private function put(Doc $document): void
    {
        $this->documents[$document->id] = $document;
        foreach ([$document->saved, $document->draft] as $bytes) {
            $bytes === null ? null : $this->contents[(string) self::hash($bytes)] = $bytes;
        }
    }

    private static function hash(?string $bytes): ?string
    {
        return $bytes === null ? null : hash('sha256', $bytes);
    }
}
