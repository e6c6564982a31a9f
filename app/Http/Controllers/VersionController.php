<?php

declare(strict_types=1);

namespace App\Http\Controllers;

use App\Drafts\WritingRight;
use App\Http\Data\VersionData;
use App\Http\DraftEdit;
use App\Http\ListOf;
use App\Http\OpenApi\Body;
use App\Http\OpenApi\IfMatch;
use App\Http\OpenApi\Ok;
use App\Models\Document;
use App\Models\Operation;
use App\Models\User;
use App\Models\Version;
use App\Models\Workspace;
use App\Past\Versions\ChangedBytes;
use App\Past\Versions\Retention;
use App\Workspace\By;
use App\Workspace\Files\DiskContentStore;
use App\Workspace\Pulse;
use App\Workspace\RuleEntry;
use Illuminate\Container\Attributes\CurrentUser;
use Illuminate\Http\JsonResponse;
use Illuminate\Http\Request;
use OpenApi\Attributes as OA;

/** What a document was after each save: to name, to bring back, and to let go. */
final readonly class VersionController
{
    public function __construct(private DiskContentStore $contents, private Retention $retention, private ChangedBytes $changed) {}

    #[OA\Get(path: '/workspaces/{workspace}/documents/{document}/versions', operationId: 'listVersions', responses: [new Ok('Version', list: true)])]
    public function index(Workspace $workspace, Document $document): JsonResponse
    {
        $versions = $document->versions()->with('person:id,name', 'operation:id,number')->orderByDesc('number')->get();
        $this->changed->fill($versions);

        return new JsonResponse($versions->map(static fn (Version $version): VersionData => VersionData::of($version, $document->is_gone ? null : $document->saved_hash)));
    }

    /** Names a milestone, or takes the name away. */
    #[OA\Patch(path: '/workspaces/{workspace}/documents/{document}/versions/{number}', operationId: 'labelVersion', requestBody: new Body([
        new OA\Property(property: 'label', type: 'string', nullable: true),
    ], ['label']), responses: [new Ok('Version')])]
    public function label(Request $request, Workspace $workspace, Document $document, int $number): JsonResponse
    {
        $label = trim((string) $request->validate(['label' => 'present|nullable|string|max:120'])['label']);
        $version = $this->version($document, $number);
        $version->update(['label' => $label === '' ? null : $label]);
        Pulse::tell($workspace, Pulse::DOCUMENTS);

        return new JsonResponse(VersionData::of($version, $document->is_gone ? null : $document->saved_hash));
    }

    /** Lets versions of this document go, by hand. */
    #[OA\Post(path: '/workspaces/{workspace}/documents/{document}/versions/thin', operationId: 'thinVersions', requestBody: new Body([
        new OA\Property(property: 'numbers', type: 'array', items: new OA\Items(type: 'integer')),
    ], ['numbers']), responses: [new Ok('Version', list: true)])]
    public function thin(Request $request, Workspace $workspace, Document $document, #[CurrentUser] User $person): JsonResponse
    {
        WritingRight::must($document, $person);
        $given = $request->validate(['numbers' => ['required', ListOf::numbers(10_000)]]);
        $gone = $this->retention->thin($document, array_values(array_map(intval(...), $given['numbers'])));
        RuleEntry::of($workspace, new By($person, (string) $request->ip()), Operation::RETENTION, static fn (): array => ['words' => $gone === 0 ? '' : "Let {$gone} versions of {$document->path} go", 'result' => null]);

        return $this->index($workspace, $document);
    }

    /** It becomes the draft; a save makes a new version of it, so that none in between is lost. */
    #[OA\Post(
        path: '/workspaces/{workspace}/documents/{document}/versions/{number}', operationId: 'bringBackVersion',
        parameters: [new IfMatch],
        responses: [new Ok('DocumentRow'), new OA\Response(response: 412, description: 'someone else has written meanwhile')],
    )]
    public function bringBack(Request $request, Workspace $workspace, Document $document, int $number, #[CurrentUser] User $person, DraftEdit $edit): JsonResponse
    {
        $version = $this->version($document, $number);

        return $edit->make($request, $document, $person, fn (): string => $this->contents->sound($version->hash), "version {$number} brought back");
    }

    private function version(Document $document, int $number): Version
    {
        return $document->versions()->where('number', $number)->firstOrFail();
    }
}
