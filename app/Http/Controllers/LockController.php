<?php

declare(strict_types=1);

namespace App\Http\Controllers;

use App\Drafts\Locks;
use App\Http\OpenApi\Ok;
use App\Models\Document;
use App\Models\User;
use App\Models\Workspace;
use App\Quay\RowReader;
use Illuminate\Container\Attributes\CurrentUser;
use Illuminate\Http\JsonResponse;
use OpenApi\Attributes as OA;

/** Keeps a document for one person, so that nobody else edits or saves it. */
final readonly class LockController
{
    public function __construct(private RowReader $rows) {}

    #[OA\Post(path: '/workspaces/{workspace}/documents/{document}/lock', operationId: 'lockDocument', responses: [
        new Ok('DocumentRow'), new OA\Response(response: 423, description: 'someone else has the lock'),
    ])]
    public function store(Workspace $workspace, Document $document, #[CurrentUser] User $person): JsonResponse
    {
        Locks::take($document, $person);

        return new JsonResponse($this->rows->row($document, $person));
    }

    #[OA\Delete(path: '/workspaces/{workspace}/documents/{document}/lock', operationId: 'releaseDocument', responses: [new Ok('DocumentRow')])]
    public function destroy(Workspace $workspace, Document $document, #[CurrentUser] User $person): JsonResponse
    {
        Locks::release($document, $person);

        return new JsonResponse($this->rows->row($document, $person));
    }
}
