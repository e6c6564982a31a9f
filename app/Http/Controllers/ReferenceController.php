<?php

declare(strict_types=1);

namespace App\Http\Controllers;

use App\Drafts\References;
use App\Http\DraftEdit;
use App\Http\ListOf;
use App\Http\OpenApi\Body;
use App\Http\OpenApi\IfMatch;
use App\Http\OpenApi\Ok;
use App\Models\Document;
use App\Models\User;
use App\Models\Workspace;
use App\Support\Refused;
use App\Workspace\Index\ReferenceList;
use App\Workspace\Index\ReferenceRow;
use Illuminate\Container\Attributes\CurrentUser;
use Illuminate\Http\JsonResponse;
use Illuminate\Http\Request;
use OpenApi\Attributes as OA;

/** Points references of a document elsewhere, adds and removes them, and changes no other byte of it. */
final readonly class ReferenceController
{
    private const MOST = 1000;

    public function __construct(private References $references, private DraftEdit $edit, private ReferenceList $list) {}

    #[OA\Patch(
        path: '/workspaces/{workspace}/documents/{document}/references', operationId: 'pointReference',
        parameters: [new IfMatch],
        requestBody: new Body([
            new OA\Property(property: 'offsets', type: 'array', items: new OA\Items(type: 'integer'), description: 'the references, by their offsets in bytes'),
            new OA\Property(property: 'target', type: 'string', description: 'the id of the document to point at'),
        ], ['offsets', 'target']),
        responses: [new Ok('DocumentRow'), new OA\Response(response: 412, description: 'someone else has written meanwhile')],
    )]
    public function update(Request $request, Workspace $workspace, Document $document, #[CurrentUser] User $person): JsonResponse
    {
        $given = $request->validate(['offsets' => ['required', ListOf::numbers(self::MOST)], 'target' => 'required|string|size:26']);
        $target = $this->target($workspace, $given['target']);

        return $this->edit->make($request, $document, $person, fn (string $bytes): string => $this->references->pointed($document, $bytes, $given['offsets'], $target->path), $this->words($document, $given['offsets'], $target));
    }

    #[OA\Post(
        path: '/workspaces/{workspace}/documents/{document}/references', operationId: 'addReference',
        parameters: [new IfMatch],
        requestBody: new Body([
            new OA\Property(property: 'kind', type: 'string', description: 'one of the document’s addable kinds'),
            new OA\Property(property: 'target', type: 'string', description: 'the id of the document to refer to'),
        ], ['kind', 'target']),
        responses: [new Ok('DocumentRow'), new OA\Response(response: 412, description: 'someone else has written meanwhile')],
    )]
    public function store(Request $request, Workspace $workspace, Document $document, #[CurrentUser] User $person): JsonResponse
    {
        $given = $request->validate(['kind' => 'required|string|max:60', 'target' => 'required|string|size:26']);
        $target = $this->target($workspace, $given['target']);
        $label = $target->title ?? pathinfo($target->path, PATHINFO_FILENAME);

        return $this->edit->make($request, $document, $person, fn (string $bytes): string => $this->references->added($document, $bytes, $given['kind'], $target->path, $label), "refers to {$target->path}");
    }

    #[OA\Post(
        path: '/workspaces/{workspace}/documents/{document}/references/remove', operationId: 'removeReferences',
        parameters: [new IfMatch],
        requestBody: new Body([
            new OA\Property(property: 'offsets', type: 'array', items: new OA\Items(type: 'integer'), description: 'the references, by their offsets in bytes'),
        ], ['offsets']),
        responses: [new Ok('DocumentRow'), new OA\Response(response: 412, description: 'someone else has written meanwhile')],
    )]
    public function remove(Request $request, Workspace $workspace, Document $document, #[CurrentUser] User $person): JsonResponse
    {
        $offsets = $request->validate(['offsets' => ['required', ListOf::numbers(self::MOST)]])['offsets'];

        return $this->edit->make($request, $document, $person, fn (string $bytes): string => $this->references->removed($document, $bytes, $offsets), 'references removed');
    }

    /**
     * What the edit is called among the steps.
     *
     * @param  list<int>  $offsets
     */
    private function words(Document $document, array $offsets, Document $target): string
    {
        $pointed = array_values(array_filter($this->list->of($document), static fn (ReferenceRow $row): bool => in_array($row->offset, $offsets, true)));
        if (count($pointed) !== 1) {
            return 'pointed '.count($pointed)." references at {$target->path}";
        }
        $before = $pointed[0]->targetId === null ? null : Document::query()->find($pointed[0]->targetId);

        return 'pointed ‘'.($before?->displayTitle() ?? basename($pointed[0]->raw))."’ at {$target->path}";
    }

    private function target(Workspace $workspace, string $id): Document
    {
        return Document::query()->kept()->where('workspace_id', $workspace->id)->find($id)
            ?? throw Refused::because('The document to refer to is not in this workspace any more.');
    }
}
