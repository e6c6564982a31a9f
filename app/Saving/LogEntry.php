<?php

declare(strict_types=1);

namespace App\Saving;

use Hafenbuch\Core\Plan\PlanLine;

/** What the logbook is to say of an operation, beside the files that it changes. */
final readonly class LogEntry
{
    /** @param list<PlanLine> $lines */
    public function __construct(
        public string $kind,
        public ?int $personId,
        public array $lines,
        public ?string $note = null,
        public ?string $undoesId = null,
    ) {}
}
