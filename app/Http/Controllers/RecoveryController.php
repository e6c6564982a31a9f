<?php

declare(strict_types=1);

namespace App\Http\Controllers;

use App\Http\Data\EntryData;
use App\Http\Data\RecoveryData;
use App\Http\Data\RecoveryDocumentData;
use App\Http\Data\RecoveryStateData;
use App\Http\ListOf;
use App\Http\OpenApi\Body;
use App\Http\OpenApi\Ok;
use App\Models\Document;
use App\Models\Operation;
use App\Models\User;
use App\Models\Workspace;
use App\Past\Recovery\RecoveryOffers;
use App\Past\Recovery\Visits;
use App\Support\Refused;
use App\Together\Presence;
use Hafenbuch\Core\Write\UnableToRead;
use Illuminate\Container\Attributes\CurrentUser;
use Illuminate\Http\JsonResponse;
use Illuminate\Http\Request;
use Illuminate\Http\Response;
use Illuminate\Support\Carbon;
use OpenApi\Attributes as OA;

/** After the browser, the server or the machine has died: what there is, and the choice. */
final readonly class RecoveryController
{
    private const VISITS = 20;

    public function __construct(private RecoveryOffers $recovery) {}

    #[OA\Get(path: '/workspaces/{workspace}/recovery', operationId: 'showRecovery', parameters: [
        new OA\QueryParameter(name: 'visit', description: 'the page’s own', schema: new OA\Schema(type: 'string')),
        new OA\QueryParameter(name: 'died', description: 'visits whose pages are gone, separated by commas', schema: new OA\Schema(type: 'string')),
    ], responses: [new Ok('Recovery')])]
    public function show(Request $request, Workspace $workspace, #[CurrentUser] User $person): JsonResponse
    {
        $died = array_slice(explode(',', $request->string('died')->value()), 0, self::VISITS);
        $brokenOff = Visits::brokenOff($workspace, $person, $request->string('visit')->value(), $died);
        $entries = Operation::query()->with('lines', 'person', 'undoes')->where('workspace_id', $workspace->id)->where('state', Operation::NEEDS_PERSON)->orderByDesc('number')->get()->map(EntryData::of(...))->values()->all();
        $documents = array_map(RecoveryDocumentData::of(...), $this->recovery->offers($workspace, $person));
        $isOffered = $entries !== [] || ($brokenOff !== null && $documents !== []);
        if ($brokenOff !== null && ! $isOffered) {
            Visits::settle($workspace, $person, $died); // There is nothing to recover, so nobody is bothered.
        }

        return new JsonResponse(new RecoveryData($isOffered, $brokenOff === null ? null : Carbon::parse($brokenOff, 'UTC')->toIso8601ZuluString('millisecond'), $documents, $entries));
    }

    /** Nothing that is not chosen is lost: what was on the screens stays as a recovery point. */
    #[OA\Post(path: '/workspaces/{workspace}/recovery', operationId: 'recover', requestBody: new Body([
        new OA\Property(property: 'choices', type: 'array', items: new OA\Items(properties: [
            new OA\Property(property: 'document', type: 'string'), new OA\Property(property: 'source', type: 'string', description: 'draft, file or point-N'),
        ], type: 'object', required: ['document', 'source'])),
        new OA\Property(property: 'died', type: 'array', items: new OA\Items(type: 'string'), description: 'visits whose pages are gone'),
    ], ['choices']), responses: [new OA\Response(response: 204, description: 'done')])]
    public function store(Request $request, Workspace $workspace, #[CurrentUser] User $person): Response
    {
        $valid = $request->validate(['died' => ['sometimes', ListOf::ids(self::VISITS)], 'choices' => ['present', 'list', 'max:5000'], 'choices.*.document' => 'required|string|size:26', 'choices.*.source' => ['required', 'regex:~^(?:draft|file|point-\d{1,18})$~']]);
        $given = $valid['choices'] ?: [];
        try {
            $this->recovery->choose($workspace, $person, array_column($given, 'source', 'document'));
        } catch (UnableToRead $damaged) {
            throw Refused::because("{$damaged->getMessage()} Choose another state of that document; nothing has been changed.");
        }
        Visits::settle($workspace, $person, array_values($valid['died'] ?? []));

        return response()->noContent();
    }

    /** The person's recovery points that hold a draft of one document. */
    #[OA\Get(path: '/workspaces/{workspace}/documents/{document}/points', operationId: 'listPoints', responses: [new Ok('RecoveryState', list: true)])]
    public function points(Workspace $workspace, Document $document, #[CurrentUser] User $person): JsonResponse
    {
        return new JsonResponse(array_map(RecoveryStateData::of(...), $this->recovery->points($document, $person)));
    }

    /** The page is left in an orderly way. */
    #[OA\Post(path: '/workspaces/{workspace}/visits/{visit}/end', operationId: 'endVisit', responses: [new OA\Response(response: 204, description: 'noted')])]
    public function leave(Workspace $workspace, string $visit, #[CurrentUser] User $person): Response
    {
        Visits::end($workspace, $person, $visit);
        Presence::shows($workspace, $person, $visit, null);

        return response()->noContent();
    }
}
