<?php

declare(strict_types=1);

namespace App\Http\Data;

use OpenApi\Attributes as OA;

/** Which documents refer to which. */
#[OA\Schema(schema: 'Chart')]
final readonly class ChartData
{
    /**
     * @param  list<ChartNodeData>  $nodes
     * @param  list<array{int, int}>  $edges
     */
    public function __construct(
        #[OA\Property(items: new OA\Items(ref: '#/components/schemas/ChartNode'))] public array $nodes,
        #[OA\Property(description: 'by their places among the nodes: who refers, and to whom', items: new OA\Items(type: 'array', items: new OA\Items(type: 'integer')))] public array $edges,
        #[OA\Property(description: 'whether there are more documents than one chart has')] public bool $isMore,
    ) {}
}
