<?php

declare(strict_types=1);

namespace App\Http\Data;

use App\Quay\DocumentRow;
use OpenApi\Attributes as OA;

#[OA\Schema(schema: 'Quay')]
final readonly class QuayData
{
    /**
     * @param  list<DocumentRow>  $rows
     * @param  list<DocumentRow>  $hold
     * @param  array<string, string>|\stdClass  $heldSince
     */
    public function __construct(
        #[OA\Property(items: new OA\Items(ref: '#/components/schemas/DocumentRow'))] public array $rows,
        #[OA\Property(items: new OA\Items(ref: '#/components/schemas/DocumentRow'))] public array $hold,
        #[OA\Property(type: 'object', additionalProperties: new OA\AdditionalProperties(type: 'string', format: 'date-time'), description: 'by document: since when it is in the hold')] public array|\stdClass $heldSince,
        #[OA\Property(description: 'whether something can be opened again that was closed')] public bool $canReopen,
    ) {}
}
