<?php

declare(strict_types=1);

namespace App\Http\Controllers;

use App\Http\Data\ScanData;
use App\Http\OpenApi\Ok;
use App\Models\Scan;
use App\Models\Workspace;
use App\Workspace\Index\ScanWorkspace;
use Illuminate\Http\JsonResponse;
use OpenApi\Attributes as OA;

/** The latest scan of a workspace's folder. */
final class ScanController
{
    #[OA\Get(path: '/workspaces/{workspace}/scan', operationId: 'showScan', responses: [new Ok('Scan')])]
    public function show(Workspace $workspace): JsonResponse
    {
        $scan = Scan::latestOf($workspace) ?? new Scan(['state' => Scan::DONE]);

        return new JsonResponse(ScanData::of($scan));
    }

    #[OA\Post(path: '/workspaces/{workspace}/scan', operationId: 'startScan', responses: [new Ok('Scan', status: 202)])]
    public function store(Workspace $workspace): JsonResponse
    {
        return new JsonResponse(ScanData::of(ScanWorkspace::request($workspace)), 202);
    }

    #[OA\Delete(path: '/workspaces/{workspace}/scan', operationId: 'stopScan', responses: [new Ok('Scan')])]
    public function destroy(Workspace $workspace): JsonResponse
    {
        Scan::query()->where('workspace_id', $workspace->id)->whereIn('state', [Scan::QUEUED, Scan::RUNNING])->update(['state' => Scan::STOPPED]);

        return $this->show($workspace);
    }
}
