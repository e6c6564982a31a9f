<?php

declare(strict_types=1);

namespace App\Http\Controllers;

use App\Http\Data\BeginningData;
use App\Http\Data\PersonData;
use App\Http\Data\PreferencesData;
use App\Http\Data\WorkspaceData;
use App\Http\OpenApi\Ok;
use App\Models\User;
use Illuminate\Container\Attributes\CurrentUser;
use Illuminate\Http\JsonResponse;
use OpenApi\Attributes as OA;

/** In one answer: three questions at once would keep the rows waiting, which are asked for beside them. */
final class BeginningController
{
    #[OA\Get(path: '/beginning', operationId: 'begin', description: 'who asks, their workspaces, and how they like it: what a page needs first', responses: [new Ok('Beginning')])]
    public function __invoke(#[CurrentUser] User $person): JsonResponse
    {
        return new JsonResponse(new BeginningData(PersonData::of($person), WorkspaceData::allOf($person), PreferencesData::of($person)));
    }
}
