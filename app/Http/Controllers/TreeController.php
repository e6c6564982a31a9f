<?php

declare(strict_types=1);

namespace App\Http\Controllers;

use App\Http\Data\DecisionData;
use App\Http\Data\PartlyReadData;
use App\Http\ListOf;
use App\Http\OpenApi\Body;
use App\Http\OpenApi\Ok;
use App\Models\User;
use App\Models\Workspace;
use App\Quay\FolderReader;
use App\Saving\Relocation;
use App\Workspace\Files\DiskContentStore;
use App\Workspace\Index\PartlyReadDocuments;
use Hafenbuch\Core\Path\Path;
use Illuminate\Container\Attributes\CurrentUser;
use Illuminate\Http\JsonResponse;
use Illuminate\Http\Request;
use OpenApi\Attributes as OA;

/** The workspace's folders, and decisions on whole folders. */
final class TreeController
{
    #[OA\Get(path: '/workspaces/{workspace}/folder', operationId: 'showFolder', parameters: [
        new OA\QueryParameter(name: 'path', description: 'none: the workspace’s own folder', schema: new OA\Schema(type: 'string')),
    ], responses: [new Ok('Folder')])]
    public function show(Request $request, Workspace $workspace, #[CurrentUser] User $person, FolderReader $reader): JsonResponse
    {
        return new JsonResponse($reader->read($workspace, $this->folder((string) $request->query('path', '')), $person));
    }

    #[OA\Get(path: '/workspaces/{workspace}/partly-read', operationId: 'listPartlyRead', responses: [new Ok('PartlyRead', list: true)])]
    public function partlyRead(Workspace $workspace, DiskContentStore $contents): JsonResponse
    {
        return new JsonResponse(array_map(PartlyReadData::of(...), (new PartlyReadDocuments($workspace, $contents))->list()));
    }

    #[OA\Post(path: '/workspaces/{workspace}/relocations', operationId: 'decideRelocation', requestBody: new Body([
        new OA\Property(property: 'paths', type: 'array', items: new OA\Items(type: 'string'), description: 'files and folders'),
        new OA\Property(property: 'into', type: 'string', nullable: true, description: 'the folder that they go into; empty: the workspace’s own'),
        new OA\Property(property: 'to', type: 'string', nullable: true, description: 'the new path, where there is one file or folder'),
        new OA\Property(property: 'delete', type: 'boolean'),
    ], ['paths']), responses: [new Ok('MadeDecision', list: true)])]
    public function decide(Request $request, Workspace $workspace): JsonResponse
    {
        $given = $request->validate(['paths' => ['required', ListOf::texts((int) config('limits.decisions'), Path::PATH_BYTES, 1)], 'into' => 'nullable|string', 'to' => 'nullable|string', 'delete' => 'boolean']);
        $paths = array_values(array_map(static fn (string $path): string => Path::of($path)->value, $given['paths']));
        $decisions = match (true) {
            $given['delete'] ?? false => Relocation::delete($workspace, $paths),
            isset($given['to']) => Relocation::to($workspace, $paths[0], $given['to']),
            default => Relocation::into($workspace, $paths, $this->folder((string) ($given['into'] ?? ''))),
        };

        return new JsonResponse(DecisionData::list($decisions));
    }

    private function folder(string $path): string
    {
        return trim($path, '/') === '' ? '' : Path::of(trim($path, '/'))->value;
    }
}
