<?php

declare(strict_types=1);

namespace App\Http\Controllers;

use App\Http\Data\BookmarkData;
use App\Http\OpenApi\Body;
use App\Http\OpenApi\Ok;
use App\Models\User;
use App\Models\Workspace;
use App\Quay\Bookmarks;
use App\Support\Refused;
use Illuminate\Container\Attributes\CurrentUser;
use Illuminate\Http\JsonResponse;
use Illuminate\Http\Request;
use OpenApi\Attributes as OA;

/** What a person, or everyone in a workspace, wants to come back to. */
final readonly class BookmarkController
{
    private const AT_ONCE = 200;

    private const NAME = 'required|string|max:200';

    #[OA\Get(path: '/workspaces/{workspace}/bookmarks', operationId: 'listBookmarks', responses: [new Ok('Bookmark', list: true)])]
    public function index(Workspace $workspace, #[CurrentUser] User $person): JsonResponse
    {
        return $this->answer($workspace, $person);
    }

    #[OA\Post(path: '/workspaces/{workspace}/bookmarks', operationId: 'addBookmarks', requestBody: new Body([
        new OA\Property(property: 'items', type: 'array', maxItems: self::AT_ONCE, items: new OA\Items(required: ['kind', 'name', 'leadsTo'], properties: [
            new OA\Property(property: 'kind', type: 'string', enum: Bookmarks::KINDS), new OA\Property(property: 'name', type: 'string'), new OA\Property(property: 'leadsTo', type: 'string'),
        ], type: 'object')),
        new OA\Property(property: 'parent', type: 'integer', nullable: true, description: 'the folder that they go into'),
        new OA\Property(property: 'isShared', type: 'boolean', description: 'for everyone in the workspace, where no folder says it'),
    ], ['items']), responses: [new Ok('Bookmark', list: true)])]
    public function store(Request $request, Workspace $workspace, #[CurrentUser] User $person): JsonResponse
    {
        $given = $request->validate([
            'items' => 'required|array|max:'.self::AT_ONCE, 'items.*' => 'array', 'items.*.kind' => 'required|string|in:'.implode(',', Bookmarks::KINDS),
            'items.*.name' => self::NAME, 'items.*.leadsTo' => 'present|nullable|string|max:1000', 'parent' => 'nullable|integer', 'isShared' => 'sometimes|boolean',
        ]);
        $items = array_values(array_map(static fn (array $item): array => ['kind' => $item['kind'], 'name' => $item['name'], 'leadsTo' => (string) $item['leadsTo']], $given['items']));
        $this->bookmarks($workspace, $person)->add($items, $given['parent'] ?? null, $request->boolean('isShared'));

        return $this->answer($workspace, $person);
    }

    #[OA\Patch(path: '/workspaces/{workspace}/bookmarks/{bookmark}', operationId: 'changeBookmark', requestBody: new Body([
        new OA\Property(property: 'name', type: 'string'),
        new OA\Property(property: 'parent', type: 'integer', nullable: true, description: 'the folder that it goes into; null: to the top'),
        new OA\Property(property: 'before', type: 'integer', nullable: true, description: 'the bookmark that it stands before; null: it stands last'),
    ]), responses: [new Ok('Bookmark', list: true)])]
    public function update(Request $request, Workspace $workspace, int $bookmark, #[CurrentUser] User $person): JsonResponse
    {
        $given = $request->validate(['name' => 'sometimes|'.self::NAME, 'parent' => 'sometimes|nullable|integer', 'before' => 'sometimes|nullable|integer']);
        $given === [] && throw Refused::because('Say a new name, or where it is to stand.');
        $bookmarks = $this->bookmarks($workspace, $person);
        isset($given['name']) && $bookmarks->rename($bookmark, $given['name']);
        array_key_exists('parent', $given) && $bookmarks->move($bookmark, $given['parent'], $given['before'] ?? null);

        return $this->answer($workspace, $person);
    }

    #[OA\Delete(path: '/workspaces/{workspace}/bookmarks/{bookmark}', operationId: 'removeBookmark', responses: [new Ok('Bookmark', list: true)])]
    public function destroy(Workspace $workspace, int $bookmark, #[CurrentUser] User $person): JsonResponse
    {
        $this->bookmarks($workspace, $person)->remove($bookmark);

        return $this->answer($workspace, $person);
    }

    private function answer(Workspace $workspace, User $person): JsonResponse
    {
        return new JsonResponse(BookmarkData::all($this->bookmarks($workspace, $person)->all(), $person));
    }

    private function bookmarks(Workspace $workspace, User $person): Bookmarks
    {
        return new Bookmarks($workspace, $person, $person->can('draft', $workspace));
    }
}
