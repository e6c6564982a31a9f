<?php

declare(strict_types=1);

namespace App\Http\Controllers;

use App\Http\OpenApi\Body;
use App\Models\User;
use Illuminate\Container\Attributes\CurrentUser;
use Illuminate\Http\JsonResponse;
use Illuminate\Http\Request;
use Illuminate\Http\Response;
use OpenApi\Attributes as OA;

/** Tokens for programs that use the API. */
final class TokenController
{
    #[OA\Post(path: '/tokens', operationId: 'makeToken', requestBody: new Body([new OA\Property(property: 'name', type: 'string')], ['name']), responses: [
        new OA\Response(response: 201, description: 'the token, shown this once', content: new OA\JsonContent(properties: [new OA\Property(property: 'id', type: 'integer'), new OA\Property(property: 'token', type: 'string')], type: 'object')),
    ])]
    public function store(Request $request, #[CurrentUser] User $person): JsonResponse
    {
        $name = trim($request->validate(['name' => 'required|string|max:100'])['name']);
        $token = $person->createToken($name);

        return new JsonResponse(['id' => $token->accessToken->getKey(), 'token' => $token->plainTextToken], 201);
    }

    #[OA\Delete(path: '/tokens/{token}', operationId: 'dropToken', responses: [new OA\Response(response: 204, description: 'the token is void')])]
    public function destroy(int $token, #[CurrentUser] User $person): Response
    {
        $person->tokens()->whereKey($token)->firstOrFail()->delete();

        return response()->noContent();
    }
}
