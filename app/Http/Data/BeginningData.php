<?php

declare(strict_types=1);

namespace App\Http\Data;

use OpenApi\Attributes as OA;

/** What a page must know before it shows anything. */
#[OA\Schema(schema: 'Beginning')]
final readonly class BeginningData
{
    /** @param list<WorkspaceData> $workspaces */
    public function __construct(
        #[OA\Property(ref: '#/components/schemas/Person')] public PersonData $person,
        #[OA\Property(items: new OA\Items(ref: '#/components/schemas/Workspace'))] public array $workspaces,
        #[OA\Property(ref: '#/components/schemas/Preferences')] public PreferencesData $preferences,
    ) {}
}
