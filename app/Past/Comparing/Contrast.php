<?php

declare(strict_types=1);

namespace App\Past\Comparing;

use OpenApi\Attributes as OA;

/** What differs between two contents, in the job's terms. */
#[OA\Schema(schema: 'Contrast')]
final readonly class Contrast
{
    /**
     * @param  list<FieldChange>  $fields
     * @param  list<ChangedReference>  $references
     */
    public function __construct(
        #[OA\Property(ref: '#/components/schemas/ContrastSide')] public ContrastSide $left,
        #[OA\Property(ref: '#/components/schemas/ContrastSide')] public ContrastSide $right,
        #[OA\Property(description: 'whether every byte is alike')] public bool $isAlike,
        #[OA\Property(items: new OA\Items(ref: '#/components/schemas/FieldChange'))] public array $fields,
        #[OA\Property(items: new OA\Items(ref: '#/components/schemas/ReferenceChange'))] public array $references,
        #[OA\Property(description: 'null: not text, or too large to count')] public ?int $linesAdded,
        #[OA\Property] public ?int $linesRemoved,
    ) {}
}
