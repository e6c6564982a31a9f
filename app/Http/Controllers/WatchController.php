<?php

declare(strict_types=1);

namespace App\Http\Controllers;

use App\Http\Data\WatchData;
use App\Http\OpenApi\Body;
use App\Http\OpenApi\Ok;
use App\Models\User;
use App\Models\Workspace;
use App\Past\Recovery\PointReason;
use App\Past\Recovery\RecoveryPoints;
use App\Past\Recovery\WatchSettings;
use Illuminate\Container\Attributes\CurrentUser;
use Illuminate\Http\JsonResponse;
use Illuminate\Http\Request;
use OpenApi\Attributes as OA;

/** Recovery points: how often, how many, now, and not for a while. */
final readonly class WatchController
{
    public function __construct(private RecoveryPoints $points) {}

    #[OA\Get(path: '/workspaces/{workspace}/watch', operationId: 'showWatch', responses: [new Ok('Watch')])]
    public function show(Workspace $workspace, #[CurrentUser] User $person): JsonResponse
    {
        return new JsonResponse(WatchData::of($workspace, $person, $this->points));
    }

    #[OA\Patch(path: '/workspaces/{workspace}/watch', operationId: 'changeWatch', requestBody: new Body([
        new OA\Property(property: 'minutes', type: 'integer'), new OA\Property(property: 'edits', type: 'integer'),
        new OA\Property(property: 'idleSeconds', type: 'integer'), new OA\Property(property: 'limit', type: 'integer'),
    ]), responses: [new Ok('Watch')])]
    public function update(Request $request, Workspace $workspace, #[CurrentUser] User $person): JsonResponse
    {
        WatchSettings::change($person, $request->validate(WatchSettings::rules()));
        $this->points->limit($workspace, $person);

        return $this->show($workspace, $person);
    }

    /** A point by hand; 200 where nothing has changed since the newest one. */
    #[OA\Post(path: '/workspaces/{workspace}/watch/points', operationId: 'makePoint', responses: [new Ok('Watch'), new Ok('Watch', status: 201)])]
    public function store(Workspace $workspace, #[CurrentUser] User $person): JsonResponse
    {
        $point = $this->points->make($workspace, $person, PointReason::ByHand);

        return new JsonResponse(WatchData::of($workspace, $person, $this->points), $point === null ? 200 : 201);
    }

    /** No points for some minutes; 0 ends it. It ends by itself. */
    #[OA\Post(path: '/workspaces/{workspace}/watch/stand-down', operationId: 'standDown', requestBody: new Body([new OA\Property(property: 'minutes', type: 'integer')], ['minutes']), responses: [new Ok('Watch')])]
    public function standDown(Request $request, Workspace $workspace, #[CurrentUser] User $person): JsonResponse
    {
        $minutes = (int) $request->validate(['minutes' => 'required|integer|min:0|max:'.(60 * WatchSettings::LONGEST_STAND_DOWN_HOURS)])['minutes'];
        $person->forceFill(['stands_down_until' => $minutes === 0 ? null : now()->addMinutes($minutes)])->save();

        return $this->show($workspace, $person);
    }
}
