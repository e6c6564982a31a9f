<?php

declare(strict_types=1);

namespace App\Http\Controllers;

use App\Crates\CrateDifferences;
use App\Crates\CrateFolder;
use App\Crates\CrateName;
use App\Crates\CrateRecords;
use App\Crates\Form\ZipTarget;
use App\Crates\FoundSecret;
use App\Crates\Packing;
use App\Crates\PackWish;
use App\Crates\PackWishReader;
use App\Crates\SecretList;
use App\Http\Data\CrateData;
use App\Http\Data\CratePlanData;
use App\Http\Data\FoundSecretData;
use App\Http\Front;
use App\Http\OpenApi\Body;
use App\Http\OpenApi\Ok;
use App\Models\Crate;
use App\Models\User;
use App\Models\Workspace;
use App\Support\Refused;
use App\Support\SharedProgress;
use Illuminate\Container\Attributes\CurrentUser;
use Illuminate\Http\JsonResponse;
use Illuminate\Http\Request;
use Illuminate\Support\Str;
use OpenApi\Attributes as OA;
use Symfony\Component\HttpFoundation\BinaryFileResponse;
use Symfony\Component\HttpFoundation\Response;

/** Crates: their plans, packing them, and those that were packed. */
#[OA\Schema(schema: 'PackWish', properties: [
    new OA\Property(property: 'name', type: 'string'), new OA\Property(property: 'for', type: 'string', nullable: true, description: 'for whom it is'), new OA\Property(property: 'note', type: 'string', nullable: true),
    new OA\Property(property: 'documents', type: 'array', items: new OA\Items(type: 'string'), description: 'ids'), new OA\Property(property: 'paths', type: 'array', items: new OA\Items(type: 'string')),
    new OA\Property(property: 'folders', type: 'array', items: new OA\Items(type: 'string')), new OA\Property(property: 'open', type: 'boolean', description: 'what is open'), new OA\Property(property: 'session', type: 'string', nullable: true, description: 'what a session has of this workspace'),
    new OA\Property(property: 'moment', type: 'string', enum: ['drafts', 'saved', 'past']), new OA\Property(property: 'entry', type: 'integer', description: 'of the logbook, that was the newest then'), new OA\Property(property: 'at', type: 'string', nullable: true, description: 'in place of it: a moment'),
    new OA\Property(property: 'withUnused', type: 'boolean', description: 'of folders also what nothing refers to'), new OA\Property(property: 'withCompanions', type: 'boolean'),
    new OA\Property(property: 'outside', type: 'array', items: new OA\Items(type: 'string'), description: 'files outside that are taken along'), new OA\Property(property: 'withAllOutside', type: 'boolean'),
    new OA\Property(property: 'layout', type: 'string', enum: ['as it is', 'by kind']),
    new OA\Property(property: 'leaveOut', type: 'array', items: new OA\Items(type: 'object', properties: [new OA\Property(property: 'glob', type: 'string', nullable: true), new OA\Property(property: 'kind', type: 'string', nullable: true), new OA\Property(property: 'folder', type: 'string', nullable: true), new OA\Property(property: 'largerThan', type: 'integer', nullable: true)])),
    new OA\Property(property: 'leaveOutMadeAgain', type: 'boolean', description: 'whether what can be made again stays out'),
    new OA\Property(property: 'files', type: 'array', items: new OA\Items(type: 'object', properties: [new OA\Property(property: 'path', type: 'string'), new OA\Property(property: 'in', type: 'boolean')], required: ['path', 'in']), description: 'single files, whatever the rules say'),
    new OA\Property(property: 'acceptedKinds', type: 'array', items: new OA\Items(type: 'string', enum: ['missing', 'outside', 'web', 'device'])), new OA\Property(property: 'accepted', type: 'array', items: new OA\Items(type: 'string'), description: 'ends of references that may lead out'),
    new OA\Property(property: 'blank', type: 'array', items: new OA\Items(type: 'string'), description: 'rules whose finds are blanked'),
    new OA\Property(property: 'secrets', type: 'array', items: new OA\Items(type: 'object', properties: [new OA\Property(property: 'rule', type: 'string'), new OA\Property(property: 'value', type: 'string'), new OA\Property(property: 'with', type: 'string', nullable: true, description: 'null: it stays')], required: ['rule', 'value', 'with'])),
    new OA\Property(property: 'handles', type: 'number', nullable: true, description: 'seconds before and behind what timelines use of sounds, which are cut to that; null: they go in whole'),
    new OA\Property(property: 'withVersions', type: 'boolean'), new OA\Property(property: 'deflate', type: 'boolean'), new OA\Property(property: 'lent', type: 'boolean', description: 'whether it is to be worked on'),
    new OA\Property(property: 'fingerprint', type: 'string', description: 'of the plan that was read'),
])]
final readonly class CrateController
{
    public function __construct(private PackWishReader $wishes, private Packing $packing) {}

    #[OA\Get(path: '/workspaces/{workspace}/crates', operationId: 'listCrates', responses: [new Ok('Crate', list: true)])]
    public function index(Workspace $workspace): JsonResponse
    {
        return new JsonResponse(Crate::query()->with('person')->where('workspace_id', $workspace->id)->orderByDesc('number')->limit(1000)->get()->map(CrateData::of(...))->all());
    }

    #[OA\Post(path: '/workspaces/{workspace}/crates/plan', operationId: 'planCrate', requestBody: new OA\RequestBody(required: true, content: new OA\JsonContent(ref: '#/components/schemas/PackWish')), responses: [new Ok('CratePlan')])]
    public function plan(Request $request, Workspace $workspace, #[CurrentUser] User $person): JsonResponse
    {
        return new JsonResponse(CratePlanData::of($this->packing->prepare($workspace, $person, $this->wish($request, $workspace, $person, 'a crate'))));
    }

    #[OA\Post(path: '/workspaces/{workspace}/crates/secrets', operationId: 'findSecrets', requestBody: new OA\RequestBody(required: true, content: new OA\JsonContent(ref: '#/components/schemas/PackWish')), responses: [
        new OA\Response(response: 200, description: 'what the files could give away', content: new OA\JsonContent(properties: [new OA\Property(property: 'secrets', type: 'array', items: new OA\Items(ref: '#/components/schemas/FoundSecret')), new OA\Property(property: 'isCut', type: 'boolean', description: 'whether there are more')], type: 'object', required: ['secrets', 'isCut'])),
    ])]
    public function secrets(Request $request, Workspace $workspace, #[CurrentUser] User $person, SecretList $secrets): JsonResponse
    {
        $found = $secrets->of($workspace, $person, $this->packing->prepare($workspace, $person, $this->wish($request, $workspace, $person, 'a crate')));

        return new JsonResponse(['secrets' => array_map(static fn (FoundSecret $secret): FoundSecretData => FoundSecretData::of($secret), $found['secrets']), 'isCut' => $found['isCut']]);
    }

    #[OA\Post(path: '/workspaces/{workspace}/crates', operationId: 'packCrate', requestBody: new OA\RequestBody(required: true, content: new OA\JsonContent(ref: '#/components/schemas/PackWish')), responses: [
        new OA\Response(response: 201, description: 'packed', content: new OA\JsonContent(properties: [
            new OA\Property(property: 'crate', ref: '#/components/schemas/Crate'),
            new OA\Property(property: 'still', type: 'array', description: 'what was taken out and still stands elsewhere', items: new OA\Items(type: 'object', properties: [new OA\Property(property: 'value', type: 'string'), new OA\Property(property: 'files', type: 'array', items: new OA\Items(type: 'string'))], required: ['value', 'files'])),
        ], type: 'object', required: ['crate', 'still'])),
        new OA\Response(response: 409, description: 'the plan has changed; the new one is in the answer'),
    ])]
    public function store(Request $request, Workspace $workspace, #[CurrentUser] User $person, CrateFolder $folder): JsonResponse
    {
        $fingerprint = $request->validate(['fingerprint' => 'required|string|size:64'])['fingerprint'];
        $wish = $this->wish($request, $workspace, $person);
        $name = $folder->next($workspace);
        $progress = new SharedProgress(SharedProgress::ofPerson($person->id), strtolower((string) Str::ulid()), 'beside');
        try {
            $packed = $this->packing->pack($workspace, $person, $wish, new ZipTarget($folder->file($name), CrateName::file($wish->name), $wish->isDeflated), $fingerprint, $name, $progress->step(...));
        } finally {
            $progress->end();
        }
        $crate = $packed->crate ?? throw new \LogicException('A crate that was packed is recorded.');

        return new JsonResponse(['crate' => CrateData::of($crate->load('person')), 'still' => $packed->still], 201);
    }

    /** What a crate was packed of, to be packed again, and what differs by now. */
    #[OA\Get(path: '/workspaces/{workspace}/crates/{crate}', operationId: 'showCrate', responses: [new OA\Response(response: 200, description: 'a crate', content: new OA\JsonContent(properties: [
        new OA\Property(property: 'crate', ref: '#/components/schemas/Crate'), new OA\Property(property: 'wish', ref: '#/components/schemas/PackWish'),
        new OA\Property(property: 'differences', type: 'array', items: new OA\Items(type: 'object', properties: [new OA\Property(property: 'path', type: 'string'), new OA\Property(property: 'how', type: 'string', enum: ['changed', 'new', 'no longer in'])], required: ['path', 'how'])),
        new OA\Property(property: 'problem', type: 'string', nullable: true, description: 'why it cannot be packed again'),
    ], type: 'object', required: ['crate', 'wish', 'differences', 'problem']))])]
    public function show(Workspace $workspace, int $crate, #[CurrentUser] User $person, CrateDifferences $differences): JsonResponse
    {
        $found = CrateRecords::find($workspace, $crate);
        ['rows' => $rows, 'problem' => $problem] = $differences->of($workspace, $person, $found);

        return new JsonResponse(['crate' => CrateData::of($found->load('person')), 'wish' => [...$found->wish, 'name' => $found->name], 'differences' => $rows, 'problem' => $problem]);
    }

    #[OA\Get(path: '/workspaces/{workspace}/crates/{crate}/file', operationId: 'downloadCrate', responses: [new OA\Response(response: 200, description: 'the crate as one ZIP file', content: new OA\MediaType(mediaType: 'application/zip', schema: new OA\Schema(type: 'string', format: 'binary')))])]
    public function file(Request $request, Workspace $workspace, int $crate, CrateFolder $folder): Response
    {
        $found = CrateRecords::find($workspace, $crate);
        $file = $found->file === null ? null : $folder->file($found->file);
        if ($file === null || ! is_file($file)) {
            throw Refused::because("The file of crate {$crate} is not kept here. Pack it again.");
        }
        $headers = ['Content-Type' => 'application/zip', 'Content-Disposition' => "attachment; filename*=UTF-8''".rawurlencode(CrateName::file($found->name).'.zip'), 'Cache-Control' => 'private, no-store'];

        return Front::send($request, $file, $folder->path(), $found->hash, $headers) ?? new BinaryFileResponse($file, 200, $headers);
    }

    #[OA\Patch(path: '/workspaces/{workspace}/crates/{crate}', operationId: 'endLending', requestBody: new Body([new OA\Property(property: 'isOut', type: 'boolean', enum: [false], description: 'it is back')], ['isOut']), responses: [new Ok('Crate')])]
    public function update(Request $request, Workspace $workspace, int $crate): JsonResponse
    {
        $request->validate(['isOut' => 'required|boolean|declined']);
        $found = CrateRecords::find($workspace, $crate);
        CrateRecords::end($found);

        return new JsonResponse(CrateData::of($found->refresh()->load('person')));
    }

    #[OA\Delete(path: '/workspaces/{workspace}/crates/{crate}', operationId: 'deleteCrate', responses: [new OA\Response(response: 204, description: 'deleted, with its file')])]
    public function destroy(Workspace $workspace, int $crate, CrateRecords $records): JsonResponse
    {
        $records->delete(CrateRecords::find($workspace, $crate));

        return new JsonResponse(null, 204);
    }

    private function wish(Request $request, Workspace $workspace, User $person, ?string $name = null): PackWish
    {
        return $this->wishes->read($workspace, $person, $request->json()->all(), $request->json('name') === null || $request->json('name') === '' ? $name : null);
    }
}
