<?php

declare(strict_types=1);

namespace App\Http\Data;

use OpenApi\Attributes as OA;

/** All strays, in groups. */
#[OA\Schema(schema: 'Strays')]
final readonly class StraysData
{
    /**
     * @param  array<string, int>  $counts
     * @param  list<StrayGroupData>  $groups
     */
    public function __construct(
        #[OA\Property(type: 'object', additionalProperties: new OA\AdditionalProperties(type: 'integer'), description: 'references by kind, and those that are accepted')] public array $counts,
        #[OA\Property(items: new OA\Items(ref: '#/components/schemas/StrayGroup'))] public array $groups,
        #[OA\Property(description: 'groups that are not named')] public int $more,
    ) {}
}
