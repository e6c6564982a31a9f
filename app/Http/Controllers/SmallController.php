<?php

declare(strict_types=1);

namespace App\Http\Controllers;

use App\Http\Data\ComparisonData;
use App\Http\Data\ReplacementData;
use App\Http\Data\SmallPreviewData;
use App\Http\ListOf;
use App\Http\OpenApi\Body;
use App\Http\OpenApi\Ok;
use App\Models\Document;
use App\Models\User;
use App\Models\Workspace;
use App\Past\Comparing\KnownSources;
use App\Quay\Quay;
use App\Saving\Logbook\Comparer;
use App\Small\MakingSmall;
use App\Small\SmallPreview;
use App\Workspace\Files\DiskContentStore;
use Illuminate\Container\Attributes\CurrentUser;
use Illuminate\Http\JsonResponse;
use Illuminate\Http\Request;
use OpenApi\Attributes as OA;

/** Takes out of documents what carries nothing, as far as a person chooses it. */
final readonly class SmallController
{
    private const KEYS = 60;

    private const KEY = 300;

    public function __construct(private MakingSmall $making) {}

    #[OA\Post(path: '/workspaces/{workspace}/small/preview', operationId: 'previewSmall', requestBody: new Body([
        new OA\Property(property: 'documents', type: 'array', maxItems: MakingSmall::DOCUMENTS, items: new OA\Items(type: 'string')),
    ], ['documents']), responses: [new Ok('SmallPreview', list: true)])]
    public function preview(Request $request, Workspace $workspace, #[CurrentUser] User $person): JsonResponse
    {
        $given = $request->validate(['documents' => ['required', ListOf::ids(MakingSmall::DOCUMENTS)]]);

        return new JsonResponse(array_map(static fn (SmallPreview $one): SmallPreviewData => SmallPreviewData::of($one), $this->making->preview($workspace, $person, array_values($given['documents']))));
    }

    /** What is on the screen beside what it would be. */
    #[OA\Post(path: '/workspaces/{workspace}/small/compare', operationId: 'compareSmall', requestBody: new Body([
        new OA\Property(property: 'id', type: 'string'), new OA\Property(property: 'revision', type: 'integer', description: 'that was looked at'),
        new OA\Property(property: 'keys', type: 'array', items: new OA\Items(type: 'string'), description: 'of the savings'),
    ], ['id', 'revision', 'keys']), responses: [new Ok('Comparison')])]
    public function compare(Request $request, Workspace $workspace, DiskContentStore $contents, Comparer $comparer): JsonResponse
    {
        $given = $request->validate(['id' => 'required|string|size:26', 'revision' => 'required|integer|min:0', 'keys' => ['required', ListOf::texts(self::KEYS, self::KEY, 1)]]);
        $document = Document::query()->kept()->with('draft')->where('workspace_id', $workspace->id)->findOrFail($given['id'])->setRelation('workspace', $workspace);
        [$before, $after] = array_map($contents->putBytes(...), $this->making->smaller($document, (int) $given['revision'], array_values($given['keys'])));

        return new JsonResponse(ComparisonData::of($comparer->compare($workspace, $document->path, $before, $after), shown: KnownSources::of($document, $before, $after)));
    }

    #[OA\Post(path: '/workspaces/{workspace}/small', operationId: 'makeSmall', requestBody: new Body([
        new OA\Property(property: 'documents', type: 'array', maxItems: MakingSmall::DOCUMENTS, items: new OA\Items(required: ['id', 'revision', 'keys'], properties: [
            new OA\Property(property: 'id', type: 'string'), new OA\Property(property: 'revision', type: 'integer', description: 'that was looked at'),
            new OA\Property(property: 'keys', type: 'array', items: new OA\Items(type: 'string'), description: 'of the savings'),
        ], type: 'object')),
    ], ['documents']), responses: [new Ok('Replacement')])]
    public function store(Request $request, Workspace $workspace, #[CurrentUser] User $person): JsonResponse
    {
        $given = $request->validate([
            'documents' => 'required|array|max:'.MakingSmall::DOCUMENTS, 'documents.*' => 'array', 'documents.*.id' => 'required|string|size:26',
            'documents.*.revision' => 'required|integer|min:0', 'documents.*.keys' => ['required', ListOf::texts(self::KEYS, self::KEY, 1)],
        ]);
        $wanted = [];
        foreach ($given['documents'] as $one) {
            $wanted[$one['id']] = ['revision' => (int) $one['revision'], 'keys' => array_values($one['keys'])];
        }
        $done = $this->making->make($workspace, $person, $wanted);
        (new Quay($workspace, $person))->open($done['changed']);

        return new JsonResponse(new ReplacementData(...$done));
    }
}
