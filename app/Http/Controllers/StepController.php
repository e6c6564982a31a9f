<?php

declare(strict_types=1);

namespace App\Http\Controllers;

use App\Drafts\DraftDesk;
use App\Drafts\StepList;
use App\Drafts\Steps;
use App\Http\Data\FoundDocumentData;
use App\Http\Data\StepData;
use App\Http\Data\StepListData;
use App\Http\DraftEdit;
use App\Http\OpenApi\Body;
use App\Http\OpenApi\IfMatch;
use App\Http\OpenApi\Ok;
use App\Models\Document;
use App\Models\DraftStep;
use App\Models\User;
use App\Models\Workspace;
use App\Quay\Quay;
use App\Support\Refused;
use App\Workspace\PathCheck;
use App\Workspace\Reading\Formats;
use Hafenbuch\Core\Format\Rewriter;
use Hafenbuch\Core\Path\Path;
use Hafenbuch\Core\Reference\PathMap;
use Hafenbuch\Core\Reference\Resolver;
use Illuminate\Container\Attributes\CurrentUser;
use Illuminate\Http\JsonResponse;
use Illuminate\Http\Request;
use OpenApi\Attributes as OA;

/** The edit steps of a document: to go back and forward, and to begin a new document from. */
final readonly class StepController
{
    public function __construct(private Steps $steps, private StepList $list) {}

    #[OA\Get(path: '/workspaces/{workspace}/documents/{document}/steps', operationId: 'listSteps', parameters: [
        new OA\QueryParameter(name: 'before', description: 'only older ones than this step', schema: new OA\Schema(type: 'integer')),
    ], responses: [new Ok('StepList')])]
    public function index(Request $request, Workspace $workspace, Document $document): JsonResponse
    {
        $steps = $this->list->of($document, $request->has('before') ? $request->integer('before') : null);
        $room = $this->list->room($document);

        return new JsonResponse(new StepListData(
            $steps->map(StepData::of(...))->values()->all(), $document->step_id,
            $this->steps->back($document)?->id, $this->steps->forward($document)?->id, $room['steps'], $room['bytes'],
        ));
    }

    /** Goes to a step; where one goes on from there, the steps after it stay beside the new ones. */
    #[OA\Post(
        path: '/workspaces/{workspace}/documents/{document}/steps/{step}', operationId: 'goToStep',
        parameters: [new IfMatch],
        responses: [new Ok('DocumentRow'), new OA\Response(response: 412, description: 'someone else has written meanwhile')],
    )]
    public function goTo(Request $request, Workspace $workspace, Document $document, int $step, #[CurrentUser] User $person, DraftEdit $edit): JsonResponse
    {
        $found = $this->step($document, $step);

        return $edit->goTo($request, $document, $person, $found, $this->steps->bytes($found));
    }

    /** A new document with the content of a step; what is on the screen stays untouched. */
    #[OA\Post(path: '/workspaces/{workspace}/documents/{document}/steps/{step}/branch', operationId: 'branchFromStep', requestBody: new Body([
        new OA\Property(property: 'path', type: 'string', description: 'of the new document'),
    ], ['path']), responses: [new Ok('FoundDocument', status: 201)])]
    public function branch(Request $request, Workspace $workspace, Document $document, int $step, #[CurrentUser] User $person, DraftDesk $drafts): JsonResponse
    {
        $path = Path::of($request->validate(['path' => 'required|string|max:4000'])['path'])->value;
        $obstacle = (new PathCheck($workspace))->obstacle($path);
        if ($obstacle !== null) {
            throw Refused::because($obstacle.' Choose another name.');
        }
        $bytes = $this->steps->bytes($this->step($document, $step));
        $rewritten = (new Rewriter(Formats::of($workspace), new Resolver($workspace->root)))->rewrite($bytes, $document->path, $path, PathMap::none());
        $new = $drafts->begin($workspace, $path, $rewritten, $person);
        $new->update(['origin_id' => $document->id, 'origin_kind' => 'branched', 'origin_at' => now()]);
        (new Quay($workspace, $person))->open([$new->id]);

        return new JsonResponse(FoundDocumentData::of($new, true), 201);
    }

    private function step(Document $document, int $id): DraftStep
    {
        return DraftStep::query()->where('document_id', $document->id)->findOrFail($id);
    }
}
