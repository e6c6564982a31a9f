<?php

declare(strict_types=1);

namespace App\Http\Controllers;

use App\Drafts\DraftDesk;
use App\Http\Data\FoundDocumentData;
use App\Http\OpenApi\Body;
use App\Http\OpenApi\IfMatch;
use App\Http\OpenApi\Ok;
use App\Http\PersonsDay;
use App\Http\Revision;
use App\Models\Document;
use App\Models\User;
use App\Models\Workspace;
use App\Naming\TemplateList;
use App\Quay\Quay;
use App\Support\ManyValues;
use App\Support\Refused;
use App\Workspace\Catalogue\Catalogues;
use App\Workspace\Files\WorkspaceFiles;
use Hafenbuch\Core\Find\Fold;
use Hafenbuch\Core\Path\Path;
use Illuminate\Container\Attributes\CurrentUser;
use Illuminate\Http\JsonResponse;
use Illuminate\Http\Request;
use OpenApi\Attributes as OA;

final class DocumentController
{
    private const LISTED = 200;

    #[OA\Get(path: '/workspaces/{workspace}/documents', operationId: 'findDocuments', parameters: [
        new OA\QueryParameter(name: 'q', description: 'words that path or title contain', schema: new OA\Schema(type: 'string')),
    ], responses: [new Ok('FoundDocument', list: true)])]
    public function index(Request $request, Workspace $workspace, #[CurrentUser] User $person, Catalogues $catalogues): JsonResponse
    {
        $words = preg_split('~\s+~u', Fold::text((string) $request->query('q', '')), -1, PREG_SPLIT_NO_EMPTY) ?: [];
        $ids = $catalogues->of($workspace)->find($words, self::LISTED);
        $open = array_fill_keys((new Quay($workspace, $person))->shown(), true);
        $found = ManyValues::among(Document::query(), 'id', $ids)->kept()->with('draft')->where('is_gone', false)->orderBy('path')->limit(self::LISTED)->get();

        return new JsonResponse($found->map(static fn (Document $document): FoundDocumentData => FoundDocumentData::of($document, isset($open[$document->id]))));
    }

    #[OA\Post(path: '/workspaces/{workspace}/documents', operationId: 'makeDocument', requestBody: new Body([
        new OA\Property(property: 'path', type: 'string'), new OA\Property(property: 'title', type: 'string'),
        new OA\Property(property: 'template', type: 'string', nullable: true, description: 'a template’s id, or a document’s'),
        new OA\Property(property: 'number', type: 'string', nullable: true, description: 'as the numbering scheme writes it'),
    ], ['path', 'title']), responses: [new Ok('FoundDocument', status: 201)])]
    public function store(Request $request, Workspace $workspace, #[CurrentUser] User $person, DraftDesk $drafts, TemplateList $templates): JsonResponse
    {
        $given = $request->validate(['path' => 'required|string', 'title' => 'present|nullable|string|max:500', 'template' => 'nullable|string|max:200', 'number' => 'nullable|string|max:120']);
        $path = Path::of($given['path'])->value;
        $this->refuseTaken($workspace, $path);
        $title = trim((string) $given['title']);
        $values = ['title' => $title === '' ? pathinfo($path, PATHINFO_FILENAME) : $title, 'number' => (string) ($given['number'] ?? '')];
        $bytes = $templates->content($workspace, $path, $given['template'] ?? null, $values, $person, PersonsDay::of($request));
        $document = $drafts->begin($workspace, $path, $bytes, $person);
        (new Quay($workspace, $person))->open([$document->id]);

        return new JsonResponse(FoundDocumentData::of($document, true), 201);
    }

    #[OA\Get(path: '/workspaces/{workspace}/documents/{document}', operationId: 'showDocument', responses: [new Ok('Document')])]
    public function show(Workspace $workspace, Document $document, #[CurrentUser] User $person, DocumentView $view): JsonResponse
    {
        return new JsonResponse($view->of($workspace, $document, $person));
    }

    /** Gives a new document, which has no file yet, another proposed path. */
    #[OA\Patch(path: '/workspaces/{workspace}/documents/{document}', operationId: 'proposePath', parameters: [new IfMatch], requestBody: new Body([new OA\Property(property: 'path', type: 'string')], ['path']), responses: [new Ok('FoundDocument')])]
    public function update(Request $request, Workspace $workspace, Document $document, DraftDesk $drafts, #[CurrentUser] User $person): JsonResponse
    {
        $path = Path::of($request->validate(['path' => 'required|string'])['path'])->value;
        $revision = Revision::named($request);
        if ($path !== $document->path) {
            $this->refuseTaken($workspace, $path);
            $document = $drafts->propose($document, $path, $person, $revision);
        }

        return new JsonResponse(FoundDocumentData::of($document, true), 200, ['ETag' => Revision::tag($document->revision)]);
    }

    private function refuseTaken(Workspace $workspace, string $path): void
    {
        $other = Document::at($workspace, $path);
        if (($other !== null && ! $other->is_gone) || WorkspaceFiles::of($workspace)->stat($path) !== null) {
            throw Refused::because("There is a document at {$path} already. Choose another name, or open that one.");
        }
    }
}
