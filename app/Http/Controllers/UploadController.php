<?php

declare(strict_types=1);

namespace App\Http\Controllers;

use App\Drafts\DraftDesk;
use App\Drafts\UploadParts;
use App\Http\Data\FoundDocumentData;
use App\Http\Errors;
use App\Http\ListOf;
use App\Http\OpenApi\Body;
use App\Http\OpenApi\Ok;
use App\Models\Document;
use App\Models\User;
use App\Models\Workspace;
use App\Quay\Quay;
use App\Workspace\PathCheck;
use Hafenbuch\Core\Path\Path;
use Illuminate\Container\Attributes\CurrentUser;
use Illuminate\Http\JsonResponse;
use Illuminate\Http\Request;
use OpenApi\Attributes as OA;

/** Files from a person's computer. They come in as drafts; a save writes them. */
final class UploadController
{
    #[OA\Post(path: '/workspaces/{workspace}/uploads/check', operationId: 'checkUploads', requestBody: new Body([
        new OA\Property(property: 'paths', type: 'array', items: new OA\Items(type: 'string')),
    ], ['paths']), responses: [new OA\Response(response: 200, description: 'the paths that are taken', content: new OA\JsonContent(properties: [
        new OA\Property(property: 'limit', type: 'integer', description: 'bytes that one file can have'),
        new OA\Property(property: 'clashes', type: 'array', items: new OA\Items(properties: [
            new OA\Property(property: 'path', type: 'string'), new OA\Property(property: 'obstacle', type: 'string'), new OA\Property(property: 'free', type: 'string'),
            new OA\Property(property: 'canReplace', type: 'boolean'),
        ], type: 'object', required: ['path', 'obstacle', 'free', 'canReplace'])),
    ], type: 'object', required: ['limit', 'clashes']))])]
    public function check(Request $request, Workspace $workspace): JsonResponse
    {
        $paths = array_values($request->validate(['paths' => ['required', ListOf::texts((int) config('limits.decisions'), 5000, 1)]])['paths']);
        $check = new PathCheck($workspace, $paths);
        $clashes = [];
        foreach ($paths as $path) {
            $obstacle = $check->obstacle($path);
            if ($obstacle !== null) {
                $clashes[] = ['path' => $path, 'obstacle' => $obstacle, 'free' => $check->free($this->plain($path)) ?? $path, 'canReplace' => Document::at($workspace, $path) !== null];
            }
        }

        return new JsonResponse(['limit' => (int) config('limits.content'), 'clashes' => $clashes]);
    }

    #[OA\Post(
        path: '/workspaces/{workspace}/uploads', operationId: 'upload',
        parameters: [
            new OA\QueryParameter(name: 'path', required: true, schema: new OA\Schema(type: 'string')),
            new OA\QueryParameter(name: 'part', description: 'an upload in parts that is whole, in place of a body', schema: new OA\Schema(type: 'string')),
            new OA\QueryParameter(name: 'replace', description: 'whether it becomes the draft of the document that is there', schema: new OA\Schema(type: 'boolean')),
        ],
        requestBody: new OA\RequestBody(required: true, content: new OA\MediaType(mediaType: 'application/octet-stream', schema: new OA\Schema(type: 'string', format: 'binary'))),
        responses: [new Ok('FoundDocument', status: 201), new OA\Response(response: 409, description: 'the path is taken')],
    )]
    public function store(Request $request, Workspace $workspace, #[CurrentUser] User $person, DraftDesk $drafts, UploadParts $parts): JsonResponse
    {
        $path = Path::of((string) $request->query('path', ''))->value;
        $part = $request->query('part');
        $bytes = is_string($part) ? $parts->bytes($workspace, $person, $part) : (string) $request->getContent();
        $there = Document::at($workspace, $path);
        if ($there !== null && ! $there->is_gone && $request->boolean('replace')) {
            $document = $drafts->write($there, $bytes, $person, null, 'uploaded');
        } else {
            $obstacle = (new PathCheck($workspace))->obstacle($path);
            if ($obstacle !== null) {
                return Errors::respond(409, $obstacle);
            }
            $document = $drafts->begin($workspace, $path, $bytes, $person);
        }
        (new Quay($workspace, $person))->open([$document->id]);
        is_string($part) && $parts->drop($workspace, $person, $part);

        return new JsonResponse(FoundDocumentData::of($document->load('draft'), true), 201);
    }

    /** A path whose names can be had anywhere. */
    private function plain(string $path): string
    {
        $names = array_filter(explode('/', (string) preg_replace('~[\x00-\x1f\x7f<>:"|?*\\\\]+~', '-', $path)), static fn (string $name): bool => ! in_array($name, ['', '.', '..'], true));

        return implode('/', array_map(static fn (string $name): string => mb_strcut(rtrim($name, '. '), 0, Path::NAME_BYTES), $names)) ?: 'file';
    }
}
