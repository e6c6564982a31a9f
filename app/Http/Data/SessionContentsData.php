<?php

declare(strict_types=1);

namespace App\Http\Data;

use OpenApi\Attributes as OA;

/** What one stage of a session holds. */
#[OA\Schema(schema: 'SessionContents')]
final readonly class SessionContentsData
{
    /** @param list<SessionItemData> $items */
    public function __construct(
        #[OA\Property(ref: '#/components/schemas/SessionStage')] public SessionStageData $stage,
        #[OA\Property(items: new OA\Items(ref: '#/components/schemas/SessionItem'))] public array $items,
        #[OA\Property(description: 'documents of workspaces that the asker may not see')] public int $hidden,
        #[OA\Property(description: 'bytes that would come free if the session were deleted')] public int $ownBytes,
    ) {}
}
