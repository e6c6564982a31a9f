<?php

declare(strict_types=1);

namespace App\Http\Data;

use OpenApi\Attributes as OA;

/** Folders of the server in which workspaces may be. */
#[OA\Schema(schema: 'FolderList')]
final readonly class FolderListData
{
    /** @param list<array{path: string, name: string, workspace: ?string}> $folders */
    public function __construct(
        #[OA\Property(description: 'whose folders these are; null: the ones that are allowed')] public ?string $folder,
        #[OA\Property] public ?string $above,
        #[OA\Property(items: new OA\Items(properties: [
            new OA\Property(property: 'path', type: 'string'), new OA\Property(property: 'name', type: 'string'), new OA\Property(property: 'workspace', type: 'string', nullable: true, description: 'that is there already'),
        ], type: 'object', required: ['path', 'name', 'workspace']))] public array $folders,
        #[OA\Property(description: 'whether there are more')] public bool $isCut,
    ) {}
}
