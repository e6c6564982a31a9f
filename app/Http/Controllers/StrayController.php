<?php

declare(strict_types=1);

namespace App\Http\Controllers;

use App\Drafts\DraftDesk;
use App\Http\Data\EntryData;
use App\Http\Data\PlanData;
use App\Http\Data\StrayData;
use App\Http\Data\StrayGroupData;
use App\Http\Data\StraysData;
use App\Http\Errors;
use App\Http\ListOf;
use App\Http\OpenApi\Body;
use App\Http\OpenApi\Ok;
use App\Http\RelinkReader;
use App\Http\ShownPlans;
use App\Http\StrayScope;
use App\Models\Document;
use App\Models\User;
use App\Models\Workspace;
use App\Quay\Quay;
use App\Relink\AcceptedStrays;
use App\Relink\EndReader;
use App\Relink\KnownStray;
use App\Relink\LostFiles;
use App\Relink\Relinker;
use App\Relink\Stray;
use App\Relink\StrayKnowledge;
use App\Relink\StrayList;
use App\Support\Refused;
use App\Workspace\Files\DiskContentStore;
use Hafenbuch\Core\Path\Path;
use Illuminate\Container\Attributes\CurrentUser;
use Illuminate\Http\JsonResponse;
use Illuminate\Http\Request;
use Illuminate\Http\Response;
use OpenApi\Attributes as OA;

