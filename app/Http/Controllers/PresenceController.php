<?php

declare(strict_types=1);

namespace App\Http\Controllers;

use App\Http\OpenApi\Body;
use App\Models\Document;
use App\Models\User;
use App\Models\Workspace;
use App\Together\Presence;
use Illuminate\Container\Attributes\CurrentUser;
use Illuminate\Http\Request;
use Illuminate\Http\Response;
use OpenApi\Attributes as OA;

/** A page says which document it shows; who else does comes with the pulse. */
final class PresenceController
{
    #[OA\Put(path: '/workspaces/{workspace}/presence', operationId: 'showPresence', requestBody: new Body([
        new OA\Property(property: 'visit', type: 'string', description: 'the page'), new OA\Property(property: 'document', type: 'string', nullable: true, description: 'that it shows; null: none'),
    ], ['visit', 'document']), responses: [new OA\Response(response: 204, description: 'known')])]
    public function __invoke(Request $request, Workspace $workspace, #[CurrentUser] User $person): Response
    {
        $given = $request->validate(['visit' => ['required', 'string', 'regex:~^[0-9a-z]{26}$~D'], 'document' => 'present|nullable|string|size:26']);
        $document = $given['document'] === null ? null : Document::query()->where('workspace_id', $workspace->id)->findOrFail($given['document'], ['id']);
        Presence::shows($workspace, $person, $given['visit'], $document?->id);

        return response()->noContent();
    }
}
