<?php

declare(strict_types=1);

namespace App\Http\Controllers;

use App\Http\Data\KeptSessionData;
use App\Http\Data\SessionContentsData;
use App\Http\Data\SessionDifferenceData;
use App\Http\Data\SessionItemData;
use App\Http\Data\SessionStageData;
use App\Http\ListOf;
use App\Http\OpenApi\Body;
use App\Http\OpenApi\Ok;
use App\Http\SessionFinder;
use App\Models\KeptSession;
use App\Models\SessionItem;
use App\Models\User;
use App\Models\Workspace;
use App\Sessions\Keeping;
use App\Sessions\Renaming;
use App\Sessions\SessionList;
use App\Sessions\Sharing;
use App\Sessions\StageReader;
use Hafenbuch\Core\Session\Difference;
use Hafenbuch\Core\Session\OpeningPlanner;
use Illuminate\Container\Attributes\CurrentUser;
use Illuminate\Http\JsonResponse;
use Illuminate\Http\Request;
use OpenApi\Attributes as OA;

/** The sessions of a person: what they had open, kept under names. */
final readonly class KeptSessionController
{
    public function __construct(private SessionList $sessions, private StageReader $reader) {}

    #[OA\Get(path: '/sessions', operationId: 'listSessions', responses: [new Ok('KeptSession', list: true)])]
    public function index(#[CurrentUser] User $person): JsonResponse
    {
        return new JsonResponse($this->sessions->of($person)->map(static fn (KeptSession $session): KeptSessionData => KeptSessionData::of($session, $person))->all());
    }

    /** Keeps what is open. No file is written by that. */
    #[OA\Post(path: '/sessions', operationId: 'keepSession', requestBody: new Body([
        new OA\Property(property: 'name', type: 'string'), new OA\Property(property: 'note', type: 'string', nullable: true),
        new OA\Property(property: 'workspaces', type: 'array', items: new OA\Items(type: 'string'), description: 'whose quays are kept'),
        new OA\Property(property: 'everything', type: 'boolean', description: 'also drafts with their steps, decisions and the settings of the watch'),
        new OA\Property(property: 'isNew', type: 'boolean', description: 'refuse where there is a session of that name; else it makes a new stage of it'),
        new OA\Property(property: 'putAway', type: 'boolean', description: 'clear the quays too, in one act'),
    ], ['name', 'workspaces']), responses: [new Ok('KeptSession', status: 201)])]
    public function store(Request $request, #[CurrentUser] User $person, Keeping $keeping): JsonResponse
    {
        $given = $request->validate(['name' => 'required|string|max:120', 'note' => 'nullable|string|max:2000', 'workspaces' => ['required', ListOf::texts(200, 120, 1)], 'everything' => 'boolean', 'isNew' => 'boolean', 'putAway' => 'boolean']);
        $arguments = [$person, $given['name'], SessionFinder::workspaces($person, $given['workspaces']), (bool) ($given['everything'] ?? false), $given['note'] ?? null, (bool) ($given['isNew'] ?? false)];
        $stage = ($given['putAway'] ?? false) ? $keeping->putAway(...$arguments) : $keeping->keep(...$arguments);

        return new JsonResponse(KeptSessionData::of($stage->session->load('stages', 'sharedWith', 'person'), $person), 201);
    }

    /** What a stage holds, against what is there now. */
    #[OA\Get(path: '/sessions/{session}', operationId: 'showSession', parameters: [new OA\QueryParameter(name: 'stage', description: 'without it, the newest', schema: new OA\Schema(type: 'integer'))], responses: [new Ok('SessionContents')])]
    public function show(Request $request, int $session, #[CurrentUser] User $person): JsonResponse
    {
        $stage = SessionFinder::stage($request, $session, $person);
        $items = $this->reader->items($stage, $person);
        $workspaces = $this->reader->workspaces($items, $person);
        $states = OpeningPlanner::states($this->reader->kept($items), $workspaces);
        $slugs = Workspace::query()->whereHas('members', static fn ($members) => $members->whereKey($person->id))->pluck('slug', 'id')->all();

        return new JsonResponse(new SessionContentsData(
            SessionStageData::of($stage),
            array_map(static fn (SessionItem $item): SessionItemData => SessionItemData::of($item, $slugs[$item->workspace_id] ?? null, $states[$item->id]['found'], $states[$item->id]['now'], ($workspaces[$item->workspace_name] ?? null)?->document($item->document_id)), $items),
            $stage->documents - count($items), Sharing::ownBytes($stage->session),
        ));
    }

    #[OA\Patch(path: '/sessions/{session}', operationId: 'changeSession', requestBody: new Body([
        new OA\Property(property: 'name', type: 'string'),
        new OA\Property(property: 'sharedWith', type: 'array', items: new OA\Items(type: 'string'), description: 'workspaces whose members may read it; none: nobody else'),
        new OA\Property(property: 'stage', type: 'integer', description: 'the stage that `label` is for'), new OA\Property(property: 'label', type: 'string', nullable: true, description: 'a labelled stage always stays'),
    ]), responses: [new Ok('KeptSession')])]
    public function update(Request $request, int $session, #[CurrentUser] User $person, Sharing $sharing): JsonResponse
    {
        $given = $request->validate(['name' => 'sometimes|required|string|max:120', 'sharedWith' => ['sometimes', ListOf::texts(200, 120)], 'stage' => 'required_with:label|integer|min:1|max:1000000000', 'label' => 'nullable|string|max:120']);
        $found = SessionFinder::session($session, $person);
        Sharing::refuseOthers($found, $person);
        if (isset($given['name'])) {
            Renaming::to($found, $person, $given['name']);
        }
        if (isset($given['sharedWith'])) {
            $sharing->share($found, $person, SessionFinder::workspaces($person, $given['sharedWith']));
        }
        if (array_key_exists('label', $given) && isset($given['stage'])) {
            $this->sessions->stage($found, (int) $given['stage'])->update(['label' => $given['label']]);
        }

        return new JsonResponse(KeptSessionData::of($found->load('stages', 'sharedWith', 'person'), $person));
    }

    /** Documents and their drafts stay as they are. */
    #[OA\Delete(path: '/sessions/{session}', operationId: 'deleteSession', responses: [new OA\Response(response: 200, description: 'bytes that come free at the next sweep', content: new OA\JsonContent(properties: [new OA\Property(property: 'bytes', type: 'integer')], type: 'object', required: ['bytes']))])]
    public function destroy(int $session, #[CurrentUser] User $person, Sharing $sharing): JsonResponse
    {
        return new JsonResponse(['bytes' => $sharing->delete(SessionFinder::session($session, $person), $person)]);
    }

    /** Says which document one of the session’s is, where nothing is certain. */
    #[OA\Post(path: '/sessions/{session}/items/{item}/is', operationId: 'matchSessionItem', requestBody: new Body([
        new OA\Property(property: 'workspace', type: 'string'), new OA\Property(property: 'path', type: 'string'),
    ], ['workspace', 'path']), responses: [new OA\Response(response: 204, description: 'done')])]
    public function match(Request $request, int $session, int $item, #[CurrentUser] User $person): \Illuminate\Http\Response
    {
        $given = $request->validate(['workspace' => 'required|string|max:120', 'path' => 'required|string|max:4096']);
        $found = SessionFinder::session($session, $person);
        Sharing::refuseOthers($found, $person);
        $this->sessions->match($found, $item, SessionFinder::workspaces($person, [$given['workspace']])[0], $given['path']);

        return response()->noContent();
    }

    /** In what two stages differ, of one session or of two. */
    #[OA\Get(path: '/sessions/{session}/compare/{second}', operationId: 'compareSessions', parameters: [
        new OA\QueryParameter(name: 'stage', description: 'of the first; without it, the newest', schema: new OA\Schema(type: 'integer')),
        new OA\QueryParameter(name: 'otherStage', description: 'of the second; without it, the newest', schema: new OA\Schema(type: 'integer')),
    ], responses: [new Ok('SessionDifference', list: true)])]
    public function compare(Request $request, int $session, int $second, #[CurrentUser] User $person): JsonResponse
    {
        $a = SessionFinder::stage($request, $session, $person);
        $b = SessionFinder::stage($request, $second, $person, 'otherStage');
        $slugs = Workspace::query()->whereHas('members', static fn ($members) => $members->whereKey($person->id))->pluck('slug', 'name')->all();
        $differences = Difference::between($this->reader->kept($this->reader->items($a, $person)), $this->reader->kept($this->reader->items($b, $person)), $a->has_everything && $b->has_everything);

        return new JsonResponse(array_map(static fn (Difference $one): SessionDifferenceData => SessionDifferenceData::of($one, $slugs[$one->workspace] ?? null), $differences));
    }
}
