<?php

declare(strict_types=1);

namespace App\Http\Controllers;

use App\Drafts\PlacedPictures;
use App\Drafts\WorkingContent;
use App\Http\Front;
use App\Models\Document;
use App\Models\User;
use App\Models\Workspace;
use App\Past\Comparing\Sources;
use App\Workspace\Index\LinkEnd;
use App\Workspace\MediaType;
use Illuminate\Container\Attributes\CurrentUser;
use Illuminate\Http\Request;
use Illuminate\Http\Response;
use OpenApi\Attributes as OA;
use Symfony\Component\HttpKernel\Exception\NotFoundHttpException;

/** The working content under its own media type, for an image, a player or a frame to show. It can run nothing. */
final readonly class FileController
{
    /** What one document alone may show. */
    public const ALONE = "default-src 'none'; style-src 'unsafe-inline'; sandbox";

    /** A drawing shows the pictures that it places, in a frame of ours; it runs no script, follows no refresh, opens nothing. */
    private const FRAMED = "default-src 'none'; img-src 'self' data:; style-src 'self' 'unsafe-inline'; font-src 'self' data:; frame-ancestors 'self'; base-uri 'none'; form-action 'none'; sandbox allow-same-origin";

    private const VARY = ['Accept', 'Sec-Fetch-Dest'];

    public function __construct(private WorkingContent $working, private PlacedPictures $pictures) {}

    #[OA\Get(path: '/workspaces/{workspace}/documents/{document}/file', operationId: 'showFile', responses: [new OA\Response(response: 200, description: 'the bytes')])]
    public function __invoke(Request $request, Workspace $workspace, Document $document): Response
    {
        return $this->working($request, LinkEnd::of($document->setRelation('workspace', $workspace)), self::ALONE);
    }

    /** By its path, so that its references lead to the others; or, as if it were there, a content that a document had. */
    #[OA\Get(path: '/workspaces/{workspace}/show/{path}', operationId: 'showPath', parameters: [
        new OA\QueryParameter(name: 'document', description: 'the id of the document whose former content is shown', schema: new OA\Schema(type: 'string')),
        new OA\QueryParameter(name: 'source', description: 'which content, as `version-3`; with `document`', schema: new OA\Schema(type: 'string')),
    ], responses: [new OA\Response(response: 200, description: 'the bytes')])]
    public function show(Request $request, Workspace $workspace, string $path, #[CurrentUser] User $person, Sources $sources): Response
    {
        $given = $request->validate(['document' => 'string|required_with:source', 'source' => ['string', 'required_with:document', 'regex:~^(?:'.Sources::PATTERN.')$~']]);
        if ($given !== []) {
            $document = Document::query()->with('draft')->where('workspace_id', $workspace->id)->findOrFail($given['document'])->setRelation('workspace', $workspace);

            return response($sources->bytes($sources->of($document, $given['source'], $person)), 200, self::headers($document, self::FRAMED));
        }
        $document = Document::at($workspace, $path) ?? throw new NotFoundHttpException;
        $document = LinkEnd::of($document->setRelation('workspace', $workspace));
        if ($this->isForImage($request) && MediaType::of($document->path) === 'image/svg+xml') {
            $bytes = $this->pictures->in($workspace, $document->path, $this->working->bytes($document));

            return response($bytes, 200, self::headers($document, self::FRAMED))->setVary(self::VARY);
        }

        return $this->working($request, $document, self::FRAMED)->setVary(self::VARY);
    }

    /** Whether a page or a drawing shows it as an image (Fetch Metadata, section 2.1), which may load nothing itself. */
    private function isForImage(Request $request): bool
    {
        $asked = $request->headers->get('Sec-Fetch-Dest');

        return $asked === null ? str_starts_with((string) $request->headers->get('Accept'), 'image/') : $asked === 'image';
    }

    private function working(Request $request, Document $document, string $policy): Response
    {
        $headers = self::headers($document, $policy);
        $lies = Front::isThere($request) ? $this->working->file($document) : null;

        return ($lies === null ? null : Front::send($request, $lies['file'], $lies['within'], $lies['hash'], $headers)) ?? response($this->working->bytes($document), 200, $headers);
    }

    /** @return array<string, string> */
    public static function headers(Document $document, string $policy): array
    {
        $type = MediaType::of($document->path);
        $isShown = preg_match('~^(?:image|audio|video)/~', $type) === 1;

        return [
            'Content-Type' => $isShown ? $type : 'application/octet-stream',
            'Content-Disposition' => ($isShown ? 'inline' : 'attachment')."; filename*=UTF-8''".rawurlencode(basename($document->path)),
            'Content-Security-Policy' => $policy,
            'Cache-Control' => 'private, no-cache',
        ];
    }
}
