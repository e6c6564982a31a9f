<?php

declare(strict_types=1);

namespace App\Http\Controllers;

use App\Http\Data\DocumentViewData;
use App\Http\Data\DocumentViewsData;
use App\Http\OpenApi\Body;
use App\Http\OpenApi\Ok;
use App\Models\Document;
use App\Models\DocumentView;
use App\Models\User;
use App\Models\Workspace;
use App\Quay\DocumentViews;
use Illuminate\Container\Attributes\CurrentUser;
use Illuminate\Http\JsonResponse;
use Illuminate\Http\Request;
use Illuminate\Http\Response;
use OpenApi\Attributes as OA;

/** How people look at a document. */
final readonly class DocumentViewController
{
    #[OA\Get(path: '/workspaces/{workspace}/documents/{document}/views', operationId: 'listViews', responses: [new Ok('DocumentViews')])]
    public function index(Workspace $workspace, Document $document, #[CurrentUser] User $person): JsonResponse
    {
        $views = new DocumentViews($document, $person);
        $first = $views->onOpening();

        return new JsonResponse(new DocumentViewsData($first === null ? null : DocumentViewData::of($first, $person), array_values($views->named()->map(static fn (DocumentView $view): DocumentViewData => DocumentViewData::of($view, $person))->all())));
    }

    /** Without a name it is how the person last looked. */
    #[OA\Put(path: '/workspaces/{workspace}/documents/{document}/views', operationId: 'keepView', requestBody: new Body([
        new OA\Property(property: 'name', type: 'string', nullable: true), new OA\Property(property: 'view', ref: '#/components/schemas/LookSettings'),
    ], ['view']), responses: [new OA\Response(response: 204, description: 'kept')])]
    public function store(Request $request, Workspace $workspace, Document $document, #[CurrentUser] User $person): Response
    {
        $given = $request->validate(['name' => 'nullable|string|max:120', 'view' => 'present|array']);
        $views = new DocumentViews($document, $person);
        $view = DocumentViews::sound($given['view']) ?? [];
        isset($given['name']) ? $views->keep($given['name'], $view) : $views->remember($view);

        return response()->noContent();
    }

    #[OA\Patch(path: '/workspaces/{workspace}/documents/{document}/views/{view}', operationId: 'changeView', requestBody: new Body([
        new OA\Property(property: 'isDefault', type: 'boolean'), new OA\Property(property: 'isOffered', type: 'boolean'),
    ]), responses: [new Ok('DocumentView')])]
    public function update(Request $request, Workspace $workspace, Document $document, int $view, #[CurrentUser] User $person): JsonResponse
    {
        $given = $request->validate(['isDefault' => 'boolean', 'isOffered' => 'boolean']);
        $found = $this->own($document, $view, $person);
        (new DocumentViews($document, $person))->change($found, isset($given['isDefault']) ? (bool) $given['isDefault'] : null, isset($given['isOffered']) ? (bool) $given['isOffered'] : null);

        return new JsonResponse(DocumentViewData::of($found->refresh(), $person));
    }

    #[OA\Delete(path: '/workspaces/{workspace}/documents/{document}/views/{view}', operationId: 'deleteView', responses: [new OA\Response(response: 204, description: 'deleted')])]
    public function destroy(Workspace $workspace, Document $document, int $view, #[CurrentUser] User $person): Response
    {
        $this->own($document, $view, $person)->delete();

        return response()->noContent();
    }

    private function own(Document $document, int $view, User $person): DocumentView
    {
        return DocumentView::query()->where('document_id', $document->id)->where('user_id', $person->id)->findOrFail($view);
    }
}
