<?php

declare(strict_types=1);

namespace App\Http\Controllers;

use App\Drafts\Locks;
use App\Http\OpenApi\Body;
use App\Http\OpenApi\Ok;
use App\Models\Document;
use App\Models\User;
use App\Models\Workspace;
use App\Quay\RowReader;
use App\Together\LockWishes;
use App\Workspace\By;
use Illuminate\Container\Attributes\CurrentUser;
use Illuminate\Http\JsonResponse;
use Illuminate\Http\Request;
use Illuminate\Http\Response;
use OpenApi\Attributes as OA;

/** Keeps a document for one person, so that nobody else edits or saves it. */
final readonly class LockController
{
    public function __construct(private RowReader $rows) {}

    #[OA\Post(path: '/workspaces/{workspace}/documents/{document}/lock', operationId: 'lockDocument', requestBody: new OA\RequestBody(content: new OA\JsonContent(properties: [
        new OA\Property(property: 'note', type: 'string', nullable: true, description: 'why, for those who would like to have it'), new OA\Property(property: 'hours', type: 'integer', nullable: true, description: 'after which it ends by itself'),
    ], type: 'object')), responses: [
        new Ok('DocumentRow'), new OA\Response(response: 423, description: 'someone else has the lock'),
    ])]
    public function store(Request $request, Workspace $workspace, Document $document, #[CurrentUser] User $person): JsonResponse
    {
        $given = $request->validate(['note' => 'nullable|string|max:500', 'hours' => 'nullable|integer|min:1|max:'.Locks::LONGEST_HOURS]);
        $note = trim((string) ($given['note'] ?? ''));
        Locks::take($document, $person, $note === '' ? null : $note, isset($given['hours']) ? now()->addHours((int) $given['hours']) : null);

        return new JsonResponse($this->rows->row($document, $person));
    }

    /** One’s own is released; that of somebody else is broken by a keeper, or by whoever writes once its holder has been gone for long. */
    #[OA\Delete(path: '/workspaces/{workspace}/documents/{document}/lock', operationId: 'releaseDocument', responses: [new Ok('DocumentRow')])]
    public function destroy(Request $request, Workspace $workspace, Document $document, #[CurrentUser] User $person): JsonResponse
    {
        Locks::release($document, new By($person, (string) $request->ip()));

        return new JsonResponse($this->rows->row($document, $person));
    }

    #[OA\Post(path: '/workspaces/{workspace}/documents/{document}/lock/ask', operationId: 'askForLock', requestBody: new Body([new OA\Property(property: 'text', type: 'string', nullable: true)]), responses: [new OA\Response(response: 204, description: 'whoever has it is told')])]
    public function ask(Request $request, Workspace $workspace, Document $document, #[CurrentUser] User $person): Response
    {
        LockWishes::ask($document, $person, $request->validate(['text' => 'nullable|string|max:500'])['text'] ?? null);

        return response()->noContent();
    }
}
