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
     * @param  array<string, string>|\stdClass  $notes
     */
    public function __construct(
        #[OA\Property] public string $path,
        #[OA\Property(items: new OA\Items(ref: '#/components/schemas/FolderEntry'))] public array $folders,
        #[OA\Property(items: new OA\Items(ref: '#/components/schemas/DocumentRow'))] public array $documents,
        #[OA\Property(type: 'object', additionalProperties: new OA\AdditionalProperties(type: 'integer'), description: 'by document: how many references it has')] public array|\stdClass $refersTo,
        #[OA\Property(type: 'object', additionalProperties: new OA\AdditionalProperties(type: 'integer'), description: 'by document: how many references point at it')] public array|\stdClass $referredBy,
        #[OA\Property(type: 'object', additionalProperties: new OA\AdditionalProperties(type: 'string'), description: 'by document: why it could not be read whole')] public array|\stdClass $notes,
        #[OA\Property(description: 'documents of the whole workspace that could not be read whole')] public int $partlyRead,
    ) {}
}
