<?php

declare(strict_types=1);

namespace App\Http\Data;

use OpenApi\Attributes as OA;

/** What can be recovered. */
#[OA\Schema(schema: 'Recovery')]
final readonly class RecoveryData
{
    /**
     * @param  list<RecoveryDocumentData>  $documents
     * @param  list<EntryData>  $entries
     */
    public function __construct(
        #[OA\Property(description: 'whether an earlier visit broke off, or an operation asks a person')] public bool $isOffered,
        #[OA\Property(format: 'date-time', description: 'when the visit that broke off was last seen')] public ?string $brokenOffAt,
        #[OA\Property(items: new OA\Items(ref: '#/components/schemas/RecoveryDocument'))] public array $documents,
        #[OA\Property(items: new OA\Items(ref: '#/components/schemas/Entry'), description: 'operations that need a person')] public array $entries,
    ) {}
}
