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
use Illuminate\Support\Facades\Validator;
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
        // Only this: the framework's rules would take all the choices apart, which are looked at below.
        $isCleared = (bool) (Validator::make($request->only('clear'), ['clear' => 'boolean'])->validate()['clear'] ?? false);
        $changes = [];
        $wide = array_filter((array) $request->input('choices'), static fn (mixed $choice): bool => is_array($choice) && ($choice['scope'] ?? Scope::Document->value) !== Scope::Document->value);
        // For each of these all that is unsaved is looked at.
        $most = (int) config('limits.far_decisions');
        if (count($wide) > $most) {
            throw DecisionReader::wrong('choices', "has more than {$most} choices that reach beyond their document; make them one after the other");
        }
        foreach (DecisionReader::list($request->input('choices'), 'choices') as $place => $choice) {
            foreach ($this->change($workspace, $person, is_array($choice) ? $choice : [], "choices.{$place}") as $id => $kept) {
                $changes[$id] = $kept;
            }
        }
        DecisionReader::refuseUnknown($workspace, array_map(strval(...), array_keys(array_filter($changes))));
        $decisions = new KeptDecisions($workspace, $person);
        if ($isCleared) {
            $decisions->clear();
        }
        $decisions->change($changes);
        unset($changes);

        return $this->index($workspace, $person);
    }

    /**
     * @param  array<mixed>  $choice
     * @return array<string, ?array<string, mixed>> what is kept for each document to which it reaches; null takes a decision away
     */
    private function change(Workspace $workspace, User $person, array $choice, string $at): array
    {
        if (! array_key_exists('decision', $choice)) {
            throw DecisionReader::wrong("{$at}.decision", 'must be a decision, or null to take one away');
        }
        $document = isset($choice['document']) ? DecisionReader::id($choice['document'], "{$at}.document") : null;
        $scope = Scope::tryFrom(is_string($choice['scope'] ?? '') ? ($choice['scope'] ?? Scope::Document->value) : '')
            ?? throw DecisionReader::wrong("{$at}.scope", 'must be one of '.implode(', ', array_column(Scope::cases(), 'value')));
        $kept = $choice['decision'] === null ? null : DecisionReader::kept(DecisionReader::checked($choice['decision'], "{$at}.decision"));
        $ids = $scope === Scope::Document ? array_filter([$document]) : $this->planning->reach($workspace, $person, $document, $scope);

        return array_fill_keys($ids, $kept);
    }
}
