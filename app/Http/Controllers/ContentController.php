<?php

declare(strict_types=1);

namespace App\Http\Controllers;

use App\Http\DraftEdit;
use App\Http\Front;
use App\Http\OpenApi\AsText;
use App\Http\OpenApi\Ok;
use App\Models\Document;
use App\Models\User;
use App\Models\Workspace;
use App\Past\Comparing\Contrasts;
use App\Past\Comparing\Source;
use App\Past\Comparing\Sources;
use App\Past\Comparing\ToldContent;
use App\Workspace\Files\DiskContentStore;
use App\Workspace\Reading\TextOf;
use Illuminate\Container\Attributes\CurrentUser;
use Illuminate\Http\JsonResponse;
use Illuminate\Http\Request;
use OpenApi\Attributes as OA;
use Symfony\Component\HttpFoundation\BinaryFileResponse;
use Symfony\Component\HttpFoundation\Response;
use Symfony\Component\HttpKernel\Exception\NotFoundHttpException;

/** The contents that documents have and had: to look at, and to compare. */
final readonly class ContentController
{
    public function __construct(private Sources $sources) {}

    #[OA\Get(path: '/workspaces/{workspace}/documents/{document}/contents/{source}', operationId: 'readSource', parameters: [new AsText], responses: [new OA\Response(response: 200, description: 'the bytes', content: new OA\MediaType(mediaType: 'application/octet-stream'))])]
    public function show(Request $request, Workspace $workspace, Document $document, string $source, #[CurrentUser] User $person, DiskContentStore $contents): Response
    {
        $found = $this->sources->of($document, $source, $person);
        $headers = FileController::headers($document, FileController::ALONE);
        if (DraftEdit::isText($request)) {
            return response(TextOf::coded($document->workspace, $document->path, $this->sources->bytes($found))->text, 200, [...$headers, 'Cache-Control' => 'private, no-cache']);
        }
        $sent = Front::send($request, $contents->file($found->hash), $contents->root(), $found->hash, $headers);
        if ($sent !== null) {
            return $sent;
        }
        $response = new BinaryFileResponse($contents->file($found->hash), 200, $headers, false, null, false, false);
        $response->headers->set('Cache-Control', 'private, no-cache');

        return $response;
    }

    /** Takes what somebody would make of a document, so that it can be looked at before it is its draft; it is kept for an hour or so. */
    #[OA\Post(path: '/workspaces/{workspace}/documents/{document}/told', operationId: 'tellContent', parameters: [new AsText],
        requestBody: new OA\RequestBody(required: true, content: new OA\MediaType(mediaType: 'application/octet-stream', schema: new OA\Schema(type: 'string', format: 'binary'))),
        responses: [new OA\Response(response: 200, description: 'the name under which it can be looked at', content: new OA\JsonContent(properties: [new OA\Property(property: 'source', type: 'string')], type: 'object', required: ['source']))])]
    public function tell(Request $request, Workspace $workspace, Document $document, DraftEdit $edit, DiskContentStore $contents): JsonResponse
    {
        $hash = $contents->putBytes($edit->content($request, $document->setRelation('workspace', $workspace)));

        return new JsonResponse(['source' => ToldContent::name($document, $hash)]);
    }

    #[OA\Get(path: '/workspaces/{workspace}/contrast', operationId: 'contrast', parameters: [
        new OA\QueryParameter(name: 'left', required: true, description: 'document and source, as `ID:version-3`', schema: new OA\Schema(type: 'string')),
        new OA\QueryParameter(name: 'right', required: true, schema: new OA\Schema(type: 'string')),
    ], responses: [new Ok('Contrast')])]
    public function contrast(Request $request, Workspace $workspace, #[CurrentUser] User $person, Contrasts $contrasts): JsonResponse
    {
        $given = $request->validate(['left' => 'required|string|max:160', 'right' => 'required|string|max:160']);

        return new JsonResponse($contrasts->between($this->source($workspace, $given['left'], $person), $this->source($workspace, $given['right'], $person)));
    }

    private function source(Workspace $workspace, string $given, User $person): Source
    {
        if (preg_match('~^([0-9a-z]{26}):('.Sources::PATTERN.')$~', $given, $match) !== 1) {
            throw new NotFoundHttpException;
        }
        $document = Document::query()->with('draft')->where('workspace_id', $workspace->id)->findOrFail($match[1])->setRelation('workspace', $workspace);

        return $this->sources->of($document, $match[2], $person);
    }
}
