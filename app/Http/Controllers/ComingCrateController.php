<?php

declare(strict_types=1);

namespace App\Http\Controllers;

use App\Crates\CrateChecking;
use App\Crates\TakingIn\ComingCrate;
use App\Crates\TakingIn\ComingWish;
use App\Crates\TakingIn\CompareComing;
use App\Crates\TakingIn\OpenedCrate;
use App\Crates\TakingIn\TakingIn;
use App\Drafts\UploadParts;
use App\Http\Data\ComingCrateData;
use App\Http\Data\ComingRowData;
use App\Http\Data\ComparisonData;
use App\Http\ListOf;
use App\Http\OpenApi\Ok;
use App\Models\User;
use App\Models\Workspace;
use App\Support\Refused;
use App\Support\SharedProgress;
use App\Workspace\MediaType;
use App\Workspace\Sources;
use Hafenbuch\Core\Crate\Bag\BagCheck;
use Hafenbuch\Core\Crate\Bag\UnableToReadBag;
use Hafenbuch\Core\Path\Path;
use Illuminate\Container\Attributes\CurrentUser;
use Illuminate\Http\JsonResponse;
use Illuminate\Http\Request;
use Illuminate\Http\Response;
use Illuminate\Support\Str;
use OpenApi\Attributes as OA;

