<?php

declare(strict_types=1);

namespace App\Http\Controllers;

use App\Http\DraftEdit;
use App\Http\OpenApi\Body;
use App\Http\OpenApi\IfMatch;
use App\Http\OpenApi\Ok;
use App\Models\Document;
use App\Models\User;
use App\Models\Workspace;
use App\Support\Refused;
use App\Workspace\Reading\Formats;
use Illuminate\Container\Attributes\CurrentUser;
use Illuminate\Http\JsonResponse;
use Illuminate\Http\Request;
use OpenApi\Attributes as OA;

/** Rewrites one field of a document, and no other byte. */
final class FieldController
{
    #[OA\Patch(
        path: '/workspaces/{workspace}/documents/{document}/fields', operationId: 'writeField',
        parameters: [new IfMatch],
        requestBody: new Body([new OA\Property(property: 'name', type: 'string'), new OA\Property(property: 'value', type: 'string')], ['name', 'value']),
        responses: [new Ok('DocumentRow'), new OA\Response(response: 412, description: 'someone else has written meanwhile')],
    )]
    public function __invoke(Request $request, Workspace $workspace, Document $document, #[CurrentUser] User $person, DraftEdit $edit): JsonResponse
    {
        $given = $request->validate(['name' => 'required|string|max:40', 'value' => 'present|string|max:20000']);

        return $edit->make($request, $document, $person, static function (string $bytes) use ($document, $given): string {
            $formats = Formats::of($document->workspace);
            $field = $formats->read($document->path, $bytes)->field($given['name'])
                ?? throw Refused::because("{$document->path} has no place for “{$given['name']}” that can be rewritten. Change it in the source.");

            return $formats->spliced($document->path, $bytes, [[$field, $given['value']]]);
        }, $given['name']);
    }
}
