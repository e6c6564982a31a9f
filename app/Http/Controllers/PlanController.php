<?php

declare(strict_types=1);

namespace App\Http\Controllers;

use App\Http\Data\ComparisonData;
use App\Http\Data\EntryData;
use App\Http\Data\PlanData;
use App\Http\DecisionReader;
use App\Http\Errors;
use App\Http\OpenApi\Body;
use App\Http\OpenApi\Ok;
use App\Http\ShownPlans;
use App\Models\Document;
use App\Models\Operation;
use App\Models\User;
use App\Models\Workspace;
use App\Past\Comparing\Contrasts;
use App\Past\Comparing\KnownSources;
use App\Past\Comparing\Source;
use App\Quay\KeptDecisions;
use App\Quay\Quay;
use App\Saving\Execution;
use App\Saving\Logbook\Comparer;
use App\Saving\Planning;
use App\Workspace\Files\WorkspaceFiles;
use App\Workspace\Settings;
use Hafenbuch\Core\Plan\DecisionKind;
use Hafenbuch\Core\Plan\ReasonKind;
use Illuminate\Container\Attributes\CurrentUser;
use Illuminate\Http\JsonResponse;
use Illuminate\Http\Request;
use OpenApi\Attributes as OA;

/** Plans of decisions on documents, and their execution. */
final class PlanController
{
    private const ELSE_KEPT = 'without it, those that are kept for the asker';

    #[OA\Post(path: '/workspaces/{workspace}/plan', operationId: 'makePlan', requestBody: new Body([
        new OA\Property(property: 'decisions', type: 'array', items: new OA\Items(ref: '#/components/schemas/Decision'), description: self::ELSE_KEPT),
    ]), responses: [new Ok('Plan')])]
    public function plan(Request $request, Workspace $workspace, #[CurrentUser] User $person, Planning $planning): JsonResponse
    {
        return ShownPlans::answer($workspace, $person, PlanData::prepared($planning->prepare($workspace, $person, DecisionReader::read($request, $workspace, $person))));
    }

    /** What one line of the plan changes. */
    #[OA\Post(path: '/workspaces/{workspace}/plan/compare', operationId: 'comparePlanLine', requestBody: new Body([
        new OA\Property(property: 'decisions', type: 'array', items: new OA\Items(ref: '#/components/schemas/Decision')),
        new OA\Property(property: 'path', type: 'string', description: 'of the line'),
    ], ['path']), responses: [new Ok('Comparison')])]
    public function compare(Request $request, Workspace $workspace, #[CurrentUser] User $person, Planning $planning, Comparer $comparer, Contrasts $contrasts): JsonResponse
    {
        $path = $request->validate(['path' => 'required|string'])['path'];

        [$before, $after] = $planning->contentsOf($workspace, $planning->plan($workspace, $person, DecisionReader::read($request, $workspace, $person)), $path);
        $stat = WorkspaceFiles::of($workspace)->stat($path);

        $document = Document::at($workspace, $path)?->setRelation('workspace', $workspace);
        $contrast = $document === null || $before === null || $after === null ? null
            : $contrasts->between(new Source($document, 'file', 'as it is', $before), new Source($document, 'draft', 'as it will be', $after));

        return new JsonResponse(ComparisonData::of($comparer->compare($workspace, $path, $before, $after), $stat === null ? null : gmdate('Y-m-d\TH:i:s\Z', $stat->writtenAt), $contrast, $document === null ? null : KnownSources::of($document, $before, $after)));
    }

    #[OA\Post(path: '/workspaces/{workspace}/save', operationId: 'save', requestBody: new Body([
        new OA\Property(property: 'decisions', type: 'array', items: new OA\Items(ref: '#/components/schemas/Decision')),
        new OA\Property(property: 'fingerprint', type: 'string'),
        new OA\Property(property: 'note', type: 'string', nullable: true),
    ], ['fingerprint']), responses: [new Ok('Entry'), new OA\Response(response: 409, description: 'the plan has changed; both are in the answer')])]
    public function save(Request $request, Workspace $workspace, #[CurrentUser] User $person, Execution $execution): JsonResponse
    {
        $given = $request->validate(['fingerprint' => 'required|string|size:64', 'note' => 'nullable|string|max:2000']);
        $chosen = DecisionReader::given($request, $workspace, $person);
        $entry = $execution->save($workspace, $person, DecisionReader::choices($chosen), $given['fingerprint'], $given['note'] ?? null);
        if ($entry === null) {
            return Errors::respond(422, 'There is nothing to save: every chosen document is as saved.');
        }
        $this->open($workspace, $person, $entry, $chosen);
        $this->keepFollow($workspace, $chosen);
        (new KeptDecisions($workspace, $person))->change(array_fill_keys(array_keys($chosen), null));

        return new JsonResponse(EntryData::of($entry));
    }

    /**
     * The answer to “who follows?” is the next one’s beginning.
     *
     * @param  array<string, array<string, mixed>>  $chosen
     */
    private function keepFollow(Workspace $workspace, array $chosen): void
    {
        foreach ($chosen as $choice) {
            if ($choice['kind'] === DecisionKind::SaveAs->value && isset($choice['follow'])) {
                Settings::of($workspace)->remember(['follow' => $choice['follow']]);

                return;
            }
        }
    }

    /**
     * The person goes on with what was saved as, and has open beside it what was asked for.
     *
     * @param  array<string, array<string, mixed>>  $chosen
     */
    private function open(Workspace $workspace, User $person, Operation $entry, array $chosen): void
    {
        $quay = new Quay($workspace, $person);
        $opened = array_map(strval(...), array_keys(array_filter($chosen, static fn (array $choice): bool => ($choice['open'] ?? false) === true)));
        $beside = [];
        foreach ($entry->lines as $line) {
            if ($line->origin_id === null || $line->document_id === null) {
                continue;
            }
            if ($line->reason === ReasonKind::SavedAs->value) {
                $quay->replace($line->origin_id, $line->document_id);
            } elseif (in_array($line->origin_id, $opened, true)) {
                $beside[] = $line->document_id;
            }
        }
        if ($beside !== []) {
            $quay->open($beside);
        }
    }
}
