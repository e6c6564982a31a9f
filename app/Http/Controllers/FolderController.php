<?php

declare(strict_types=1);

namespace App\Http\Controllers;

use App\Http\Data\FolderListData;
use App\Http\Data\FolderLookData;
use App\Http\OpenApi\Ok;
use App\Workspace\FolderPicker;
use Illuminate\Http\JsonResponse;
use Illuminate\Http\Request;
use OpenApi\Attributes as OA;

/** The folders of the server that can become workspaces. */
final class FolderController
{
    #[OA\Get(path: '/folders', operationId: 'listFolders', parameters: [new OA\QueryParameter(name: 'in', description: 'absolute; left out: the folders that are allowed', schema: new OA\Schema(type: 'string'))], responses: [new Ok('FolderList')])]
    public function index(Request $request): JsonResponse
    {
        $in = $request->validate(['in' => 'nullable|string|max:4096'])['in'] ?? null;

        return new JsonResponse(new FolderListData(...FolderPicker::list($in)));
    }

    #[OA\Get(path: '/folders/look', operationId: 'lookAtFolder', parameters: [new OA\QueryParameter(name: 'in', description: 'absolute', required: true, schema: new OA\Schema(type: 'string'))], responses: [new Ok('FolderLook')])]
    public function look(Request $request): JsonResponse
    {
        return new JsonResponse(new FolderLookData(...FolderPicker::look($request->validate(['in' => 'required|string|max:4096'])['in'])));
    }
}
