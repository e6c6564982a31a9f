<?php

declare(strict_types=1);

namespace App\Http\Controllers;

use App\Drafts\WorkingContent;
use App\Http\DraftEdit;
use App\Http\OpenApi\AsText;
use App\Http\OpenApi\IfMatch;
use App\Http\OpenApi\Ok;
use App\Http\Revision;
use App\Models\Document;
use App\Models\User;
use App\Models\Workspace;
use App\Workspace\Reading\TextOf;
use Illuminate\Container\Attributes\CurrentUser;
use Illuminate\Http\JsonResponse;
use Illuminate\Http\Request;
use Illuminate\Http\Response;
use OpenApi\Attributes as OA;

/** The working content of a document, as its bytes. */
final class DraftController
{
    #[OA\Get(path: '/workspaces/{workspace}/documents/{document}/content', operationId: 'readContent', parameters: [new AsText], responses: [new OA\Response(response: 200, description: 'the bytes; the revision is in ETag', content: new OA\MediaType(mediaType: 'application/octet-stream'))])]
    public function show(Request $request, Workspace $workspace, Document $document, WorkingContent $working): Response
    {
        $bytes = $working->bytes($document);

        return response(DraftEdit::isText($request) ? TextOf::coded($document->workspace, $document->path, $bytes)->text : $bytes, 200, [
            'Content-Type' => 'application/octet-stream',
            'ETag' => Revision::tag($document->revision),
            'Cache-Control' => 'no-store',
        ]);
    }

    #[OA\Put(
        path: '/workspaces/{workspace}/documents/{document}/draft', operationId: 'writeDraft',
        parameters: [new IfMatch, new AsText],
        requestBody: new OA\RequestBody(required: true, content: new OA\MediaType(mediaType: 'application/octet-stream', schema: new OA\Schema(type: 'string', format: 'binary'))),
        responses: [new Ok('DocumentRow'), new OA\Response(response: 412, description: 'someone else has written meanwhile')],
    )]
    public function update(Request $request, Workspace $workspace, Document $document, #[CurrentUser] User $person, DraftEdit $edit): JsonResponse
    {
        return $edit->replace($request, $document, $person);
    }

    #[OA\Patch(
        path: '/workspaces/{workspace}/documents/{document}/draft', operationId: 'changeDraft',
        parameters: [new IfMatch, new AsText],
        requestBody: new OA\RequestBody(required: true, content: new OA\JsonContent(ref: '#/components/schemas/Changes')),
        responses: [new Ok('DocumentRow'), new OA\Response(response: 409, description: 'the changes were made from another content'), new OA\Response(response: 412, description: 'someone else has written meanwhile')],
    )]
    public function change(Request $request, Workspace $workspace, Document $document, #[CurrentUser] User $person, DraftEdit $edit): JsonResponse
    {
        return $edit->change($request, $document, $person);
    }
}