/** Crates that come: opened without being taken in, compared, and taken in. */
#[OA\Schema(schema: 'ComingWish', properties: [
    new OA\Property(property: 'part', type: 'string', nullable: true, description: 'an upload in parts that is whole'), new OA\Property(property: 'from', type: 'string', nullable: true, description: 'in place of it: the absolute path of a ZIP file or folder that may be read'),
    new OA\Property(property: 'into', type: 'string', nullable: true, description: 'the new folder that takes it in; null: back to where it came from'),
    new OA\Property(property: 'isEdited', type: 'boolean', description: 'whether its files were worked on without being packed again'),
    new OA\Property(property: 'only', type: 'array', nullable: true, items: new OA\Items(type: 'string'), description: 'places in the crate that are wanted; null: all that bring something'),
    new OA\Property(property: 'theirs', type: 'array', items: new OA\Items(type: 'string'), description: 'places of which theirs comes on the screen although there is a draft here'),
    new OA\Property(property: 'place', type: 'string', description: 'in the crate, to compare'),
])]
final readonly class ComingCrateController
{
    public function __construct(private TakingIn $takingIn, private UploadParts $parts) {}

    #[OA\Post(path: '/workspaces/{workspace}/crates/look', operationId: 'lookIntoCrate', requestBody: new OA\RequestBody(required: true, content: new OA\JsonContent(ref: '#/components/schemas/ComingWish')), responses: [new Ok('ComingCrate')])]
    public function look(Request $request, Workspace $workspace, #[CurrentUser] User $person): JsonResponse
    {
        return new JsonResponse(ComingCrateData::of($this->coming($request, $workspace, $person)));
    }

    #[OA\Post(path: '/workspaces/{workspace}/crates/compare', operationId: 'compareCrate', requestBody: new OA\RequestBody(required: true, content: new OA\JsonContent(ref: '#/components/schemas/ComingWish')), responses: [new Ok('Comparison')])]
    public function compare(Request $request, Workspace $workspace, #[CurrentUser] User $person, CompareComing $compare): JsonResponse
    {
        $place = $request->validate(['place' => 'required|string|max:'.Path::PATH_BYTES])['place'];

        [$comparison, $shown] = $compare->at($workspace, $this->coming($request, $workspace, $person), $place);

        return new JsonResponse(ComparisonData::of($comparison, shown: $shown));
    }

    #[OA\Post(path: '/workspaces/{workspace}/crates/take-in', operationId: 'takeCrateIn', requestBody: new OA\RequestBody(required: true, content: new OA\JsonContent(ref: '#/components/schemas/ComingWish')), responses: [new OA\Response(response: 200, description: 'what has come of it', content: new OA\JsonContent(properties: [
        new OA\Property(property: 'rows', type: 'array', items: new OA\Items(ref: '#/components/schemas/ComingRow')), new OA\Property(property: 'drafts', type: 'integer'),
        new OA\Property(property: 'session', type: 'string', nullable: true, description: 'that has what came open'), new OA\Property(property: 'keptAs', type: 'string', nullable: true, description: 'the session that holds what was open before'),
    ], type: 'object', required: ['rows', 'drafts', 'session', 'keptAs']))])]
    public function store(Request $request, Workspace $workspace, #[CurrentUser] User $person): JsonResponse
    {
        $taken = $this->takingIn->takeIn($workspace, $person, $this->coming($request, $workspace, $person));
        $part = $request->json('part');
        is_string($part) && $this->parts->drop($workspace, $person, $part);

        return new JsonResponse(['rows' => array_map(ComingRowData::of(...), $taken->rows), 'drafts' => $taken->drafts, 'session' => $taken->session, 'keptAs' => $taken->keptAs]);
    }

    /** One file of it, to be looked at; what no page could show is not given. */
    #[OA\Get(path: '/workspaces/{workspace}/crates/content', operationId: 'showFileOfCrate', parameters: [
        new OA\QueryParameter(name: 'part', schema: new OA\Schema(type: 'string')), new OA\QueryParameter(name: 'from', schema: new OA\Schema(type: 'string')), new OA\QueryParameter(name: 'place', required: true, schema: new OA\Schema(type: 'string')),
    ], responses: [new OA\Response(response: 200, description: 'the bytes')])]
    public function content(Request $request, Workspace $workspace, #[CurrentUser] User $person): Response
    {
        $given = $request->validate(['part' => 'nullable|string|max:40', 'from' => 'nullable|string|max:'.Path::PATH_BYTES, 'place' => 'required|string|max:'.Path::PATH_BYTES]);
        $type = MediaType::of($given['place']);
        if (preg_match('~^(?:image|audio|video)/~', $type) !== 1) {
            throw Refused::because('Only pictures, sounds and films are shown so. Compare it, or take it in.');
        }
        try {
            $source = CrateChecking::open($this->path($given, $workspace, $person));
            $entry = (BagCheck::isBag($source) ? BagCheck::PAYLOAD : '').$given['place'];
            if (($source->entries()[$entry] ?? 0) > (int) config('limits.content')) {
                throw Refused::because('It is too large to be shown. Take it in, and look at it then.');
            }
            $bytes = '';
            foreach ($source->parts($entry) as $part) {
                $bytes .= $part;
            }
        } catch (UnableToReadBag $failure) {
            throw Refused::because($failure->getMessage());
        }

        return response($bytes, 200, ['Content-Type' => $type, 'Content-Disposition' => 'inline', 'Content-Security-Policy' => FileController::ALONE, 'Cache-Control' => 'private, no-store']);
    }

    /**
     * @param  array<string, mixed>  $given
     *
     * @throws Refused
     */
    private function path(array $given, Workspace $workspace, User $person): string
    {
        return (isset($given['part']) ? $this->parts->whole($workspace, $person, $given['part']) : Sources::of($workspace, $person, true)->readable($given['from'] ?? ''))
            ?? throw Refused::because('Send a crate, or name one that lies in a workspace of yours or in a folder of HAFENBUCH_ROOTS.');
    }

    private function coming(Request $request, Workspace $workspace, User $person): ComingCrate
    {
        $most = (int) config('limits.decisions');
        $given = $request->validate([
            'part' => 'nullable|string|max:40', 'from' => 'nullable|string|max:'.Path::PATH_BYTES, 'into' => 'nullable|string|max:'.Path::PATH_BYTES, 'isEdited' => 'boolean',
            ...$request->json('only') === null ? [] : ['only' => [ListOf::texts($most, Path::PATH_BYTES)]], 'theirs' => ['sometimes', ListOf::texts($most, Path::PATH_BYTES)],
        ]);
        $path = $this->path($given, $workspace, $person);
        $progress = new SharedProgress(SharedProgress::ofPerson($person->id), strtolower((string) Str::ulid()), 'beside');
        try {
            $opened = OpenedCrate::at($path, $given['isEdited'] ?? false, $progress->step(...));
        } finally {
            $progress->end();
        }

        return $this->takingIn->look($workspace, $opened, new ComingWish(isset($given['into']) ? (string) $given['into'] : null, $given['only'] ?? null, array_fill_keys($given['theirs'] ?? [], true), $given['isEdited'] ?? false));
    }
}
