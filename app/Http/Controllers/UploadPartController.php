<?php

declare(strict_types=1);

namespace App\Http\Controllers;

use App\Drafts\UploadKind;
use App\Drafts\UploadParts;
use App\Http\Errors;
use App\Http\OpenApi\Body;
use App\Models\User;
use App\Models\Workspace;
use Illuminate\Container\Attributes\CurrentUser;
use Illuminate\Http\JsonResponse;
use Illuminate\Http\Request;
use Illuminate\Http\Response;
use OpenApi\Attributes as OA;

/** A large file comes in parts; what broke off goes on where it was. Once whole, `upload` takes it by its `part`. */
#[OA\Schema(schema: 'UploadState', required: ['id', 'offset', 'size'], properties: [
    new OA\Property(property: 'id', type: 'string'), new OA\Property(property: 'offset', type: 'integer', description: 'bytes that are here'), new OA\Property(property: 'size', type: 'integer'),
])]
final readonly class UploadPartController
{
    public function __construct(private UploadParts $parts) {}

    #[OA\Post(path: '/workspaces/{workspace}/uploads/parts', operationId: 'beginUpload', requestBody: new Body([new OA\Property(property: 'size', type: 'integer', minimum: 0), new OA\Property(property: 'kind', type: 'string', enum: ['content', 'session', 'crate'], description: 'what it is, which says how large it may be')], ['size']), responses: [
        new OA\Response(response: 201, description: 'begun', content: new OA\JsonContent(ref: '#/components/schemas/UploadState')),
    ])]
    public function store(Request $request, Workspace $workspace, #[CurrentUser] User $person): JsonResponse
    {
        $given = $request->validate(['size' => 'required|integer|min:0|max:9007199254740991', 'kind' => 'string|in:content,session,crate']);
        $size = (int) $given['size'];

        return new JsonResponse(['id' => $this->parts->begin($workspace, $person, $size, UploadKind::from($given['kind'] ?? UploadKind::Content->value)), 'offset' => 0, 'size' => $size], 201);
    }

    #[OA\Get(path: '/workspaces/{workspace}/uploads/parts/{part}', operationId: 'showUpload', responses: [
        new OA\Response(response: 200, description: 'how much of it is here', content: new OA\JsonContent(ref: '#/components/schemas/UploadState')),
    ])]
    public function show(Workspace $workspace, string $part, #[CurrentUser] User $person): JsonResponse
    {
        return new JsonResponse(['id' => $part, ...$this->parts->state($workspace, $person, $part)]);
    }

    #[OA\Put(
        path: '/workspaces/{workspace}/uploads/parts/{part}', operationId: 'sendPart',
        parameters: [new OA\QueryParameter(name: 'offset', required: true, description: 'where the part begins', schema: new OA\Schema(type: 'integer')), new OA\HeaderParameter(name: 'Content-Digest', description: 'sha-256 of the part (RFC 9530); one that came otherwise is wanted again', schema: new OA\Schema(type: 'string'))],
        requestBody: new OA\RequestBody(required: true, content: new OA\MediaType(mediaType: 'application/octet-stream', schema: new OA\Schema(type: 'string', format: 'binary'))),
        responses: [
            new OA\Response(response: 200, description: 'taken', content: new OA\JsonContent(ref: '#/components/schemas/UploadState')),
            new OA\Response(response: 409, description: 'the part that begins at `offset` is wanted, for the first time or again'),
        ],
    )]
    public function update(Request $request, Workspace $workspace, string $part, #[CurrentUser] User $person): JsonResponse
    {
        $offset = (int) $request->validate(['offset' => 'required|integer|min:0|max:9007199254740991'])['offset'];
        ['taken' => $isTaken, 'offset' => $here, 'size' => $size] = $this->parts->append($workspace, $person, $part, $offset, $request->getContent(true), self::digest($request));

        return $isTaken ? new JsonResponse(['id' => $part, 'offset' => $here, 'size' => $size])
            : Errors::respond(409, "Of this upload {$here} bytes are here; the next part must begin there.", ['offset' => $here]);
    }

    /** Content-Digest with sha-256 (RFC 9530, section 2), where it is sent. */
    private static function digest(Request $request): ?string
    {
        return preg_match('~(?:^|,\s*)sha-256=:([A-Za-z0-9+/=]{44}):~', (string) $request->header('Content-Digest'), $found) === 1 ? (string) base64_decode($found[1], true) : null;
    }

    #[OA\Delete(path: '/workspaces/{workspace}/uploads/parts/{part}', operationId: 'dropUpload', responses: [new OA\Response(response: 204, description: 'dropped')])]
    public function destroy(Workspace $workspace, string $part, #[CurrentUser] User $person): Response
    {
        $this->parts->drop($workspace, $person, $part);

        return response()->noContent();
    }
}
