<?php

declare(strict_types=1);

namespace App\Http\Controllers;

use App\Http\Data\WorkspaceData;
use App\Http\OpenApi\Body;
use App\Http\OpenApi\Ok;
use App\Models\User;
use App\Models\Workspace;
use App\Past\Recovery\Visits;
use App\Quay\Quay;
use App\Support\Refused;
use App\Workspace\Index\Scanner;
use App\Workspace\Index\ScanWorkspace;
use App\Workspace\Workspaces;
use Illuminate\Container\Attributes\CurrentUser;
use Illuminate\Http\JsonResponse;
use Illuminate\Http\Request;
use Illuminate\Http\Response;
use OpenApi\Attributes as OA;

final class WorkspaceController
{
    /** Registers a folder; it is scanned in the background. */
    #[OA\Post(path: '/workspaces', operationId: 'addWorkspace', requestBody: new Body([
        new OA\Property(property: 'name', type: 'string'), new OA\Property(property: 'folder', type: 'string', description: 'absolute'),
    ], ['name', 'folder']), responses: [new Ok('Workspace', status: 201)])]
    public function store(Request $request, #[CurrentUser] User $person): JsonResponse
    {
        $given = $request->validate(['name' => 'required|string|max:120', 'folder' => 'required|string|max:4096']);
        $workspace = Workspaces::add($given['name'], $given['folder'], $person);
        ScanWorkspace::dispatch(Scanner::queue($workspace)->id);

        return new JsonResponse(WorkspaceData::of($workspace, null, Quay::NOTHING, $person), 201);
    }

    /** Forgets a workspace with its drafts, versions and logbook. Its files stay. */
    #[OA\Delete(path: '/workspaces/{workspace}', operationId: 'removeWorkspace', requestBody: new Body([
        new OA\Property(property: 'name', type: 'string', description: 'of the workspace, so that no other one is meant'),
    ], ['name']), responses: [new OA\Response(response: 204, description: 'it is forgotten')])]
    public function destroy(Request $request, Workspace $workspace): Response
    {
        if ($request->validate(['name' => 'required|string|max:120'])['name'] !== $workspace->name) {
            throw Refused::because("Give the name of the workspace, “{$workspace->name}”, to say that it is the one you mean.");
        }
        Workspaces::remove($workspace);

        return response()->noContent();
    }

    #[OA\Get(path: '/workspaces', operationId: 'listWorkspaces', responses: [new Ok('Workspace', list: true)])]
    public function index(#[CurrentUser] User $person): JsonResponse
    {
        return new JsonResponse(WorkspaceData::allOf($person));
    }

    #[OA\Get(path: '/workspaces/{workspace}', operationId: 'showWorkspace', responses: [new Ok('Workspace')])]
    public function show(Workspace $workspace, #[CurrentUser] User $person): JsonResponse
    {
        return new JsonResponse(WorkspaceData::of($workspace, Visits::lastOf($person)[$workspace->id] ?? null, Quay::countsOf($person)[$workspace->id] ?? Quay::NOTHING, $person));
    }
}
