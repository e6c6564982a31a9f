<?php

declare(strict_types=1);

namespace App\Http\Data;

use OpenApi\Attributes as OA;

/** What a search in a workspace can be narrowed by: names as they can be typed. */
#[OA\Schema(schema: 'FilterChoices')]
final readonly class FilterChoicesData
{
    /**
     * @param  list<string>  $kinds
     * @param  list<string>  $folders
     * @param  list<string>  $states
     * @param  list<string>  $released
     * @param  list<string>  $people
     * @param  list<string>  $fields
     */
    public function __construct(
        #[OA\Property(items: new OA\Items(type: 'string'))] public array $kinds,
        #[OA\Property(description: 'those at the top', items: new OA\Items(type: 'string'))] public array $folders,
        #[OA\Property(items: new OA\Items(type: 'string'))] public array $states,
        #[OA\Property(description: 'the states of the workspace’s chain', items: new OA\Items(type: 'string'))] public array $released,
        #[OA\Property(items: new OA\Items(type: 'string'))] public array $people,
        #[OA\Property(items: new OA\Items(type: 'string'))] public array $fields,
    ) {}
}
