<?php

declare(strict_types=1);

namespace App\Http\Controllers;

use App\Http\Data\PresentData;
use App\Http\Data\PulseData;
use App\Http\Digits;
use App\Http\Front;
use App\Http\OpenApi\Ok;
use App\Models\User;
use App\Models\Workspace;
use App\Past\Recovery\Visits;
use App\Workspace\Pulse;
use Illuminate\Container\Attributes\CurrentUser;
use Illuminate\Http\JsonResponse;
use Illuminate\Http\Request;
use OpenApi\Attributes as OA;
use Symfony\Component\HttpFoundation\Response;

/** Asked often, so that what others do shows without a reload. */
final class PulseController
{
    private const SOON_MILLISECONDS = 1200;

    private const LATE_MILLISECONDS = 5000;

    /** All pages together ask so often at most. */
    private const EACH_MILLISECONDS = 100;

    private const WAIT_SECONDS = 50;

    /** Whoever waits asks again so soon at the earliest: what is done at once is told once. */
    private const TOGETHER_MILLISECONDS = 100;

    #[OA\Get(path: '/workspaces/{workspace}/pulse', operationId: 'pulse', parameters: [
        new OA\QueryParameter(name: 'after', schema: new OA\Schema(type: 'integer')),
        new OA\QueryParameter(name: 'wait', description: 'so many seconds the answer may wait for news, where the server can do that; with `after`', schema: new OA\Schema(type: 'integer', maximum: self::WAIT_SECONDS)),
        new OA\QueryParameter(name: 'visit', description: 'the page that asks', schema: new OA\Schema(type: 'string')),
    ], responses: [new Ok('Pulse')])]
    public function __invoke(Request $request, Workspace $workspace, #[CurrentUser] User $person): Response
    {
        $given = $request->validate(['after' => ['sometimes', 'regex:~^'.Digits::PATTERN.'$~D'], 'wait' => 'sometimes|integer|min:0|max:'.self::WAIT_SECONDS, 'visit' => 'sometimes|nullable|string']);
        $visit = (string) ($given['visit'] ?? '');
        $isVisit = preg_match('~^[0-9a-z]{26}$~D', $visit) === 1;
        if ($isVisit) {
            Visits::see($workspace, $person, $visit);
        }
        if (! isset($given['after'])) {
            return new JsonResponse(new PulseData(Pulse::last($workspace), [], [], [], [], $this->next($workspace, self::SOON_MILLISECONDS), Front::isThere($request), PresentData::in($workspace)));
        }
        $after = (int) $given['after'];
        $pulse = Pulse::since($workspace, $after, $person);
        $wait = (int) ($given['wait'] ?? 0);
        if ($pulse['topics'] === [] && $pulse['last'] === $after && $wait > 0 && Front::canWait($request)) {
            // nginx keeps the connection, and asks again once there is something; nobody here waits.
            return new Response('', 200, ['X-Accel-Redirect' => "/-news/{$workspace->id}/{$after}/{$wait}/".($isVisit ? $visit : '')]);
        }

        $isWaiting = $wait > 0 && Front::isThere($request);

        return new JsonResponse(new PulseData(...$pulse, next: $this->next($workspace, $isWaiting ? self::TOGETHER_MILLISECONDS : self::SOON_MILLISECONDS), waits: Front::isThere($request), presence: in_array(Pulse::PRESENCE, $pulse['topics'], true) ? PresentData::in($workspace) : null));
    }

    /** Where all write at once, each waking all would cost more than asking now and then. */
    private function next(Workspace $workspace, int $least): int
    {
        return min(self::LATE_MILLISECONDS, max($least, Visits::open($workspace) * self::EACH_MILLISECONDS));
    }
}