/** References that do not end in a document of the workspace, and answers to them. */
final readonly class StrayController
{
    private const GROUPS = 400;

    /** So many of a group are looked into at once. */
    private const AT_ONCE = 100;

    public function __construct(private StrayScope $scope, private DiskContentStore $contents) {}

    #[OA\Get(path: '/workspaces/{workspace}/strays', operationId: 'showStrays', parameters: [
        new OA\QueryParameter(name: 'of', description: 'the id of a document: only its own and those of all below it', schema: new OA\Schema(type: 'string')),
        new OA\QueryParameter(name: 'open', description: 'only those of what is open', schema: new OA\Schema(type: 'boolean')),
        new OA\QueryParameter(name: 'find', description: 'a part of the name', schema: new OA\Schema(type: 'string')),
        new OA\QueryParameter(name: 'accepted', description: 'those that may stay, in place of the others', schema: new OA\Schema(type: 'boolean')),
    ], responses: [new Ok('Strays')])]
    public function index(Request $request, Workspace $workspace, #[CurrentUser] User $person): JsonResponse
    {
        [$strays, $counts] = $this->wanted($request, $workspace, $person);
        $groups = [];
        foreach ($strays as $stray) {
            $groups[$stray->kind->value.' '.$stray->folder()][] = $stray;
        }
        uasort($groups, static fn (array $one, array $other): int => self::references($other) <=> self::references($one));

        return new JsonResponse(new StraysData($counts, array_values(array_map(
            static fn (array $group): StrayGroupData => new StrayGroupData($group[0]->kind->value, $group[0]->folder(), $group[0]->elsewhere, count($group), self::references($group)),
            array_slice($groups, 0, self::GROUPS),
        )), max(0, count($groups) - self::GROUPS)));
    }

    #[OA\Get(path: '/workspaces/{workspace}/strays/group', operationId: 'showStrayGroup', parameters: [
        new OA\QueryParameter(name: 'kind', required: true, schema: new OA\Schema(type: 'string')),
        new OA\QueryParameter(name: 'folder', required: true, description: 'of the group', schema: new OA\Schema(type: 'string')),
        new OA\QueryParameter(name: 'after', description: 'how many to pass over', schema: new OA\Schema(type: 'integer')),
        new OA\QueryParameter(name: 'of', schema: new OA\Schema(type: 'string')), new OA\QueryParameter(name: 'open', schema: new OA\Schema(type: 'boolean')),
        new OA\QueryParameter(name: 'find', schema: new OA\Schema(type: 'string')), new OA\QueryParameter(name: 'accepted', schema: new OA\Schema(type: 'boolean')),
    ], responses: [new Ok('Stray', list: true)])]
    public function group(Request $request, Workspace $workspace, #[CurrentUser] User $person): JsonResponse
    {
        $given = $request->validate(['kind' => 'required|string|max:20', 'folder' => 'present|nullable|string|max:4096', 'after' => 'integer|min:0|max:1000000']);
        [$strays] = $this->wanted($request, $workspace, $person);
        $group = array_filter($strays, static fn (Stray $stray): bool => $stray->kind->value === $given['kind'] && $stray->folder() === (string) $given['folder']);
        $reasons = (new AcceptedStrays($workspace))->reasons();
        $known = StrayKnowledge::of($workspace, array_slice($group, (int) ($given['after'] ?? 0), self::AT_ONCE, true));

        return new JsonResponse(array_values(array_map(fn (KnownStray $one): StrayData => StrayData::of($one, $one->lost?->hash !== null && $this->contents->has($one->lost->hash), $reasons[Document::key($one->stray->end)] ?? null), $known)));
    }

    #[OA\Post(path: '/workspaces/{workspace}/relink/plan', operationId: 'planRelinking', requestBody: new OA\RequestBody(required: true, content: new OA\JsonContent(ref: '#/components/schemas/RelinkWish')), responses: [new Ok('Plan')])]
    public function plan(Request $request, Workspace $workspace, #[CurrentUser] User $person, Relinker $relinker): JsonResponse
    {
        return ShownPlans::answer($workspace, $person, PlanData::prepared($relinker->plan($workspace, $person, RelinkReader::read($request))));
    }

    #[OA\Post(path: '/workspaces/{workspace}/relink', operationId: 'relink', requestBody: new OA\RequestBody(required: true, content: new OA\JsonContent(ref: '#/components/schemas/RelinkWish')), responses: [new Ok('Entry'), new OA\Response(response: 409, description: 'the plan has changed; both are in the answer')])]
    public function store(Request $request, Workspace $workspace, #[CurrentUser] User $person, Relinker $relinker): JsonResponse
    {
        $given = $request->validate(['fingerprint' => 'required|string|size:64', 'note' => 'nullable|string|max:2000']);
        $entry = $relinker->carryOut($workspace, $person, RelinkReader::read($request), $given['fingerprint'], $given['note'] ?? null);

        return $entry === null ? Errors::respond(422, 'There is nothing to lead elsewhere. Choose where references are to end.') : new JsonResponse(EntryData::of($entry));
    }

    /** They may stay as they are; nothing in a document changes. */
    #[OA\Post(path: '/workspaces/{workspace}/strays/accept', operationId: 'acceptStrays', requestBody: new Body([
        new OA\Property(property: 'missing', type: 'array', items: new OA\Items(type: 'string')),
        new OA\Property(property: 'reason', type: 'string', nullable: true, description: 'why they may stay; null: they may not any more'),
    ], ['missing', 'reason']), responses: [new OA\Response(response: 204, description: 'so it is')])]
    public function accept(Request $request, Workspace $workspace, #[CurrentUser] User $person): Response
    {
        $given = $request->validate(['missing' => ['required', ListOf::texts((int) config('limits.decisions'), Path::PATH_BYTES, 1)], 'reason' => 'present|nullable|string|max:2000']);
        $ends = array_values(array_map(EndReader::read(...), $given['missing']));
        $accepted = new AcceptedStrays($workspace);
        $given['reason'] === null ? $accepted->callBack($ends) : $accepted->accept($person, $ends, $given['reason']);

        return response()->noContent();
    }

    /** A new document where a file is missed, with what that last held. */
    #[OA\Post(path: '/workspaces/{workspace}/strays/past', operationId: 'takeFromPast', requestBody: new Body([
        new OA\Property(property: 'missing', type: 'string', description: 'a path of the workspace'),
    ], ['missing']), responses: [new OA\Response(response: 200, description: 'the document that has it', content: new OA\JsonContent(properties: [new OA\Property(property: 'id', type: 'string')], type: 'object', required: ['id']))])]
    public function past(Request $request, Workspace $workspace, #[CurrentUser] User $person, DraftDesk $desk): JsonResponse
    {
        $path = Path::of($request->validate(['missing' => 'required|string|max:4096'])['missing'])->value;
        $hash = LostFiles::at($workspace, [$path])[0]->hash;
        if ($hash === null || ! $this->contents->has($hash)) {
            throw Refused::because("Nothing is kept of what {$path} held. Find it elsewhere, or make a new document.");
        }
        // Looked at before it is taken into memory.
        $most = (int) config('limits.content');
        if ((int) $this->contents->size($hash) > $most) {
            throw Refused::because("What {$path} held is larger than a draft may be (".number_format($most).' bytes). Take back the entry that took it away, or bring the file back by other means and look for changed files.');
        }
        $document = $desk->begin($workspace, $path, $this->contents->bytes($hash), $person);
        (new Quay($workspace, $person))->open([$document->id]);

        return new JsonResponse(['id' => $document->id]);
    }

    /** @return array{array<string, Stray>, array<string, int>} by end; and how many references there are of each kind */
    private function wanted(Request $request, Workspace $workspace, User $person): array
    {
        $given = $request->validate(['find' => 'nullable|string|max:200', 'accepted' => ['nullable', StrayScope::yesOrNo()]]);
        $reasons = (new AcceptedStrays($workspace))->reasons();
        $find = mb_strtolower((string) ($given['find'] ?? ''));
        $wanted = [];
        $counts = ['missing' => 0, 'outside' => 0, 'web' => 0, 'device' => 0, 'link' => 0, 'accepted' => 0];
        foreach (StrayList::of($workspace, $person)->all($this->scope->documents($request, $workspace, $person)) as $end => $stray) {
            $isAccepted = isset($reasons[Document::key((string) $end)]);
            $counts[$isAccepted ? 'accepted' : $stray->kind->value] += count($stray->places);
            if ($isAccepted === $request->boolean('accepted') && ($find === '' || str_contains(mb_strtolower($stray->name()), $find))) {
                $wanted[(string) $end] = $stray;
            }
        }

        return [$wanted, $counts];
    }

    /** @param list<Stray> $strays */
    private static function references(array $strays): int
    {
        return array_sum(array_map(static fn (Stray $stray): int => count($stray->places), $strays));
    }
}
