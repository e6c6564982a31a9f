<?php

declare(strict_types=1);

namespace App\Http\Data;

use OpenApi\Attributes as OA;

/** Two contents side by side: as text where both are text of bearable size, else by their facts. */
#[OA\Schema(schema: 'Comparison')]
final readonly class ComparisonData
{
    /** @param ?list<DiffLineData> $lines */
    public function __construct(
        #[OA\Property] public ?string $before,
        #[OA\Property] public ?string $after,
        #[OA\Property(description: 'bytes')] public ?int $beforeSize,
        #[OA\Property(description: 'bytes')] public ?int $afterSize,
        #[OA\Property(items: new OA\Items(ref: '#/components/schemas/DiffLine'))] public ?array $lines,
        #[OA\Property(description: 'why there are no lines')] public ?string $note,
        #[OA\Property(format: 'date-time', description: 'when the file was last changed, where it is about a file that is there')] public ?string $beforeAt = null,
        #[OA\Property(ref: '#/components/schemas/Contrast', nullable: true, description: 'what differs in the job’s terms, where a plan replaces a content')] public ?ContrastData $contrast = null,
    ) {}

    /** What is known beside the bytes, where a plan replaces a file. */
    public function of(?string $beforeAt, ?ContrastData $contrast): self
    {
        return new self($this->before, $this->after, $this->beforeSize, $this->afterSize, $this->lines, $this->note, $beforeAt, $contrast);
    }
}
