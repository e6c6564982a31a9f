<?php

declare(strict_types=1);

namespace App\Http\Controllers;

use App\Http\Data\CommentData;
use App\Http\ListOf;
use App\Http\OpenApi\Body;
use App\Http\OpenApi\Ok;
use App\Models\Comment;
use App\Models\Document;
use App\Models\User;
use App\Models\Workspace;
use App\Together\Comments;
use Illuminate\Container\Attributes\CurrentUser;
use Illuminate\Http\JsonResponse;
use Illuminate\Http\Request;
use OpenApi\Attributes as OA;

/** What people say about a document, or about a line of one of its versions. */
final class CommentController
{
    #[OA\Get(path: '/workspaces/{workspace}/documents/{document}/comments', operationId: 'listComments', responses: [new Ok('Comment', list: true)])]
    public function index(Workspace $workspace, Document $document): JsonResponse
    {
        return new JsonResponse(Comment::query()->with('person')->where('document_id', $document->id)->orderBy('id')->get()->map(CommentData::of(...)));
    }

    #[OA\Post(path: '/workspaces/{workspace}/documents/{document}/comments', operationId: 'sayComment', requestBody: new Body([
        new OA\Property(property: 'text', type: 'string'), new OA\Property(property: 'mentions', type: 'array', items: new OA\Items(type: 'integer'), description: 'members who are to hear of it'),
        new OA\Property(property: 'version', type: 'integer', nullable: true), new OA\Property(property: 'line', type: 'integer', nullable: true, description: 'of that version, counted from 1'),
    ], ['text']), responses: [new Ok('Comment', list: true, status: 201)])]
    public function store(Request $request, Workspace $workspace, Document $document, #[CurrentUser] User $person): JsonResponse
    {
        $given = $request->validate(['text' => 'required|string|max:'.Comments::LONGEST, 'mentions' => ['sometimes', ...$request->input('mentions') === [] ? [] : [ListOf::numbers(50)]], 'version' => 'nullable|required_with:line|integer|min:0|max:1000000000', 'line' => 'nullable|integer|min:1|max:1000000000']);
        Comments::say($document, $person, $given['text'], $given['mentions'] ?? [], $given['version'] ?? null, $given['line'] ?? null);

        return $this->index($workspace, $document)->setStatusCode(201);
    }

    #[OA\Patch(path: '/workspaces/{workspace}/documents/{document}/comments/{comment}', operationId: 'settleComment', requestBody: new Body([new OA\Property(property: 'isSettled', type: 'boolean')], ['isSettled']), responses: [new Ok('Comment', list: true)])]
    public function update(Request $request, Workspace $workspace, Document $document, int $comment, #[CurrentUser] User $person): JsonResponse
    {
        Comments::settle($document, $this->of($document, $comment), $person, (bool) $request->validate(['isSettled' => 'required|boolean'])['isSettled']);

        return $this->index($workspace, $document);
    }

    #[OA\Delete(path: '/workspaces/{workspace}/documents/{document}/comments/{comment}', operationId: 'deleteComment', responses: [new Ok('Comment', list: true)])]
    public function destroy(Workspace $workspace, Document $document, int $comment, #[CurrentUser] User $person): JsonResponse
    {
        Comments::delete($document, $this->of($document, $comment), $person);

        return $this->index($workspace, $document);
    }

    private function of(Document $document, int $id): Comment
    {
        return Comment::query()->where('document_id', $document->id)->findOrFail($id);
    }
}
