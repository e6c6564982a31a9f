<?php

declare(strict_types=1);

namespace App\Http\Controllers;

use App\Http\Data\ReplacementData;
use App\Http\Data\SmallPreviewData;
use App\Http\ListOf;
use App\Http\OpenApi\Body;
use App\Http\OpenApi\Ok;
use App\Models\User;
use App\Models\Workspace;
use App\Quay\Quay;
use App\Small\MakingSmall;
use App\Small\SmallPreview;
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
