<?php

declare(strict_types=1);

namespace App\Http\Controllers;

use App\Http\Data\UnusedFileData;
use App\Http\ListOf;
use App\Http\OpenApi\Body;
use App\Http\OpenApi\Ok;
use App\Models\User;
use App\Models\Workspace;
use App\Relink\UnusedFiles;
use App\Workspace\By;
use App\Workspace\Files\WorkspaceFiles;
use App\Workspace\Settings;
use Hafenbuch\Core\Path\Path;
use Illuminate\Container\Attributes\CurrentUser;
use Illuminate\Http\JsonResponse;
use Illuminate\Http\Request;
use OpenApi\Attributes as OA;

/** Files that nothing refers to. They are set aside or deleted as all others are, by decisions and a plan. */
final readonly class UnusedController
{
    private const STARTS = 200;

    /** The starts that are given are remembered for all who ask next. */
    #[OA\Post(path: '/workspaces/{workspace}/unused', operationId: 'listUnused', requestBody: new Body([
        new OA\Property(property: 'from', type: 'array', nullable: true, items: new OA\Items(type: 'string'), description: 'paths of documents or folders from which it is counted; null: those that were given last'),
        new OA\Property(property: 'withStaying', type: 'boolean', description: 'also those that stay anyway'),
    ]), responses: [new Ok('UnusedFile', list: true)])]
    public function index(Request $request, Workspace $workspace, #[CurrentUser] User $person, UnusedFiles $unused): JsonResponse
    {
        $given = $request->validate(['from' => ['sometimes', 'nullable', ...$request->input('from') === null ? [] : [ListOf::texts(self::STARTS, Path::PATH_BYTES, 1)]], 'withStaying' => 'boolean']);
        $settings = Settings::of($workspace);
        $starts = array_values($given['from'] ?? $settings->starts());
        $rows = $unused->from($workspace, $starts, (bool) ($given['withStaying'] ?? false));
        if ($starts !== $settings->starts() && $person->can('draft', $workspace)) {
            $settings->remember(['starts' => $starts]);
        }

        $files = WorkspaceFiles::of($workspace);

        return new JsonResponse(array_map(static fn (object $row): UnusedFileData => UnusedFileData::of($row, $files->stat($row->path)?->writtenAt), $rows));
    }

    #[OA\Post(path: '/workspaces/{workspace}/unused/stay', operationId: 'letStay', requestBody: new Body([
        new OA\Property(property: 'paths', type: 'array', items: new OA\Items(type: 'string')),
        new OA\Property(property: 'stays', type: 'boolean', description: 'whether they stay although nothing refers to them'),
    ], ['paths', 'stays']), responses: [new Ok('Settings')])]
    public function stay(Request $request, Workspace $workspace, #[CurrentUser] User $person, SettingsController $settings): JsonResponse
    {
        $given = $request->validate(['paths' => ['required', ListOf::texts((int) config('limits.decisions'), Path::PATH_BYTES, 1)], 'stays' => 'required|boolean']);
        $now = Settings::of($workspace)->stays();
        $paths = array_values(array_map(static fn (string $path): string => Path::of($path)->value, $given['paths']));
        $stays = $given['stays'] ? array_values(array_unique([...$now, ...$paths])) : array_values(array_diff($now, $paths));
        Settings::of($workspace)->set(['stays' => array_slice($stays, 0, (int) config('limits.decisions'))], new By($person, (string) $request->ip()));

        return $settings->show($workspace);
    }
}
