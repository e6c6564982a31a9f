<?php

declare(strict_types=1);

namespace App\Http\Data;

use App\Past\Comparing\Contrast;
use App\Saving\Logbook\Comparison;
use App\Saving\Logbook\DiffLine;
use OpenApi\Attributes as OA;

/** Two contents side by side: as text where both are text of bearable size, else by their facts. */
#[OA\Schema(schema: 'Comparison')]
final readonly class ComparisonData
{
    /**
     * @param  ?list<DiffLine>  $lines
     * @param  ?array{document: string, left: string, right: string}  $shown
     */
    public function __construct(
        #[OA\Property] public ?string $before,
        #[OA\Property] public ?string $after,
        #[OA\Property(description: 'bytes')] public ?int $beforeSize,
        #[OA\Property(description: 'bytes')] public ?int $afterSize,
        #[OA\Property(items: new OA\Items(ref: '#/components/schemas/DiffLine'))] public ?array $lines,
        #[OA\Property(description: 'why there are no lines')] public ?string $note,
        #[OA\Property(format: 'date-time', description: 'when the file was last changed, where it is about a file that is there')] public ?string $beforeAt = null,
        #[OA\Property(ref: '#/components/schemas/Contrast', nullable: true, description: 'what differs in the job’s terms, where a plan replaces a content')] public ?Contrast $contrast = null,
        #[OA\Property(description: 'under which names both contents can be looked at; null: one of them not any more', type: 'object', nullable: true, required: ['document', 'left', 'right'], properties: [
            new OA\Property(property: 'document', type: 'string'), new OA\Property(property: 'left', type: 'string'), new OA\Property(property: 'right', type: 'string'),
        ])] public ?array $shown = null,
    ) {}

    /**
     * @param  ?string  $beforeAt  when the file was last changed, where it is about a file that is there
     * @param  ?Contrast  $contrast  what differs in the job’s terms, where a plan replaces a content
     * @param  ?array{document: string, left: string, right: string}  $shown  under which names both contents can be looked at
     */
    public static function of(Comparison $comparison, ?string $beforeAt = null, ?Contrast $contrast = null, ?array $shown = null): self
    {
        return new self($comparison->before, $comparison->after, $comparison->beforeSize, $comparison->afterSize, $comparison->lines, $comparison->note, $beforeAt, $contrast, $shown);
    }
}
