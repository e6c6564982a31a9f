<?php

declare(strict_types=1);

namespace App\Quay;

use OpenApi\Attributes as OA;

/** What a folder of the workspace holds. */
#[OA\Schema(schema: 'Folder')]
final readonly class FolderListing
{
    /**
     * @param  list<FolderEntry>  $folders
     * @param  list<DocumentRow>  $documents
     * @param  array<string, int>|\stdClass  $refersTo
     * @param  array<string, int>|\stdClass  $referredBy
     */
    public function __construct(
        #[OA\Property] public string $path,
        #[OA\Property(items: new OA\Items(ref: '#/components/schemas/FolderEntry'))] public array $folders,
        #[OA\Property(items: new OA\Items(ref: '#/components/schemas/DocumentRow'))] public array $documents,
        #[OA\Property(type: 'object', additionalProperties: new OA\AdditionalProperties(type: 'integer'), description: 'by document: how many references it has')] public array|\stdClass $refersTo,
        #[OA\Property(type: 'object', additionalProperties: new OA\AdditionalProperties(type: 'integer'), description: 'by document: how many references point at it')] public array|\stdClass $referredBy,
    ) {}
}
