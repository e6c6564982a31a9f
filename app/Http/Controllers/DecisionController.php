<?php

declare(strict_types=1);

namespace App\Http\Controllers;

use App\Http\DecisionReader;
use App\Http\OpenApi\Body;
use App\Http\OpenApi\Ok;
use App\Models\User;
use App\Models\Workspace;
use App\Quay\KeptDecisions;
use App\Saving\Planning;
use Hafenbuch\Core\Plan\Scope;
use Illuminate\Container\Attributes\CurrentUser;
use Illuminate\Http\JsonResponse;
use Illuminate\Http\Request;
use Illuminate\Validation\Rule;
use OpenApi\Attributes as OA;

/** What a person has decided and not carried out yet, kept for them. */
final readonly class DecisionController
{
    public function __construct(private Planning $planning) {}

    #[OA\Get(path: '/workspaces/{workspace}/decisions', operationId: 'listDecisions', responses: [new Ok('Decision', list: true)])]
    public function index(Workspace $workspace, #[CurrentUser] User $person): JsonResponse
    {
        return new JsonResponse(array_values((new KeptDecisions($workspace, $person))->all()));
    }

    /** Changes some of them; what another window has decided meanwhile stays. */
    #[OA\Patch(path: '/workspaces/{workspace}/decisions', operationId: 'decide', requestBody: new Body([
        new OA\Property(property: 'choices', type: 'array', items: new OA\Items(ref: '#/components/schemas/Choice')),
        new OA\Property(property: 'clear', type: 'boolean', description: 'whether all others are taken away first'),
    ], ['choices']), responses: [new Ok('Decision', list: true)])]
    #[OA\Schema(schema: 'Choice', required: ['decision'], properties: [
        new OA\Property(property: 'document', type: 'string', nullable: true),
        new OA\Property(property: 'scope', type: 'string', enum: ['document', 'below', 'quay'], description: 'how far it reaches; `below` and `quay` take in what has unsaved content'),
        new OA\Property(property: 'decision', nullable: true, type: 'object', allOf: [new OA\Schema(ref: '#/components/schemas/OpenDecision')], description: 'null takes the decision away, which is not the same as deciding to leave'),
    ])]
    public function update(Request $request, Workspace $workspace, #[CurrentUser] User $person): JsonResponse
    {
        $given = $request->validate([
            'choices' => 'present|array|max:20000', 'choices.*.document' => 'nullable|string|size:26', 'choices.*.scope' => ['nullable', Rule::enum(Scope::class)],
            'choices.*.decision' => 'present|nullable|array', ...DecisionReader::rules('choices.*.decision', isOptional: true), 'clear' => 'boolean',
        ]);
        $changes = [];
        foreach ($given['choices'] as $choice) {
            $scope = Scope::from($choice['scope'] ?? Scope::Document->value);
            $kept = $choice['decision'] === null ? null : DecisionReader::kept($choice['decision']);
            $ids = $scope === Scope::Document ? array_filter([$choice['document'] ?? null]) : $this->planning->reach($workspace, $person, $choice['document'] ?? null, $scope);
            $changes = [...$changes, ...array_fill_keys($ids, $kept)];
        }
        DecisionReader::refuseUnknown($workspace, array_map(strval(...), array_keys(array_filter($changes))));
        $decisions = new KeptDecisions($workspace, $person);
        if ($given['clear'] ?? false) {
            $decisions->clear();
        }
        $decisions->change($changes);

        return $this->index($workspace, $person);
    }
}
