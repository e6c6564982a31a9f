<?php

declare(strict_types=1);

namespace App\Http\Controllers;

use App\Finding\Finder;
use App\Finding\Hit;
use App\Http\Data\ChartData;
use App\Http\Data\ChartNodeData;
use App\Http\OpenApi\Ok;
use App\Http\PersonsDay;
use App\Models\Document;
use App\Models\User;
use App\Models\Workspace;
use App\Quay\ChartReader;
use App\Quay\Quay;
use App\Workspace\Catalogue\Catalogues;
use Hafenbuch\Core\Find\QueryReader;
use Illuminate\Container\Attributes\CurrentUser;
use Illuminate\Http\JsonResponse;
use Illuminate\Http\Request;
use OpenApi\Attributes as OA;
use Symfony\Component\HttpKernel\Exception\NotFoundHttpException;

/** The map of references: around a document, of what is open, in a folder, of what a search finds. */
final readonly class ChartController
{
    private const SCOPES = ['document', 'quay', 'folder', 'search'];

    private const WAYS = ['up', 'down', 'both'];

    private const DEEPEST = 50;

    private const FOUND = 200;

    public function __construct(private ChartReader $charts, private Catalogues $catalogues, private Finder $finder) {}

    #[OA\Get(path: '/workspaces/{workspace}/chart', operationId: 'showChart', parameters: [
        new OA\QueryParameter(name: 'of', required: true, schema: new OA\Schema(type: 'string', enum: self::SCOPES)),
        new OA\QueryParameter(name: 'which', description: 'the document’s id, the folder’s path (nothing: the whole workspace), or the query', schema: new OA\Schema(type: 'string')),
        new OA\QueryParameter(name: 'way', description: 'from a document: to what refers to it, to what it refers to, or both', schema: new OA\Schema(type: 'string', enum: self::WAYS)),
        new OA\QueryParameter(name: 'depth', description: 'from a document: so many references away', schema: new OA\Schema(type: 'integer')),
    ], responses: [new Ok('Chart')])]
    public function __invoke(Request $request, Workspace $workspace, #[CurrentUser] User $person): JsonResponse
    {
        $given = $request->validate([
            'of' => 'required|string|in:'.implode(',', self::SCOPES), 'which' => 'sometimes|nullable|string|max:4096',
            'way' => 'sometimes|string|in:'.implode(',', self::WAYS), 'depth' => 'sometimes|integer|min:1|max:'.self::DEEPEST,
        ]);
        $which = (string) ($given['which'] ?? '');
        $ids = match ($given['of']) {
            'document' => $this->around($workspace, $which, $given['way'] ?? 'both', (int) ($given['depth'] ?? 2)),
            'quay' => (new Quay($workspace, $person))->shown(),
            'folder' => $which === '' ? $this->catalogues->of($workspace)->find([], ChartReader::MOST + 1) : $this->catalogues->of($workspace)->first(trim($which, '/'), ChartReader::MOST + 1),
            default => array_map(static fn (Hit $hit): string => $hit->document->id, $this->finder->find($workspace, $person, mb_strcut($which, 0, QueryReader::BYTES), PersonsDay::now($request), self::FOUND)->hits),
        };
        $chart = $this->charts->of($workspace, $ids);

        return new JsonResponse(new ChartData(array_map(static fn (array $node): ChartNodeData => new ChartNodeData(...$node), $chart['nodes']), $chart['edges'], $chart['isMore']));
    }

    /** @return list<string> */
    private function around(Workspace $workspace, string $id, string $way, int $depth): array
    {
        $document = Document::query()->kept()->where('workspace_id', $workspace->id)->find($id) ?? throw new NotFoundHttpException('There is no such document here any more.');

        return $this->charts->around($document->setRelation('workspace', $workspace), $depth, $way !== 'down', $way !== 'up');
    }
}
