<?php

declare(strict_types=1);

namespace App\Http\Data;

use OpenApi\Attributes as OA;

/** What a scan of a folder would find. */
#[OA\Schema(schema: 'FolderLook')]
final readonly class FolderLookData
{
    /**
     * @param  list<array{kind: string, files: int, bytes: int}>  $kinds
     * @param  list<string>  $warnings
     * @param  list<string>  $stops
     */
    public function __construct(
        #[OA\Property] public string $folder,
        #[OA\Property] public int $files,
        #[OA\Property] public int $bytes,
        #[OA\Property(description: 'whether there are more')] public bool $isCut,
        #[OA\Property(items: new OA\Items(properties: [
            new OA\Property(property: 'kind', type: 'string'), new OA\Property(property: 'files', type: 'integer'), new OA\Property(property: 'bytes', type: 'integer'),
        ], type: 'object', required: ['kind', 'files', 'bytes']))] public array $kinds,
        #[OA\Property(items: new OA\Items(type: 'string'))] public array $warnings,
        #[OA\Property(items: new OA\Items(type: 'string'), description: 'why it cannot be a workspace')] public array $stops,
    ) {}
}
