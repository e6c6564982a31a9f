<?php

declare(strict_types=1);

namespace App\Http\Controllers;

use App\Http\OpenApi\Body;
use App\Models\User;
use App\Rights\Scope;
use Illuminate\Container\Attributes\CurrentUser;
use Illuminate\Http\JsonResponse;
use Illuminate\Http\Request;
use Illuminate\Http\Response;
use Illuminate\Validation\Rule;
use OpenApi\Attributes as OA;

/** Tokens for programs that use the API. */
final class TokenController
{
    #[OA\Post(path: '/tokens', operationId: 'makeToken', requestBody: new Body([new OA\Property(property: 'name', type: 'string'), new OA\Property(property: 'scope', type: 'string', enum: ['read', 'drafts', 'save', 'administer'], description: 'how far it reaches; save where it is not said'),
        new OA\Property(property: 'days', type: 'integer', nullable: true, description: 'for how long it holds; null or left out: until it is taken back')], ['name']), responses: [
            new OA\Response(response: 201, description: 'the token, shown this once', content: new OA\JsonContent(properties: [new OA\Property(property: 'id', type: 'integer'), new OA\Property(property: 'token', type: 'string')], type: 'object')),
        ])]
    public function store(Request $request, #[CurrentUser] User $person): JsonResponse
    {
        $given = $request->validate(['name' => 'required|string|max:100', 'scope' => Rule::enum(Scope::class), 'days' => 'nullable|integer|min:1|max:3650']);
        $scope = Scope::from($given['scope'] ?? Scope::Save->value);
        $token = $person->createToken(trim($given['name']), [$scope->value], isset($given['days']) ? now()->addDays((int) $given['days']) : null);

        return new JsonResponse(['id' => $token->accessToken->getKey(), 'token' => $token->plainTextToken], 201);
    }

    #[OA\Delete(path: '/tokens/{token}', operationId: 'dropToken', responses: [new OA\Response(response: 204, description: 'the token is void')])]
    public function destroy(int $token, #[CurrentUser] User $person): Response
    {
        $person->tokens()->whereKey($token)->firstOrFail()->delete();

        return response()->noContent();
    }
}
