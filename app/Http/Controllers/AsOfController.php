<?php

declare(strict_types=1);

namespace App\Http\Controllers;

use App\Http\Data\AsOfData;
use App\Http\Data\AsOfRowData;
use App\Http\ListOf;
use App\Http\OpenApi\Body;
use App\Http\OpenApi\Ok;
use App\Models\Document;
use App\Models\User;
use App\Models\Workspace;
use App\Past\AsOf\AsOfDesk;
use Illuminate\Container\Attributes\CurrentUser;
use Illuminate\Http\JsonResponse;
use Illuminate\Http\Request;
use Illuminate\Support\Carbon;
use OpenApi\Attributes as OA;

/** A document with all below it, as of a moment or a logbook entry. */
final readonly class AsOfController
{
    public function __construct(private AsOfDesk $desk) {}

    #[OA\Get(path: '/workspaces/{workspace}/documents/{document}/as-of', operationId: 'previewAsOf', parameters: [
        new OA\QueryParameter(name: 'entry', description: 'when this entry was the newest', schema: new OA\Schema(type: 'integer')),
        new OA\QueryParameter(name: 'moment', description: 'or a moment', schema: new OA\Schema(type: 'string', format: 'date-time')),
    ], responses: [new Ok('AsOf')])]
    public function show(Request $request, Workspace $workspace, Document $document): JsonResponse
    {
        $given = $request->validate(['entry' => 'required_without:moment|integer|min:0', 'moment' => 'required_without:entry|date']);
        $entry = isset($given['entry']) ? (int) $given['entry'] : AsOfDesk::entryAt($workspace, Carbon::parse($given['moment'])->utc());

        return new JsonResponse(new AsOfData($entry, array_map(AsOfRowData::of(...), $this->desk->rows($workspace, $document, $entry))));
    }

    /** Makes drafts of what was then; nothing is written until they are saved. */
    #[OA\Post(path: '/workspaces/{workspace}/documents/{document}/as-of', operationId: 'bringBackAsOf', requestBody: new Body([
        new OA\Property(property: 'entry', type: 'integer'),
        new OA\Property(property: 'documents', type: 'array', items: new OA\Items(type: 'string'), description: 'those to bring back'),
    ], ['entry', 'documents']), responses: [new OA\Response(response: 200, description: 'the documents whose drafts have changed', content: new OA\JsonContent(properties: [
        new OA\Property(property: 'documents', type: 'array', items: new OA\Items(type: 'string')),
    ], type: 'object', required: ['documents']))])]
    public function store(Request $request, Workspace $workspace, Document $document, #[CurrentUser] User $person): JsonResponse
    {
        $given = $request->validate(['entry' => 'required|integer|min:0', 'documents' => ['required', ListOf::ids((int) config('limits.decisions'))]]);

        return new JsonResponse(['documents' => $this->desk->bringBack($workspace, $document, (int) $given['entry'], $given['documents'], $person)]);
    }
}
