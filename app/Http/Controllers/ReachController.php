<?php

declare(strict_types=1);

namespace App\Http\Controllers;

use App\Http\Data\ReachData;
use App\Http\Data\ReachedData;
use App\Http\OpenApi\Ok;
use App\Models\Document;
use App\Models\User;
use App\Models\Workspace;
use App\Quay\Reach;
use Illuminate\Container\Attributes\CurrentUser;
use Illuminate\Http\JsonResponse;
use Illuminate\Http\Request;
use OpenApi\Attributes as OA;

/** What hangs on a document: everything that would show a change of it. */
final readonly class ReachController
{
    private const WAYS = ['above', 'below'];

    #[OA\Get(path: '/workspaces/{workspace}/documents/{document}/reach', operationId: 'showReach', parameters: [
        new OA\QueryParameter(name: 'way', description: 'above: what shows it, at any depth; below: what it shows', schema: new OA\Schema(type: 'string', enum: self::WAYS)),
    ], responses: [new Ok('Reach')])]
    public function __invoke(Request $request, Workspace $workspace, Document $document, Reach $reach, #[CurrentUser] User $person): JsonResponse
    {
        $given = $request->validate(['way' => 'sometimes|string|in:'.implode(',', self::WAYS)]);
        $found = $reach->of($document->setRelation('workspace', $workspace), ($given['way'] ?? 'above') === 'above', $person);

        return new JsonResponse(new ReachData($found['total'], array_map(static fn (array $one): ReachedData => new ReachedData(...$one), $found['rows'])));
    }
}
