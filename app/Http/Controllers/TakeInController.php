<?php

declare(strict_types=1);

namespace App\Http\Controllers;

use App\Http\Data\PlanData;
use App\Http\Data\TakeInListData;
use App\Http\Data\TakenInData;
use App\Http\DecisionReader;
use App\Http\OpenApi\Ok;
use App\Http\ShownPlans;
use App\Http\StrayScope;
use App\Models\User;
use App\Models\Workspace;
use App\TakeIn\TakeIn;
use App\TakeIn\TakeInWish;
use Hafenbuch\Core\Path\Path;
use Hafenbuch\Core\TakeIn\MediaKind;
use Illuminate\Container\Attributes\CurrentUser;
use Illuminate\Http\JsonResponse;
use Illuminate\Http\Request;
use OpenApi\Attributes as OA;

/** Files from elsewhere, and bringing them into the workspace. */
#[OA\Schema(schema: 'TakeInWish', properties: [
    new OA\Property(property: 'of', type: 'string', nullable: true, description: 'the id of a document: what it and all below it refer to'),
    new OA\Property(property: 'open', type: 'boolean', nullable: true, description: 'what all that is open refers to'),
    new OA\Property(property: 'choices', type: 'array', description: 'in place of the workspace’s rules; the last that fits counts', items: new OA\Items(type: 'object', properties: [
        new OA\Property(property: 'path', type: 'string', nullable: true, description: 'a file'), new OA\Property(property: 'from', type: 'string', nullable: true, description: 'all of a folder'),
        new OA\Property(property: 'kind', type: 'string', nullable: true, description: 'all of a kind'), new OA\Property(property: 'stays', type: 'boolean', description: 'whether they stay where they are'),
        new OA\Property(property: 'folder', type: 'string', nullable: true, description: 'of the workspace, that takes them in'),
    ])),
    new OA\Property(property: 'fingerprint', type: 'string', description: 'of the plan that was read'),
    new OA\Property(property: 'note', type: 'string', nullable: true),
])]
final readonly class TakeInController
{
    public function __construct(private TakeIn $takeIn, private StrayScope $scope) {}

    #[OA\Post(path: '/workspaces/{workspace}/take-in/list', operationId: 'listTakeIn', requestBody: new OA\RequestBody(required: true, content: new OA\JsonContent(ref: '#/components/schemas/TakeInWish')), responses: [new Ok('TakeInList')])]
    public function index(Request $request, Workspace $workspace, #[CurrentUser] User $person): JsonResponse
    {
        return new JsonResponse(TakeInListData::of($this->takeIn->list($workspace, $person, $this->wish($request, $workspace, $person))));
    }

    #[OA\Post(path: '/workspaces/{workspace}/take-in/plan', operationId: 'planTakeIn', requestBody: new OA\RequestBody(required: true, content: new OA\JsonContent(ref: '#/components/schemas/TakeInWish')), responses: [new Ok('Plan')])]
    public function plan(Request $request, Workspace $workspace, #[CurrentUser] User $person): JsonResponse
    {
        return ShownPlans::answer($workspace, $person, PlanData::prepared($this->takeIn->plan($workspace, $person, $this->wish($request, $workspace, $person))));
    }

    #[OA\Post(path: '/workspaces/{workspace}/take-in', operationId: 'takeIn', requestBody: new OA\RequestBody(required: true, content: new OA\JsonContent(ref: '#/components/schemas/TakeInWish')), responses: [new Ok('TakenIn'), new OA\Response(response: 409, description: 'the plan has changed; both are in the answer')])]
    public function store(Request $request, Workspace $workspace, #[CurrentUser] User $person): JsonResponse
    {
        $given = $request->validate(['fingerprint' => 'required|string|size:64', 'note' => 'nullable|string|max:2000']);

        return new JsonResponse(TakenInData::of($this->takeIn->carryOut($workspace, $person, $this->wish($request, $workspace, $person), $given['fingerprint'], $given['note'] ?? null)));
    }

    private function wish(Request $request, Workspace $workspace, User $person): TakeInWish
    {
        $choices = [];
        foreach (DecisionReader::list($request->input('choices', []), 'choices') as $place => $given) {
            $given = is_array($given) ? $given : throw DecisionReader::wrong("choices.{$place}", 'must be a choice');
            foreach (['path', 'from', 'kind', 'folder'] as $name) {
                if (isset($given[$name]) && (! is_string($given[$name]) || strlen($given[$name]) > Path::PATH_BYTES || ! mb_check_encoding($given[$name], 'UTF-8'))) {
                    throw DecisionReader::wrong("choices.{$place}.{$name}", 'must be a text');
                }
            }
            if (isset($given['kind']) && MediaKind::tryFrom($given['kind']) === null) {
                throw DecisionReader::wrong("choices.{$place}.kind", 'must be one of '.implode(', ', array_column(MediaKind::cases(), 'value')));
            }
            $folder = $given['folder'] ?? null;
            $choices[] = [
                'path' => $given['path'] ?? null, 'from' => $given['from'] ?? null, 'kind' => $given['kind'] ?? null, 'stays' => ($given['stays'] ?? false) === true,
                'folder' => $folder === null || trim($folder, '/') === '' ? ($folder === null ? null : '') : Path::of(trim($folder, '/'))->value,
            ];
        }

        return new TakeInWish($this->scope->documents($request, $workspace, $person), $choices);
    }
}
