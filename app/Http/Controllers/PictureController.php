<?php

declare(strict_types=1);

namespace App\Http\Controllers;

use App\Http\Data\FactData;
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
use App\Support\ManyValues;
use App\Support\Refused;
use Hafenbuch\Core\Write\UnableToRead;
use Illuminate\Container\Attributes\CurrentUser;
use Illuminate\Http\JsonResponse;
use Illuminate\Http\Request;
use Illuminate\Http\Response;
use OpenApi\Attributes as OA;
use Symfony\Component\HttpKernel\Exception\NotFoundHttpException;

/** Small pictures of documents, as they are on the screen and as they were, and what of each is shown. */
final readonly class PictureController
{
    /** A content that was, of which there can be a picture; what is on the screen has its own. */
    private const THEN = '(?:version|point|step|session)-\d{1,18}';

    public const KEY = '[0-9a-f]{64}\.(?:png|jpg|svg)';

    private const FOREVER = 'private, max-age=31536000, immutable';

    #[OA\Get(path: '/workspaces/{workspace}/pictures', operationId: 'listPictures', parameters: [
        new OA\QueryParameter(name: 'documents', required: true, description: 'ids, separated by commas; 200 at most. As `ID:version-3` it is one of a content that the document had', schema: new OA\Schema(type: 'string')),
    ], responses: [new Ok('Picture', list: true)])]
    public function index(Request $request, Workspace $workspace, #[CurrentUser] User $person, PictureDesk $desk, Sources $sources): JsonResponse
    {
        $one = '[0-9a-z]{26}(?::'.self::THEN.')?';
        $given = $request->validate(['documents' => ['required', 'string', "regex:~^{$one}(,{$one}){0,199}$~D"]])['documents'];
        $wanted = array_values(array_unique(explode(',', $given)));
        $asked = $this->asked($workspace, $wanted, $person, $sources);
        $found = array_combine(array_keys($asked), $desk->of($workspace, array_values($asked)));

        return new JsonResponse(array_map(static fn (string $one): PictureData => new PictureData(explode(':', $one)[0], explode(':', $one)[1] ?? null, ...$found[$one] ?? PictureDesk::NOTHING), $wanted));
    }

    /**
     * @param  list<string>  $wanted
     * @return array<string, string> by what is wanted: what that is to Shown; without those that nobody has, or this person may not see
     */
    private function asked(Workspace $workspace, array $wanted, User $person, Sources $sources): array
    {
        $past = array_filter($wanted, static fn (string $one): bool => str_contains($one, ':'));
        $documents = ManyValues::among(Document::query()->with('draft')->where('workspace_id', $workspace->id), 'id', array_map(static fn (string $one): string => explode(':', $one)[0], $past))->get()->keyBy('id');
        $asked = array_combine($now = array_diff($wanted, $past), $now);
        foreach ($past as $one) {
            [$id, $source] = explode(':', $one);
            try {
                $document = $documents[$id] ?? throw new NotFoundHttpException;
                $asked[$one] = $id.':'.$sources->of($document->setRelation('workspace', $workspace), $source, $person)->hash;
            } catch (NotFoundHttpException|Refused|UnableToRead) {
                continue;
            }
        }

        return $asked;
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

    /** What is known of a sound, a moving or a still picture. */
    #[OA\Get(path: '/workspaces/{workspace}/documents/{document}/facts', operationId: 'showFacts', responses: [new Ok('Fact', list: true)])]
    public function facts(Workspace $workspace, Document $document, Outline $outline): JsonResponse
    {
        $facts = $outline->facts($document->setRelation('workspace', $workspace));

        return new JsonResponse(array_map(static fn (string $name, string $value): FactData => new FactData($name, $value), array_keys($facts), array_values($facts)));
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
