<?php

declare(strict_types=1);

namespace App\Http\Controllers;

use App\Drafts\WorkingContent;
use App\Http\Data\ComparisonData;
use App\Http\OpenApi\Ok;
use App\Http\PersonsDay;
use App\Models\Document;
use App\Models\Workspace;
use App\Naming\SeriesReader;
use App\Saving\Logbook\Comparer;
use App\Workspace\Files\DiskContentStore;
use Illuminate\Http\JsonResponse;
use Illuminate\Http\Request;
use OpenApi\Attributes as OA;

/** The stages of a document under counted or dated names. */
final class SeriesController
{
    #[OA\Get(path: '/workspaces/{workspace}/documents/{document}/series', operationId: 'showSeries', responses: [new Ok('Series')])]
    public function show(Request $request, Workspace $workspace, Document $document, SeriesReader $series): JsonResponse
    {
        return new JsonResponse($series->of($workspace, $document, PersonsDay::of($request)));
    }

    #[OA\Get(path: '/workspaces/{workspace}/documents/{document}/compare/{other}', operationId: 'compareDocuments', responses: [new Ok('Comparison')])]
    public function compare(Workspace $workspace, Document $document, string $other, WorkingContent $working, DiskContentStore $contents, Comparer $comparer): JsonResponse
    {
        $later = Document::query()->kept()->where('workspace_id', $workspace->id)->findOrFail($other)->setRelation('workspace', $workspace);

        return new JsonResponse(ComparisonData::of($comparer->compare($workspace, $document->path, $contents->putBytes($working->bytes($document)), $contents->putBytes($working->bytes($later)))));
    }
}
