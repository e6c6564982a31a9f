<?php

declare(strict_types=1);

namespace App\Http\Controllers;

use App\Http\Data\WorkspaceData;
use App\Http\OpenApi\Ok;
use App\Models\User;
use App\Models\Workspace;
use App\Past\Recovery\Visits;
use App\Quay\Quay;
use Illuminate\Container\Attributes\CurrentUser;
use Illuminate\Http\JsonResponse;
use OpenApi\Attributes as OA;

final class WorkspaceController
{
    #[OA\Get(path: '/workspaces', operationId: 'listWorkspaces', responses: [new Ok('Workspace', list: true)])]
    public function index(#[CurrentUser] User $person): JsonResponse
    {
        $mine = Workspace::query()->whereHas('members', static fn ($members) => $members->whereKey($person->id))->orderBy('name')->get();

        $visited = Visits::lastOf($person);
        $counts = Quay::countsOf($person);

        return new JsonResponse($mine->map(static fn (Workspace $workspace): WorkspaceData => WorkspaceData::of($workspace, $visited[$workspace->id] ?? null, $counts[$workspace->id] ?? Quay::NOTHING)));
    }

    #[OA\Get(path: '/workspaces/{workspace}', operationId: 'showWorkspace', responses: [new Ok('Workspace')])]
    public function show(Workspace $workspace, #[CurrentUser] User $person): JsonResponse
    {
        return new JsonResponse(WorkspaceData::of($workspace, Visits::lastOf($person)[$workspace->id] ?? null, Quay::countsOf($person)[$workspace->id] ?? Quay::NOTHING));
    }
}
