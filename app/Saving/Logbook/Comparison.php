<?php

declare(strict_types=1);

namespace App\Saving\Logbook;

/** Two contents side by side: as text where both are text of bearable size, else by their facts. */
final readonly class Comparison
{
    /**
     * @param  ?string  $before  a hash; null: nothing
     * @param  ?int  $beforeSize  in bytes
     * @param  ?list<DiffLine>  $lines
     * @param  ?string  $note  why there are no lines
     */
    public function __construct(
        public ?string $before,
        public ?string $after,
        public ?int $beforeSize,
        public ?int $afterSize,
        public ?array $lines,
        public ?string $note,
    ) {}
}
