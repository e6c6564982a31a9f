<?php

declare(strict_types=1);

namespace App\Http\Controllers;

use App\Crates\CrateRecipes;
use App\Crates\PackWishReader;
use App\Http\OpenApi\Body;
use App\Models\Document;
use App\Models\User;
use App\Models\Workspace;
use Illuminate\Container\Attributes\CurrentUser;
use Illuminate\Http\JsonResponse;
use Illuminate\Http\Request;
use OpenApi\Attributes as OA;

/** Choices of crates that are kept under a name, and how documents can be made again. */
final readonly class CrateRecipeController
{
    public function __construct(private CrateRecipes $recipes) {}

    #[OA\Get(path: '/workspaces/{workspace}/crate-recipes', operationId: 'listCrateRecipes', responses: [new OA\Response(response: 200, description: 'choices by name', content: new OA\JsonContent(type: 'array', items: new OA\Items(type: 'object', properties: [
        new OA\Property(property: 'name', type: 'string'), new OA\Property(property: 'wish', ref: '#/components/schemas/PackWish'),
    ], required: ['name', 'wish'])))])]
    public function index(Workspace $workspace): JsonResponse
    {
        return new JsonResponse($this->recipes->all($workspace));
    }

    #[OA\Post(path: '/workspaces/{workspace}/crate-recipes', operationId: 'keepCrateRecipe', requestBody: new Body([new OA\Property(property: 'name', type: 'string'), new OA\Property(property: 'wish', ref: '#/components/schemas/PackWish')], ['name', 'wish']), responses: [new OA\Response(response: 204, description: 'kept; one of the same name is replaced')])]
    public function store(Request $request, Workspace $workspace, #[CurrentUser] User $person, PackWishReader $wishes): JsonResponse
    {
        $given = $request->validate(['name' => 'required|string|max:120', 'wish' => 'required|array']);
        $this->recipes->keep($workspace, $person, $given['name'], $wishes->read($workspace, $person, $request->json('wish'), $given['name']));

        return new JsonResponse(null, 204);
    }

    #[OA\Delete(path: '/workspaces/{workspace}/crate-recipes', operationId: 'dropCrateRecipe', parameters: [new OA\QueryParameter(name: 'name', required: true, schema: new OA\Schema(type: 'string'))], responses: [new OA\Response(response: 204, description: 'dropped')])]
    public function destroy(Request $request, Workspace $workspace): JsonResponse
    {
        $this->recipes->drop($workspace, $request->validate(['name' => 'required|string|max:120'])['name']);

        return new JsonResponse(null, 204);
    }

    /** How a document can be made again, so that a crate may leave it out. */
    #[OA\Put(path: '/workspaces/{workspace}/documents/{document}/recipe', operationId: 'sayHowItIsMadeAgain', requestBody: new Body([new OA\Property(property: 'recipe', type: 'string', nullable: true, description: 'from what and by what; null: it cannot be')], ['recipe']), responses: [new OA\Response(response: 204, description: 'noted')])]
    public function say(Request $request, Workspace $workspace, Document $document): JsonResponse
    {
        $given = $request->validate(['recipe' => 'present|nullable|string|max:2000']);
        $this->recipes->say($workspace, $document, $given['recipe']);

        return new JsonResponse(null, 204);
    }
}
