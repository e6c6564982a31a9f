<?php

declare(strict_types=1);

namespace App\Http\Controllers;

use App\Drafts\DraftDesk;
use App\Http\DraftEdit;
use App\Http\Errors;
use App\Http\OpenApi\AsText;
use App\Http\OpenApi\IfMatch;
use App\Http\OpenApi\Ok;
use App\Http\Revision;
use App\Models\Document;
use App\Models\User;
use App\Models\Workspace;
use App\Quay\RowReader;
use Illuminate\Container\Attributes\CurrentUser;
use Illuminate\Http\JsonResponse;
use Illuminate\Http\Request;
use OpenApi\Attributes as OA;

/** A draft and a file that changed outside, brought together by a person. */
final readonly class MergeController
{
    /** The draft becomes what was merged, and counts as begun on the file as it is now. */
    #[OA\Post(
        path: '/workspaces/{workspace}/documents/{document}/merge', operationId: 'mergeDraft',
        parameters: [
            new IfMatch, new AsText,
            new OA\QueryParameter(name: 'theirs', required: true, description: 'SHA-256 of the file that was merged', schema: new OA\Schema(type: 'string')),
        ],
        requestBody: new OA\RequestBody(required: true, content: new OA\MediaType(mediaType: 'application/octet-stream', schema: new OA\Schema(type: 'string', format: 'binary'))),
        responses: [new Ok('DocumentRow'), new OA\Response(response: 409, description: 'the file has changed again'), new OA\Response(response: 412, description: 'someone else has written meanwhile')],
    )]
    public function __invoke(Request $request, Workspace $workspace, Document $document, #[CurrentUser] User $person, DraftDesk $drafts, DraftEdit $edit, RowReader $rows): JsonResponse
    {
        $theirs = $request->validate(['theirs' => 'required|string|size:64'])['theirs'];
        $revision = Revision::named($request);
        if ($document->saved_hash !== $theirs || $document->is_gone) {
            return Errors::respond(409, "{$document->path} has changed on disk again. Look at it as it is now; what you have merged is still on this page.");
        }
        $document = $drafts->merge($document, $edit->content($request, $document), $person, $revision, $theirs);

        return new JsonResponse($rows->row($document, $person), 200, ['ETag' => Revision::tag($document->revision)]);
    }
}
