<?php

declare(strict_types=1);

namespace App\Http\Controllers;

use App\Http\Data\OpeningData;
use App\Http\Data\OpenSessionData;
use App\Http\OpenApi\Ok;
use App\Http\SessionFinder;
use App\Http\WishReader;
use App\Models\User;
use App\Models\Workspace;
use App\Sessions\Opening;
use App\Sessions\OpenStage;
use App\Sessions\SessionList;
use App\Support\Refused;
use App\Support\SharedProgress;
use Hafenbuch\Core\Session\Difference;
use Hafenbuch\Core\Session\Way;
use Hafenbuch\Core\Session\Wish;
use Illuminate\Container\Attributes\CurrentUser;
use Illuminate\Http\JsonResponse;
use Illuminate\Http\Request;
use Illuminate\Http\Response;
use OpenApi\Attributes as OA;

/** Opening sessions again: what that will do, and doing it. */
#[OA\Schema(schema: 'Wish', required: ['way'], properties: [
    new OA\Property(property: 'way', type: 'string', enum: ['instead', 'add'], description: 'instead of what is open, or added to it'),
    new OA\Property(property: 'only', type: 'array', nullable: true, items: new OA\Items(type: 'integer'), description: 'keys of the documents that are wanted; null: all'),
    new OA\Property(property: 'takes', type: 'object', additionalProperties: new OA\AdditionalProperties(type: 'string', enum: ['now', 'session', 'version']), description: 'by key: what is taken where there is a choice'),
    new OA\Property(property: 'withDecisions', type: 'boolean', description: 'whether what was decided and not carried out comes too'),
])]
final readonly class SessionOpeningController
{
    /** So many differences are named. */
    private const EXAMPLES = 12;

    public function __construct(private Opening $opening) {}

    #[OA\Post(path: '/sessions/{session}/plan', operationId: 'planOpening', requestBody: new OA\RequestBody(required: true, content: new OA\JsonContent(allOf: [
        new OA\Schema(ref: '#/components/schemas/Wish'), new OA\Schema(properties: [new OA\Property(property: 'stage', type: 'integer')]),
    ])), responses: [new Ok('Opening')])]
    public function plan(Request $request, int $session, #[CurrentUser] User $person): JsonResponse
    {
        return new JsonResponse(OpeningData::of($this->opening->plan($person, SessionFinder::stage($request, $session, $person), WishReader::read($request))));
    }

    #[OA\Post(path: '/sessions/{session}/open', operationId: 'openSession', requestBody: new OA\RequestBody(required: true, content: new OA\JsonContent(allOf: [
        new OA\Schema(ref: '#/components/schemas/Wish'), new OA\Schema(properties: [
            new OA\Property(property: 'stage', type: 'integer'), new OA\Property(property: 'withSettings', type: 'boolean', description: 'whether its settings and views come too'),
            new OA\Property(property: 'fingerprint', type: 'string', description: 'of the plan that was read'),
        ]),
    ])), responses: [new Ok('Opening'), new OA\Response(response: 409, description: 'it would do something else now; that is in the answer')])]
    public function open(Request $request, int $session, #[CurrentUser] User $person): JsonResponse
    {
        $given = $request->validate(['withSettings' => 'boolean', 'fingerprint' => 'nullable|string|max:64']);
        $wish = WishReader::read($request);
        $done = $this->opening->open($person, SessionFinder::stage($request, $session, $person), $wish, (bool) ($given['withSettings'] ?? $wish->way === Way::Instead), $given['fingerprint'] ?? null);

        return new JsonResponse(OpeningData::of($done['plan'], $done['keptAs']));
    }

    /** How far the opening has come that runs for the asker. */
    #[OA\Get(path: '/sessions/progress', operationId: 'showOpening', responses: [new OA\Response(response: 200, description: 'drafts that are back so far, and in all', content: new OA\JsonContent(properties: [
        new OA\Property(property: 'operation', type: 'string', nullable: true, description: 'by which it can be stopped'),
        new OA\Property(property: 'done', type: 'integer', nullable: true), new OA\Property(property: 'of', type: 'integer', nullable: true),
    ], type: 'object', required: ['operation', 'done', 'of']))])]
    public function progress(#[CurrentUser] User $person): JsonResponse
    {
        return new JsonResponse(SharedProgress::now(SharedProgress::ofPerson($person->id)) ?? ['operation' => null, 'done' => null, 'of' => null]);
    }

    /** Nothing is opened then, and what is open stays. */
    #[OA\Delete(path: '/sessions/progress/{running}', operationId: 'stopOpening', responses: [new OA\Response(response: 204, description: 'asked to stop')])]
    public function stop(string $running, #[CurrentUser] User $person): Response
    {
        if ((SharedProgress::now(SharedProgress::ofPerson($person->id))['operation'] ?? null) === $running) {
            SharedProgress::stop($running);
        }

        return response()->noContent();
    }

    /** Which session is open here, and in what that which is open differs from it. */
    #[OA\Get(path: '/workspaces/{workspace}/session', operationId: 'showOpenSession', responses: [new Ok('OpenSession')])]
    public function current(Workspace $workspace, #[CurrentUser] User $person, OpenStage $open): JsonResponse
    {
        $stage = $open->of($workspace, $person);
        $differences = $stage === null ? [] : $open->differences($stage, $workspace, $person);
        $names = array_map(static fn (Difference $one): string => "{$one->path}: {$one->differs}", array_slice($differences, 0, self::EXAMPLES));

        return new JsonResponse(new OpenSessionData($stage?->session->id, $stage?->session->name, $stage?->number, $stage?->has_everything, count($differences), $names, SessionList::newestBefore($workspace, $person)?->name));
    }

    /** Back to what was open before a session was; what is open now is kept too, so that it leads back again. */
    #[OA\Post(path: '/workspaces/{workspace}/session/back', operationId: 'goBack', responses: [new Ok('Opening')])]
    public function back(Workspace $workspace, #[CurrentUser] User $person, SessionList $sessions): JsonResponse
    {
        $before = SessionList::newestBefore($workspace, $person) ?? throw Refused::because('No other session has been opened here, so there is nothing to go back to.');
        $done = $this->opening->open($person, $sessions->stage($before), new Wish(Way::Instead), true);

        return new JsonResponse(OpeningData::of($done['plan'], $done['keptAs']));
    }
}
