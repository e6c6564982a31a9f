<?php

declare(strict_types=1);

namespace App\Http\Data;

use OpenApi\Attributes as OA;

/** What became of a replacement in many documents. */
#[OA\Schema(schema: 'Replacement')]
final readonly class ReplacementData
{
    /**
     * @param  list<string>  $changed
     * @param  list<array{document: string, path: string, why: string}>  $refused
     */
    public function __construct(
        #[OA\Property(description: 'ids of the documents that have it as a draft now', items: new OA\Items(type: 'string'))] public array $changed,
        #[OA\Property(items: new OA\Items(required: ['document', 'path', 'why'], properties: [
            new OA\Property(property: 'document', type: 'string'), new OA\Property(property: 'path', type: 'string'), new OA\Property(property: 'why', type: 'string'),
        ], type: 'object'))] public array $refused,
    ) {}
}
