<?php

declare(strict_types=1);

namespace App\Http\Data;

use OpenApi\Attributes as OA;

/** A folder that is only read, with all below it. */
#[OA\Schema(schema: 'FolderRight')]
final readonly class FolderRightData
{
    public function __construct(
        #[OA\Property(description: 'in the workspace; empty: all of it')] public string $folder,
        #[OA\Property(description: 'by whom; null: by everyone who is no keeper')] public ?int $person,
        #[OA\Property] public ?string $name,
    ) {}
}
