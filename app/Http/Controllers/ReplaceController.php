<?php

declare(strict_types=1);

namespace App\Http\Controllers;

use App\Finding\Hit;
use App\Finding\ReplaceInMany;
use App\Finding\ReplacePreview;
use App\Http\Data\ReplacementData;
use App\Http\Data\ReplacePreviewData;
use App\Http\ListOf;
use App\Http\OpenApi\Body;
use App\Http\OpenApi\Ok;
use App\Http\PersonsDay;
use App\Models\User;
use App\Models\Workspace;
use App\Quay\Quay;
use Hafenbuch\Core\Find\QueryReader;
use Hafenbuch\Core\Find\Replacing;
use Illuminate\Container\Attributes\CurrentUser;
use Illuminate\Http\JsonResponse;
use Illuminate\Http\Request;
use OpenApi\Attributes as OA;

/** Finds a text in many documents and replaces it, as drafts. */
final readonly class ReplaceController
{
    private const LONGEST = 1000;

    public function __construct(private ReplaceInMany $replacing) {}

    #[OA\Post(path: '/workspaces/{workspace}/find/replace/preview', operationId: 'previewReplace', requestBody: new Body([
        new OA\Property(property: 'find', type: 'string'), new OA\Property(property: 'put', type: 'string'),
        new OA\Property(property: 'within', type: 'string', description: 'a query; only in what it finds'),
        new OA\Property(property: 'matchesCase', type: 'boolean'), new OA\Property(property: 'wholeWords', type: 'boolean'), new OA\Property(property: 'inReferences', type: 'boolean'),
    ], ['find', 'put']), responses: [new Ok('ReplacePreview', list: true)])]
    public function preview(Request $request, Workspace $workspace, #[CurrentUser] User $person): JsonResponse
    {
        $given = $request->validate(['within' => 'sometimes|nullable|string|max:'.QueryReader::BYTES]);
        $wish = $this->wish($request);
        $found = $this->replacing->candidates($workspace, $person, (string) ($given['within'] ?? ''), $wish, PersonsDay::now($request));
        $ids = array_map(static fn (Hit $hit): string => $hit->document->id, $found->hits);

        return new JsonResponse(array_map(static fn (ReplacePreview $one): ReplacePreviewData => ReplacePreviewData::of($one), $this->replacing->preview($workspace, $person, $ids, $wish)));
    }

    #[OA\Post(path: '/workspaces/{workspace}/find/replace', operationId: 'replace', requestBody: new Body([
        new OA\Property(property: 'find', type: 'string'), new OA\Property(property: 'put', type: 'string'),
        new OA\Property(property: 'matchesCase', type: 'boolean'), new OA\Property(property: 'wholeWords', type: 'boolean'), new OA\Property(property: 'inReferences', type: 'boolean'),
        new OA\Property(property: 'documents', type: 'array', maxItems: ReplaceInMany::DOCUMENTS, items: new OA\Items(required: ['id', 'revision', 'offsets'], properties: [
            new OA\Property(property: 'id', type: 'string'), new OA\Property(property: 'revision', type: 'integer', description: 'that was looked at'),
            new OA\Property(property: 'offsets', type: 'array', items: new OA\Items(type: 'integer'), description: 'the places, as they were shown'),
        ], type: 'object')),
    ], ['find', 'put', 'documents']), responses: [new Ok('Replacement')])]
    public function store(Request $request, Workspace $workspace, #[CurrentUser] User $person): JsonResponse
    {
        $given = $request->validate([
            'documents' => 'required|array|max:'.ReplaceInMany::DOCUMENTS, 'documents.*' => 'array', 'documents.*.id' => 'required|string|size:26',
            'documents.*.revision' => 'required|integer|min:0', 'documents.*.offsets' => ['required', ListOf::numbers(ReplaceInMany::PLACES)],
        ]);
        $wanted = [];
        foreach ($given['documents'] as $one) {
            $wanted[$one['id']] = ['revision' => (int) $one['revision'], 'offsets' => array_values($one['offsets'])];
        }
        $done = $this->replacing->replace($workspace, $person, $wanted, $this->wish($request));
        (new Quay($workspace, $person))->open($done['changed']);

        return new JsonResponse(new ReplacementData(...$done));
    }

    private function wish(Request $request): Replacing
    {
        $given = $request->validate(['find' => 'required|string|max:'.self::LONGEST, 'put' => 'present|nullable|string|max:'.self::LONGEST, 'matchesCase' => 'sometimes|boolean', 'wholeWords' => 'sometimes|boolean', 'inReferences' => 'sometimes|boolean']);

        return new Replacing($given['find'], (string) ($given['put'] ?? ''), $request->boolean('matchesCase'), $request->boolean('wholeWords'), $request->boolean('inReferences'));
    }
}
