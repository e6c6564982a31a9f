<?php

declare(strict_types=1);

namespace Hafenbuch\Core\Tests\Support;

use Hafenbuch\Core\Document\Access;
use Hafenbuch\Core\Document\DocumentSnapshot;
use Hafenbuch\Core\Document\OnDisk;
use Hafenbuch\Core\Document\Snapshot;
use Hafenbuch\Core\Format\FormatRegistry;
use Hafenbuch\Core\Format\Rewriter;
use Hafenbuch\Core\Plan\ContentMaker;
use Hafenbuch\Core\Plan\Contents;
use Hafenbuch\Core\Plan\Decision;
use Hafenbuch\Core\Plan\Plan;
use Hafenbuch\Core\Plan\PlanLine;
use Hafenbuch\Core\Plan\Planner;
use Hafenbuch\Core\Plan\Relinking;
use Hafenbuch\Core\Reference\Resolver;
use Hafenbuch\Core\Tests\Support\Work\References;

/** A workspace given by its contents, whose references are read from them. A document's id is its path. */
final class MemoryContents implements Contents
{
    /** @var array<string, string> bytes by SHA-256 */
    private array $bytes = [];

    /** @var list<DocumentSnapshot> */
    private array $documents = [];

    /** @var array<string, OnDisk> */
    private array $looks = [];

    public function saved(string $path, string $content, ?string $draft = null, ?OnDisk $onDisk = null, ?Access $access = null): self
    {
        $saved = $this->keep($content);
        $this->documents[] = new DocumentSnapshot(
            $path, $path, $saved, $draft === null ? null : $this->keep($draft), $draft === null ? null : $saved,
            $onDisk ?? OnDisk::file($saved, "stat of {$path}"), $access ?? Access::writable(),
            References::files($path, $draft ?? $content), References::files($path, $content),
            elsewhere: array_values(array_unique([...References::elsewhere($path, $content), ...References::elsewhere($path, $draft ?? $content)])),
        );

        return $this;
    }

    public function fresh(string $path, string $draft): self
    {
        $this->documents[] = new DocumentSnapshot($path, $path, null, $this->keep($draft), null, OnDisk::nothing(), Access::writable(), References::files($path, $draft), []);

        return $this;
    }

    /** What the file system has at a path that is no document's. */
    public function looking(string $path, OnDisk $onDisk): self
    {
        $this->looks[$path] = $onDisk;

        return $this;
    }

    /** @param array<string, Decision> $decisions */
    public function plan(array $decisions, ?Relinking $relinking = null): Plan
    {
        return (new Planner)->plan(new Snapshot($this->documents, $this->looks), $decisions, new ContentMaker($this, new Rewriter(FormatRegistry::standard(), new Resolver('/w'))), $relinking);
    }

    public function bytes(DocumentSnapshot $document, string $hash): string
    {
        return $this->bytes[$hash];
    }

    /** @return array<string, string> what each line does, by path; what is written stands behind it */
    public function told(Plan $plan): array
    {
        $told = [];
        foreach ($plan->lines as $line) {
            $content = $line->action->writes() ? $line->after : $line->draftAfter;
            $told[$line->path] = trim($line->action->value.', '.$line->reason->text().($content === null ? '' : ': '.($plan->contents[$content] ?? $this->bytes[$content])));
        }

        return $told;
    }

    public function line(Plan $plan, string $path): PlanLine
    {
        foreach ($plan->lines as $line) {
            if ($line->path === $path) {
                return $line;
            }
        }

        throw new \OutOfBoundsException("The plan has no line for {$path}.");
    }

    public function keep(string $content): string
    {
        $hash = hash('sha256', $content);
        $this->bytes[$hash] = $content;

        return $hash;
    }
}
