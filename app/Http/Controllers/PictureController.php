<?php

declare(strict_types=1);

namespace App\Http\Controllers;

use App\Http\Data\OutlineData;
use App\Http\Data\PictureData;
use App\Http\OpenApi\Ok;
use App\Models\Document;
use App\Models\User;
use App\Models\Workspace;
use App\Past\Comparing\Sources;
use App\Pictures\Drawing\Drawn;
use App\Pictures\Outline;
use App\Pictures\PictureDesk;
use App\Pictures\PictureFolder;
use Illuminate\Container\Attributes\CurrentUser;
use Illuminate\Http\JsonResponse;
use Illuminate\Http\Request;
use Illuminate\Http\Response;
use OpenApi\Attributes as OA;
use Symfony\Component\HttpKernel\Exception\NotFoundHttpException;

/** Small pictures of documents, as they are on the screen. */
final readonly class PictureController
{
    public const KEY = '[0-9a-f]{64}\.(?:png|jpg|svg)';

    private const FOREVER = 'private, max-age=31536000, immutable';

    #[OA\Get(path: '/workspaces/{workspace}/pictures', operationId: 'listPictures', parameters: [
        new OA\QueryParameter(name: 'documents', required: true, description: 'ids, separated by commas; 200 at most', schema: new OA\Schema(type: 'string')),
    ], responses: [new Ok('Picture', list: true)])]
    public function index(Request $request, Workspace $workspace, PictureDesk $desk): JsonResponse
    {
        $given = $request->validate(['documents' => ['required', 'string', 'regex:~^[0-9a-z]{26}(,[0-9a-z]{26}){0,199}$~D']])['documents'];

        return new JsonResponse(array_map(static fn (array $one): PictureData => new PictureData(...$one), $desk->of($workspace, array_values(array_unique(explode(',', $given))))));
    }

    /** What is in a table or a timeline, to be drawn large; of a timeline also as it was. */
    #[OA\Get(path: '/workspaces/{workspace}/documents/{document}/outline', operationId: 'showOutline', parameters: [
        new OA\QueryParameter(name: 'source', description: 'a content that the timeline had, as `version-3`', schema: new OA\Schema(type: 'string')),
    ], responses: [new Ok('Outline')])]
    public function outline(Request $request, Workspace $workspace, Document $document, #[CurrentUser] User $person, Outline $outline, Sources $sources): JsonResponse
    {
        $document->setRelation('workspace', $workspace);
        $source = $request->validate(['source' => ['sometimes', 'string', 'regex:~^(?:'.Sources::PATTERN.')$~D']])['source'] ?? null;
        if ($source !== null) {
            return new JsonResponse(new OutlineData([], $outline->tracksOf($document, $sources->bytes($sources->of($document, $source, $person)))));
        }

        return new JsonResponse(new OutlineData($outline->rows($document), $outline->tracks($document)));
    }

    #[OA\Get(path: '/workspaces/{workspace}/pictures/{picture}', operationId: 'showPicture', responses: [new OA\Response(response: 200, description: 'PNG, JPEG or SVG, which never changes under its key')])]
    public function show(Workspace $workspace, string $picture): Response
    {
        [$key, $kind] = explode('.', $picture);
        $bytes = @file_get_contents((new PictureFolder($workspace))->file($key, $kind));
        if ($bytes === false) {
            throw new NotFoundHttpException('There is no such picture any more. Ask for the document’s picture again.');
        }

        return new Response($bytes, 200, ['Content-Type' => Drawn::TYPES[$kind], 'Cache-Control' => self::FOREVER, 'Content-Security-Policy' => FileController::ALONE]);
    }
}
