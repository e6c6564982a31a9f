<?php

declare(strict_types=1);

namespace App\Http\Controllers;

use App\Http\Data\ComparisonData;
use App\Http\Data\EntryData;
use App\Http\Data\EntryHeadData;
use App\Http\Data\PlanData;
use App\Http\OpenApi\Body;
use App\Http\OpenApi\Ok;
use App\Models\Document;
use App\Models\Operation;
use App\Models\OperationLine;
use App\Models\User;
use App\Models\Workspace;
use App\Past\Comparing\KnownSources;
use App\Saving\Logbook\Comparer;
use App\Saving\Resolution;
use App\Saving\Resolving;
use App\Saving\Undoing;
use Hafenbuch\Core\Plan\Action;
use Illuminate\Container\Attributes\CurrentUser;
use Illuminate\Http\JsonResponse;
use Illuminate\Http\Request;
use Illuminate\Validation\Rule;
use OpenApi\Attributes as OA;
use Symfony\Component\HttpKernel\Exception\NotFoundHttpException;

final class LogbookController
{
    private const PAGE = 50;

    #[OA\Get(path: '/workspaces/{workspace}/logbook', operationId: 'listEntries', parameters: [
        new OA\QueryParameter(name: 'before', description: 'only entries with a smaller number', schema: new OA\Schema(type: 'integer')),
    ], responses: [new Ok('EntryHead', list: true)])]
    public function index(Request $request, Workspace $workspace): JsonResponse
    {
        $entries = Operation::query()->with('person', 'undoes')->where('workspace_id', $workspace->id)
            ->when($request->has('before'), static fn ($query) => $query->where('number', '<', $request->integer('before')))
            ->orderByDesc('number')->limit(self::PAGE)->get();

        return new JsonResponse(EntryHeadData::all(array_values($entries->all())));
    }

    #[OA\Get(path: '/workspaces/{workspace}/logbook/{operation}', operationId: 'showEntry', responses: [new Ok('Entry')])]
    public function show(Workspace $workspace, Operation $operation): JsonResponse
    {
        return new JsonResponse(EntryData::of($operation));
    }

    #[OA\Get(path: '/workspaces/{workspace}/logbook/{operation}/lines/{position}', operationId: 'compareLine', responses: [new Ok('Comparison')])]
    public function line(Workspace $workspace, Operation $operation, int $position, Comparer $comparer): JsonResponse
    {
        $line = $operation->lines()->where('position', $position)->firstOrFail();
        if (! Action::from($line->action)->touchesFile()) {
            // The file stays; what has changed is the draft.
            return new JsonResponse(ComparisonData::of($comparer->compare($workspace, $line->path, $line->draft_before ?? $line->before_hash, $line->draft_after ?? $line->after_hash)));
        }
        $lines = $operation->lines()->where('document_id', $line->document_id)->get();
        // What has moved is compared with what it was at its old path.
        $before = $line->before_hash ?? $lines->firstWhere(static fn (OperationLine $other): bool => $other->after_hash === null)->before_hash ?? null;

        $document = Document::query()->with('draft')->where('workspace_id', $workspace->id)->find($line->document_id);

        return new JsonResponse(ComparisonData::of($comparer->compare($workspace, $line->path, $before, $line->after_hash, $lines->pluck('before_size', 'before_hash')->all() + $lines->pluck('after_size', 'after_hash')->all()), shown: $document === null ? null : KnownSources::of($document, $before, $line->after_hash)));
    }

    #[OA\Post(path: '/workspaces/{workspace}/logbook/{operation}/settle', operationId: 'settleEntry', requestBody: new Body([
        new OA\Property(property: 'how', type: 'string', enum: ['finish', 'back', 'keep']),
    ], ['how']), responses: [new Ok('Entry')])]
    public function settle(Request $request, Workspace $workspace, Operation $operation, #[CurrentUser] User $person, Resolving $resolving): JsonResponse
    {
        $how = Resolution::from($request->validate(['how' => ['required', Rule::enum(Resolution::class)]])['how']);
        $resolving->resolve($workspace, $person, $operation, $how);

        return new JsonResponse(EntryData::of($operation->refresh()));
    }

    /** What another program had put into a file, beside what this entry was to write. */
    #[OA\Get(path: '/workspaces/{workspace}/logbook/{operation}/lines/{position}/found', operationId: 'compareFound', responses: [new Ok('Comparison')])]
    public function found(Workspace $workspace, Operation $operation, int $position, Comparer $comparer): JsonResponse
    {
        $line = $operation->lines()->where('position', $position)->firstOrFail();
        if (! array_key_exists($line->path, $operation->found ?? [])) {
            throw new NotFoundHttpException;
        }

        return new JsonResponse(ComparisonData::of($comparer->compare($workspace, $line->path, $operation->found[$line->path], $line->after_hash)));
    }

    #[OA\Get(path: '/workspaces/{workspace}/logbook/{operation}/undo', operationId: 'planUndo', responses: [new Ok('Plan')])]
    public function planUndo(Workspace $workspace, Operation $operation, #[CurrentUser] User $person, Undoing $undoing): JsonResponse
    {
        return new JsonResponse(PlanData::of($undoing->plan($workspace, $person, $operation)));
    }

    #[OA\Post(path: '/workspaces/{workspace}/logbook/{operation}/undo', operationId: 'undo', requestBody: new Body([
        new OA\Property(property: 'fingerprint', type: 'string'),
    ], ['fingerprint']), responses: [new Ok('Entry')])]
    public function undo(Request $request, Workspace $workspace, Operation $operation, #[CurrentUser] User $person, Undoing $undoing): JsonResponse
    {
        $given = $request->validate(['fingerprint' => 'required|string|size:64']);

        return new JsonResponse(EntryData::of($undoing->undo($workspace, $person, $operation, $given['fingerprint'])));
    }
}
