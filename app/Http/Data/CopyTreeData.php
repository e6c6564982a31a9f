<?php

declare(strict_types=1);

namespace App\Http\Data;

use OpenApi\Attributes as OA;

/** A document with all below it, as it would be copied. */
#[OA\Schema(schema: 'CopyTree')]
final readonly class CopyTreeData
{
    /**
     * @param  list<CopyRowData>  $rows
     * @param  list<PlaceTroubleData>  $troubles
     */
    public function __construct(
        #[OA\Property(description: 'the folder that holds the copies')] public string $folder,
        #[OA\Property(items: new OA\Items(ref: '#/components/schemas/CopyRow'))] public array $rows,
        #[OA\Property(items: new OA\Items(ref: '#/components/schemas/PlaceTrouble'), description: 'what speaks against the folder')] public array $troubles = [],
    ) {}
}
