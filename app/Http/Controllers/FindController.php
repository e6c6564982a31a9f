<?php

declare(strict_types=1);

namespace App\Http\Controllers;

use App\Finding\Finder;
use App\Finding\Hit;
use App\Finding\Places;
use App\Finding\Remarks;
use App\Finding\WorkspaceNames;
use App\Http\Data\FilterChoicesData;
use App\Http\Data\FilterData;
use App\Http\Data\FoundData;
use App\Http\Data\FoundPlaceData;
use App\Http\Data\HitData;
use App\Http\Data\RemarksData;
use App\Http\OpenApi\Ok;
use App\Http\PersonsDay;
use App\Models\User;
use App\Models\Workspace;
use App\Quay\Quay;
use App\Workspace\Catalogue\Catalogues;
use App\Workspace\Settings;
use Hafenbuch\Core\Find\Excerpt;
use Hafenbuch\Core\Find\Filter;
use Hafenbuch\Core\Find\QueryReader;
use Hafenbuch\Core\Find\State;
use Hafenbuch\Core\Format\FormatRegistry;
use Illuminate\Container\Attributes\CurrentUser;
use Illuminate\Http\JsonResponse;
use Illuminate\Http\Request;
use Illuminate\Support\Facades\DB;
use OpenApi\Attributes as OA;

/** One search over names, fields, texts, and what people have written beside them. */
final readonly class FindController
{
    private const SHOWN = 30;

    public const MOST = 200;

    #[OA\Get(path: '/workspaces/{workspace}/find', operationId: 'find', parameters: [
        new OA\QueryParameter(name: 'q', required: true, description: 'words, words in quotes, and filters in plain words: of kind X3D, in mechanism, modified, refers to …, referred to by …, changed this week, by Ida, part number GH-00*', schema: new OA\Schema(type: 'string')),
        new OA\QueryParameter(name: 'limit', description: 'documents; 200 at most', schema: new OA\Schema(type: 'integer')),
    ], responses: [new Ok('Found')])]
    public function index(Request $request, Workspace $workspace, #[CurrentUser] User $person, Finder $finder, Remarks $remarks): JsonResponse
    {
        $given = $request->validate(['q' => 'present|nullable|string|max:'.QueryReader::BYTES, 'limit' => 'sometimes|integer|min:1|max:'.self::MOST]);
        $typed = (string) ($given['q'] ?? '');
        $found = $finder->find($workspace, $person, $typed, PersonsDay::now($request), (int) ($given['limit'] ?? self::SHOWN));
        $open = array_fill_keys((new Quay($workspace, $person))->shown(), true);
        // What people have written is no document, so filters leave none of it.
        $words = $found->query->filters === [] ? $found->query->words() : [];

        return new JsonResponse(new FoundData(
            $found->query->words(), array_map(static fn (Filter $filter): FilterData => FilterData::of($filter, $typed), $found->query->filters),
            array_map(static fn (Hit $hit): HitData => HitData::of($hit, isset($open[$hit->document->id])), $found->hits),
            $found->isMore, $found->corrected, $found->behind, RemarksData::of($remarks->with($words, $workspace, $person)),
        ));
    }

    #[OA\Get(path: '/workspaces/{workspace}/find/places', operationId: 'findPlaces', parameters: [
        new OA\QueryParameter(name: 'q', required: true, schema: new OA\Schema(type: 'string')),
        new OA\QueryParameter(name: 'documents', required: true, description: 'ids, separated by commas; 50 at most', schema: new OA\Schema(type: 'string')),
    ], responses: [new Ok('FoundPlace', list: true)])]
    public function places(Request $request, Workspace $workspace, Finder $finder, Places $places): JsonResponse
    {
        $given = $request->validate(['q' => 'present|nullable|string|max:'.QueryReader::BYTES, 'documents' => ['required', 'string', 'regex:~^[0-9a-z]{26}(,[0-9a-z]{26}){0,49}$~D']]);
        $query = $finder->query($workspace, (string) ($given['q'] ?? ''), PersonsDay::now($request));
        $found = $places->in($workspace, explode(',', $given['documents']), $finder->parts($workspace, $query));

        return new JsonResponse(array_map(static fn (string $id, Excerpt $place): FoundPlaceData => FoundPlaceData::of($id, $place), array_keys($found), array_values($found)));
    }

    /** Of what the person has open, what a search finds. */
    #[OA\Get(path: '/workspaces/{workspace}/find/open', operationId: 'findOpen', parameters: [
        new OA\QueryParameter(name: 'q', required: true, schema: new OA\Schema(type: 'string')),
    ], responses: [new OA\Response(response: 200, description: 'ids', content: new OA\JsonContent(type: 'array', items: new OA\Items(type: 'string')))])]
    public function open(Request $request, Workspace $workspace, #[CurrentUser] User $person, Finder $finder): JsonResponse
    {
        $given = $request->validate(['q' => 'present|nullable|string|max:'.QueryReader::BYTES]);

        return new JsonResponse($finder->among($workspace, $person, (string) ($given['q'] ?? ''), PersonsDay::now($request), (new Quay($workspace, $person))->shown()));
    }

    #[OA\Get(path: '/workspaces/{workspace}/find/filters', operationId: 'listFilters', responses: [new Ok('FilterChoices')])]
    public function filters(Workspace $workspace, Catalogues $catalogues): JsonResponse
    {
        $catalogue = $catalogues->of($workspace);
        $names = new WorkspaceNames($workspace, $catalogue);
        $kinds = DB::table('documents')->where('workspace_id', $workspace->id)->where('format', '<>', FormatRegistry::LEAF)->distinct()->orderBy('format')->pluck('format')->all();

        return new JsonResponse(new FilterChoicesData(
            array_values(array_filter($kinds, static fn (string $kind): bool => $names->kind($kind) !== null)), array_map(strval(...), array_keys($catalogue->folder('')->folders)),
            array_column(State::cases(), 'value'), array_map(static fn ($state): string => $state->name, Settings::of($workspace)->chain()->states),
            $workspace->members()->orderBy('name')->pluck('name')->all(), $names->fields(),
        ));
    }
}
