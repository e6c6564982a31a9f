<?php

declare(strict_types=1);

namespace App\Http\Controllers;

use App\Http\Data\PulseData;
use App\Http\OpenApi\Ok;
use App\Models\User;
use App\Models\Workspace;
use App\Past\Recovery\Visits;
use App\Workspace\Pulse;
use Illuminate\Container\Attributes\CurrentUser;
use Illuminate\Http\JsonResponse;
use Illuminate\Http\Request;
use OpenApi\Attributes as OA;

/** Asked often, so that what others do shows without a reload. */
final class PulseController
{
    private const SOON_MILLISECONDS = 1200;

    private const LATE_MILLISECONDS = 5000;

    /** All pages together ask so often at most. */
    private const EACH_MILLISECONDS = 60;

    #[OA\Get(path: '/workspaces/{workspace}/pulse', operationId: 'pulse', parameters: [
        new OA\QueryParameter(name: 'after', schema: new OA\Schema(type: 'integer')),
        new OA\QueryParameter(name: 'visit', description: 'the page that asks', schema: new OA\Schema(type: 'string')),
    ], responses: [new Ok('Pulse')])]
    public function __invoke(Request $request, Workspace $workspace, #[CurrentUser] User $person): JsonResponse
    {
        $visit = $request->string('visit')->value();
        if (preg_match('~^[0-9a-z]{26}$~', $visit) === 1) {
            Visits::see($workspace, $person, $visit);
        }
        $next = min(self::LATE_MILLISECONDS, max(self::SOON_MILLISECONDS, Visits::open($workspace) * self::EACH_MILLISECONDS));
        if (! $request->has('after')) {
            return new JsonResponse(new PulseData(Pulse::last($workspace), [], [], [], $next));
        }
        $pulse = Pulse::since($workspace, $request->integer('after'), $person);

        return new JsonResponse(new PulseData(...$pulse, next: $next));
    }
}
