<?php

declare(strict_types=1);

namespace App\Http\Data;

use OpenApi\Attributes as OA;

/** What a table or a timeline holds. */
#[OA\Schema(schema: 'Outline')]
final readonly class OutlineData
{
    /**
     * @param  list<list<string>>  $rows
     * @param  list<array<string, mixed>>  $tracks
     */
    public function __construct(
        #[OA\Property(items: new OA\Items(type: 'array', items: new OA\Items(type: 'string')), description: 'the first rows of a table, with its heads')] public array $rows,
        #[OA\Property(description: 'times in seconds; a gap has no name', items: new OA\Items(type: 'object', required: ['name', 'clips'], properties: [
            new OA\Property(property: 'name', type: 'string'),
            new OA\Property(property: 'clips', type: 'array', items: new OA\Items(type: 'object', required: ['name', 'start', 'length', 'isKnown', 'document', 'path', 'isThere'], properties: [
                new OA\Property(property: 'name', type: 'string', nullable: true), new OA\Property(property: 'start', type: 'number'), new OA\Property(property: 'length', type: 'number'),
                new OA\Property(property: 'isKnown', type: 'boolean', description: 'whether the timeline says how long it is'), new OA\Property(property: 'document', type: 'string', nullable: true),
                new OA\Property(property: 'path', type: 'string', nullable: true), new OA\Property(property: 'isThere', type: 'boolean', description: 'whether its medium is, as far as it should be in the workspace'),
            ])),
        ]))] public array $tracks,
    ) {}
}
