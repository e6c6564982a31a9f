<?php

declare(strict_types=1);

namespace App\Http\Data;

use OpenApi\Attributes as OA;

/** What a search has found. */
#[OA\Schema(schema: 'Found')]
final readonly class FoundData
{
    /**
     * @param  list<string>  $words
     * @param  list<FilterData>  $filters
     * @param  list<HitData>  $documents
     * @param  list<array{typed: string, meant: list<string>}>  $corrected
     */
    public function __construct(
        #[OA\Property(description: 'what is looked for, folded', items: new OA\Items(type: 'string'))] public array $words,
        #[OA\Property(description: 'what of the query was understood as filters', items: new OA\Items(ref: '#/components/schemas/Filter'))] public array $filters,
        #[OA\Property(description: 'the best first', items: new OA\Items(ref: '#/components/schemas/Hit'))] public array $documents,
        #[OA\Property] public bool $isMore,
        #[OA\Property(description: 'words that stand nowhere, and those that were looked for instead', items: new OA\Items(
            required: ['typed', 'meant'], properties: [new OA\Property(property: 'typed', type: 'string'), new OA\Property(property: 'meant', type: 'array', items: new OA\Items(type: 'string'))], type: 'object',
        ))] public array $corrected,
        #[OA\Property(description: 'documents whose words are still being read; 1000: so many or more')] public int $behind,
        #[OA\Property(ref: '#/components/schemas/Remarks')] public RemarksData $remarks,
    ) {}
}
