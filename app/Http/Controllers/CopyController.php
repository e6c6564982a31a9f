<?php

declare(strict_types=1);

namespace App\Http\Controllers;

use App\Http\Data\CopyRowData;
use App\Http\Data\CopyTreeData;
use App\Http\Data\FoundDocumentData;
use App\Http\Data\PlaceTroubleData;
use App\Http\Data\StatementData;
use App\Http\ListOf;
use App\Http\NamingRuleReader;
use App\Http\OpenApi\Body;
use App\Http\OpenApi\Ok;
use App\Http\PersonsDay;
use App\Models\Document;
use App\Models\Operation;
use App\Models\Workspace;
use App\Saving\Copies\CopyDesk;
use App\Saving\Copies\SetAsides;
use App\Saving\Copies\Statement;
use App\Support\ManyValues;
use App\Workspace\Places;
use Hafenbuch\Core\Copy\CopyOptions;
use Hafenbuch\Core\Copy\CopyRow;
use Hafenbuch\Core\Naming\NamingRule;
use Hafenbuch\Core\Path\Path;
use Illuminate\Http\JsonResponse;
use Illuminate\Http\Request;
use OpenApi\Attributes as OA;

/** Copies of a document with all below it: their preview, and what they have become. */
final readonly class CopyController
{
    public function __construct(private CopyDesk $desk) {}

    #[OA\Post(path: '/workspaces/{workspace}/documents/{document}/copies', operationId: 'previewCopies', requestBody: new Body([
        new OA\Property(property: 'folder', type: 'string', nullable: true, description: 'null: one is proposed'),
        new OA\Property(property: 'flat', type: 'boolean', description: 'all in that one folder'),
        new OA\Property(property: 'setAside', type: 'boolean', description: 'unchanged names, in a dated folder'),
        new OA\Property(property: 'rule', ref: '#/components/schemas/NamingRule'),
        new OA\Property(property: 'shared', type: 'array', items: new OA\Items(type: 'string'), description: 'documents that the copies go on pointing at'),
        new OA\Property(property: 'paths', type: 'object', additionalProperties: new OA\AdditionalProperties(type: 'string'), description: 'by document: a path in place of the rule’s'),
    ]), responses: [new Ok('CopyTree')])]
    public function preview(Request $request, Workspace $workspace, Document $document): JsonResponse
    {
        $given = $request->validate([
            'folder' => 'nullable|string|max:4000', 'flat' => 'boolean', 'setAside' => 'boolean',
            'shared' => ['sometimes', ListOf::ids((int) config('limits.decisions'))], 'paths' => ['sometimes', ListOf::textsByName((int) config('limits.decisions'), Path::PATH_BYTES)],
            ...NamingRuleReader::rules('rule'),
        ]);
        $isSetAside = $given['setAside'] ?? false;
        $folder = trim($given['folder'] ?? '', '/ ');
        if ($folder === '') {
            $folder = $isSetAside ? $this->desk->setAsideFolder($workspace, $document, PersonsDay::of($request)) : $this->desk->folderFor($workspace, $document);
        }
        $rows = $this->desk->rows($workspace, $document, new CopyOptions(
            $isSetAside ? new NamingRule : NamingRuleReader::read($given['rule'] ?? [], PersonsDay::of($request)),
            Path::of($folder)->value, $given['flat'] ?? false, array_fill_keys($given['shared'] ?? [], true), $given['paths'] ?? [],
        ));

        $data = $this->data($rows);
        $bytes = array_sum(array_map(static fn (CopyRowData $row): int => $row->newPath === null ? 0 : (int) $row->size, $data));
        $troubles = Places::at("{$workspace->root}/{$folder}", $workspace)->troubles($bytes, max([0, ...array_map(static fn (CopyRow $row): int => strlen(Path::nameOf($row->newPath ?? '')), $rows)]));

        return new JsonResponse(new CopyTreeData($folder, $data, array_map(PlaceTroubleData::of(...), $troubles)));
    }

    #[OA\Get(path: '/workspaces/{workspace}/documents/{document}/set-asides', operationId: 'listSetAsides', responses: [new Ok('SetAside', list: true)])]
    public function setAsides(Workspace $workspace, Document $document): JsonResponse
    {
        return new JsonResponse(SetAsides::of($document));
    }

    #[OA\Get(path: '/workspaces/{workspace}/logbook/{operation}/statement', operationId: 'stateCopies', responses: [new Ok('Statement')])]
    public function statement(Workspace $workspace, Operation $operation): JsonResponse
    {
        return new JsonResponse(StatementData::of(Statement::of($workspace, $operation)));
    }

    /**
     * @param  list<CopyRow>  $rows
     * @return list<CopyRowData>
     */
    private function data(array $rows): array
    {
        $documents = [];
        foreach (ManyValues::portions(array_map(static fn (CopyRow $row): string => $row->id, $rows)) as $ids) {
            foreach (ManyValues::among(Document::query()->with('draft'), 'id', $ids)->get() as $document) {
                $documents[$document->id] = $document;
            }
        }

        return array_map(static function (CopyRow $row) use ($documents): CopyRowData {
            $found = FoundDocumentData::of($documents[$row->id], false);

            return new CopyRowData(
                $row->id, $row->path, $found->title, $found->format, $found->content, $found->size, $row->depth, $row->newPath,
                array_map(static fn (string $id): string => $documents[$id]->path, $row->referredBy), $row->clash, $row->suggestion,
            );
        }, $rows);
    }
}
