<?php

declare(strict_types=1);

namespace Hafenbuch\Core\Tests\Support;

use Hafenbuch\Core\Write\Journal;
use Hafenbuch\Core\Write\Operation;

final class MemoryJournal implements Journal
{
    /** @var array<string, array{operation: Operation, state: string}> */
    public array $entries = [];

    /** @var array<string, ?string> what a person was shown */
    public array $found = [];

    public function __construct(private readonly Fuse $fuse) {}

    public function prepared(Operation $operation): void
    {
        $this->record($operation, 'prepared');
    }

    public function written(Operation $operation): void
    {
        $this->record($operation, 'written');
    }

    public function rolledBack(Operation $operation, string $why): void
    {
        $this->record($operation, 'rolled back');
    }

    public function needsPerson(Operation $operation, array $found, string $why): void
    {
        $this->found = $found;
        $this->record($operation, 'needs a person');
    }

    public function unfinished(): array
    {
        return array_values(array_map(
            static fn (array $entry): Operation => $entry['operation'],
            array_filter($this->entries, static fn (array $entry): bool => $entry['state'] === 'prepared'),
        ));
    }

    public function state(string $id): ?string
    {
        return $this->entries[$id]['state'] ?? null;
    }

    private function record(Operation $operation, string $state): void
    {
        $this->fuse->step();
        $this->entries[$operation->id] = ['operation' => $operation, 'state' => $state];
        $this->fuse->step();
    }
}
