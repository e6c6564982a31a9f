<?php

declare(strict_types=1);

namespace App\Http\Controllers;

use App\Http\Data\PictureChoiceData;
use App\Http\OpenApi\Body;
use App\Http\OpenApi\Ok;
use App\Models\Document;
use App\Models\User;
use App\Models\Workspace;
use App\Pictures\Choosing;
use Hafenbuch\Core\Picture\Aspect;
use Illuminate\Container\Attributes\CurrentUser;
use Illuminate\Http\JsonResponse;
use Illuminate\Http\Request;
use Illuminate\Validation\ValidationException;
use OpenApi\Attributes as OA;

/** What of a document its small picture shows. */
#[OA\Schema(schema: 'PictureAspect', description: 'one of them', type: 'object', properties: [
    new OA\Property(property: 'turn', description: 'of a solid: about the upright axis, from -π to π, and up, from -π/2 to π/2', type: 'array', items: new OA\Items(type: 'number'), minItems: 2, maxItems: 2),
    new OA\Property(property: 'part', description: 'of a drawing: from the left, from the top, width and height, each of the whole, which is 1; at least a tenth', type: 'array', items: new OA\Items(type: 'number'), minItems: 4, maxItems: 4),
    new OA\Property(property: 'span', description: 'of a timeline: from and to, in seconds', type: 'array', items: new OA\Items(type: 'number'), minItems: 2, maxItems: 2),
])]
final readonly class PictureChoiceController
{
    public function __construct(private Choosing $choosing) {}

    #[OA\Get(path: '/workspaces/{workspace}/documents/{document}/picture', operationId: 'showPictureChoice', responses: [new Ok('PictureChoice')])]
    public function show(Workspace $workspace, Document $document): JsonResponse
    {
        return new JsonResponse(PictureChoiceData::of($this->choosing->of($document)));
    }

    #[OA\Put(path: '/workspaces/{workspace}/documents/{document}/picture', operationId: 'choosePicture', requestBody: new Body([
        new OA\Property(property: 'aspect', ref: '#/components/schemas/PictureAspect', nullable: true), new OA\Property(property: 'stays', type: 'boolean'),
    ], ['aspect', 'stays']), responses: [new Ok('PictureChoice')])]
    public function update(Request $request, Workspace $workspace, Document $document, #[CurrentUser] User $person): JsonResponse
    {
        $given = $request->validate(['aspect' => 'present|nullable|array', 'stays' => 'required|boolean']);
        $aspect = $given['aspect'] === null ? Aspect::whole() : Aspect::of($given['aspect']);
        if ($aspect === null) {
            throw ValidationException::withMessages(['aspect' => 'It must be one of turn, part and span, with numbers within their bounds; or null for all of it.']);
        }
        $this->choosing->choose($document->setRelation('workspace', $workspace), $aspect, (bool) $given['stays'], $person);

        return new JsonResponse(PictureChoiceData::of($this->choosing->of($document)));
    }
}
