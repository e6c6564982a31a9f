<?php

declare(strict_types=1);

namespace App\Http\Controllers;

use App\Http\Data\FoundDocumentData;
use App\Http\Data\QuayData;
use App\Http\Data\RecentDocumentData;
use App\Http\DecisionReader;
use App\Http\OpenApi\Body;
use App\Http\OpenApi\Ok;
use App\Models\Document;
use App\Models\User;
use App\Models\Workspace;
use App\Quay\Closings;
use App\Quay\Quay;
use App\Quay\Recent;
use App\Quay\RowReader;
use App\Support\ManyValues;
use App\Workspace\Graph\WorkspaceGraphs;
use Illuminate\Container\Attributes\CurrentUser;
use Illuminate\Http\JsonResponse;
use Illuminate\Http\Request;
use Illuminate\Support\Carbon;
use OpenApi\Attributes as OA;

final class QuayController
{
    private const RECENT = 30;

    public function __construct(private readonly RowReader $reader) {}

    #[OA\Get(path: '/workspaces/{workspace}/quay', operationId: 'showQuay', responses: [new Ok('Quay')])]
    public function show(Workspace $workspace, #[CurrentUser] User $person): JsonResponse
    {
        $quay = new Quay($workspace, $person);
        $shown = $quay->shown();
        $hold = $quay->inHold();
        $rows = $this->reader->rows($workspace, [...$shown, ...$hold], $person);
        $pick = static fn (array $ids): array => array_values(array_intersect_key($rows, array_flip($ids)));

        return new JsonResponse(new QuayData($pick($shown), $pick($hold), (object) $quay->heldSince(), Closings::any($workspace, $person)));
    }

    #[OA\Get(path: '/workspaces/{workspace}/rows', operationId: 'listRows', parameters: [
        new OA\QueryParameter(name: 'documents', required: true, description: 'ids, separated by commas; 200 at most', schema: new OA\Schema(type: 'string')),
    ], responses: [new Ok('DocumentRow', list: true)])]
    public function rows(Request $request, Workspace $workspace, #[CurrentUser] User $person): JsonResponse
    {
        $given = $request->validate(['documents' => ['required', 'string', 'regex:~^[0-9a-z]{26}(,[0-9a-z]{26}){0,199}$~D']])['documents'];

        return new JsonResponse(array_values($this->reader->rows($workspace, $this->known($workspace, explode(',', $given)), $person)));
    }

    /** Opens what was closed last, in its place. */
    #[OA\Post(path: '/workspaces/{workspace}/quay/reopen', operationId: 'reopenDocuments', responses: [new OA\Response(response: 200, description: 'those that are open again', content: new OA\JsonContent(properties: [
        new OA\Property(property: 'opened', type: 'array', items: new OA\Items(type: 'string')),
    ], type: 'object', required: ['opened']))])]
    public function reopen(Workspace $workspace, #[CurrentUser] User $person): JsonResponse
    {
        return new JsonResponse(['opened' => (new Quay($workspace, $person))->reopen()]);
    }

    /** Takes out of the hold what is as saved. */
    #[OA\Post(path: '/workspaces/{workspace}/quay/clear-hold', operationId: 'clearHold', responses: [new OA\Response(response: 200, description: 'how many went, and how many stay since they have a draft', content: new OA\JsonContent(properties: [
        new OA\Property(property: 'removed', type: 'integer'), new OA\Property(property: 'stays', type: 'integer'),
    ], type: 'object', required: ['removed', 'stays']))])]
    public function clearHold(Workspace $workspace, #[CurrentUser] User $person): JsonResponse
    {
        return new JsonResponse((new Quay($workspace, $person))->clearHold());
    }

    #[OA\Get(path: '/workspaces/{workspace}/recent/{what}', operationId: 'listRecent', responses: [new Ok('RecentDocument', list: true)])]
    public function recent(Workspace $workspace, string $what, #[CurrentUser] User $person): JsonResponse
    {
        $times = Recent::of($workspace, $person, $what, self::RECENT);
        $open = array_fill_keys((new Quay($workspace, $person))->shown(), true);
        $documents = ManyValues::among(Document::query()->with('draft'), 'id', array_keys($times))->get()->keyBy('id');

        return new JsonResponse(array_map(
            static fn (string $id): RecentDocumentData => new RecentDocumentData(FoundDocumentData::of($documents[$id], isset($open[$id])), Carbon::parse($times[$id], 'UTC')->toIso8601ZuluString('millisecond')),
            array_keys($times),
        ));
    }

    #[OA\Post(path: '/workspaces/{workspace}/quay', operationId: 'openDocuments', requestBody: new Body([
        new OA\Property(property: 'documents', type: 'array', items: new OA\Items(type: 'string')),
        new OA\Property(property: 'withBelow', type: 'boolean'),
    ], ['documents']), responses: [new Ok('Quay')])]
    public function store(Request $request, Workspace $workspace, #[CurrentUser] User $person, WorkspaceGraphs $graphs): JsonResponse
    {
        $ids = $this->documents($request, $workspace);
        if ($request->boolean('withBelow')) {
            array_push($ids, ...$graphs->of($workspace)->walk()->below($ids));
        }
        (new Quay($workspace, $person))->open($ids);

        return $this->show($workspace, $person);
    }

    #[OA\Post(path: '/workspaces/{workspace}/quay/close', operationId: 'closeDocuments', requestBody: new Body([
        new OA\Property(property: 'documents', type: 'array', items: new OA\Items(type: 'string')),
    ], ['documents']), responses: [new OA\Response(response: 200, description: 'those that went to the hold', content: new OA\JsonContent(properties: [
        new OA\Property(property: 'held', type: 'array', items: new OA\Items(type: 'string')),
    ], type: 'object', required: ['held']))])]
    public function close(Request $request, Workspace $workspace, #[CurrentUser] User $person): JsonResponse
    {
        return new JsonResponse(['held' => (new Quay($workspace, $person))->close($this->documents($request, $workspace))]);
    }

    /** @return list<string> */
    private function documents(Request $request, Workspace $workspace): array
    {
        $given = DecisionReader::list($request->input('documents'), 'documents');

        return $this->known($workspace, array_map(static fn (mixed $id): string => DecisionReader::id($id, 'documents'), $given));
    }

    /**
     * @param  list<string>  $given
     * @return list<string> those that are documents of the workspace
     */
    private function known(Workspace $workspace, array $given): array
    {
        $known = [];
        foreach (ManyValues::portions($given) as $chunk) {
            $known += ManyValues::among(Document::query(), 'id', $chunk)->kept()->where('workspace_id', $workspace->id)->pluck('id', 'id')->all();
        }

        return array_values(array_filter($given, static fn (string $id): bool => isset($known[$id])));
    }
}
