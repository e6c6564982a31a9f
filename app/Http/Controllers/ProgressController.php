<?php

declare(strict_types=1);

namespace App\Http\Controllers;

use App\Models\Workspace;
use App\Support\SharedProgress;
use Illuminate\Http\JsonResponse;
use OpenApi\Attributes as OA;

/** The operation that is writing in a workspace now. */
final class ProgressController
{
    #[OA\Get(path: '/workspaces/{workspace}/progress', operationId: 'showProgress', responses: [new OA\Response(response: 200, description: 'files written so far, and in all', content: new OA\JsonContent(properties: [
        new OA\Property(property: 'operation', type: 'string', nullable: true, description: 'by which it can be stopped'),
        new OA\Property(property: 'done', type: 'integer', nullable: true), new OA\Property(property: 'of', type: 'integer', nullable: true),
    ], type: 'object', required: ['operation', 'done', 'of']))])]
    public function show(Workspace $workspace): JsonResponse
    {
        return new JsonResponse(SharedProgress::now(SharedProgress::inWorkspace($workspace->id)) ?? ['operation' => null, 'done' => null, 'of' => null]);
    }

    /** It takes back what it has written, as one act. One that has ended meanwhile is not touched, and no other either. */
    #[OA\Delete(path: '/workspaces/{workspace}/progress/{running}', operationId: 'stopOperation', responses: [new OA\Response(response: 204, description: 'asked to stop')])]
    public function destroy(Workspace $workspace, string $running): JsonResponse
    {
        if ((SharedProgress::now(SharedProgress::inWorkspace($workspace->id))['operation'] ?? null) === $running) {
            SharedProgress::stop($running);
        }

        return new JsonResponse(null, 204);
    }
}
