<?php

declare(strict_types=1);

namespace App\Http\Controllers;

use App\Http\Data\PersonData;
use App\Http\Errors;
use App\Http\OpenApi\Body;
use App\Http\OpenApi\Ok;
use App\Models\User;
use Illuminate\Http\JsonResponse;
use Illuminate\Http\Request;
use Illuminate\Http\Response;
use Illuminate\Support\Facades\Auth;
use Illuminate\Support\Facades\Hash;
use Laravel\Sanctum\PersonalAccessToken;
use OpenApi\Attributes as OA;

final class LoginController
{
    #[OA\Post(path: '/session', operationId: 'logIn', requestBody: new Body([new OA\Property(property: 'email', type: 'string'), new OA\Property(property: 'password', type: 'string')], ['email', 'password']), responses: [new Ok('Person')])]
    public function store(Request $request): JsonResponse
    {
        if (! $request->hasSession()) {
            return Errors::respond(403, 'Log in on a page of this server, which says where it comes from. A program uses a token in place of a session: POST /api/tokens.');
        }
        $given = $request->validate(['email' => 'required|string|max:255', 'password' => 'required|string|max:255']);
        if (! Auth::guard('web')->attempt($given)) {
            // Comparing takes most of the time that a login takes, so an address that nobody has must take it too.
            if (User::query()->where('email', $given['email'])->doesntExist()) {
                Hash::make($given['password']);
            }

            return Errors::respond(422, 'The e-mail address and the password do not go together. Check both, and try again.');
        }
        $request->session()->regenerate();
        $person = Auth::guard('web')->user();

        return new JsonResponse($person instanceof User ? PersonData::of($person) : null);
    }

    #[OA\Get(path: '/session', operationId: 'whoAmI', responses: [new Ok('Person')])]
    public function show(Request $request): JsonResponse
    {
        $person = $request->user();

        return new JsonResponse($person instanceof User ? PersonData::of($person) : null);
    }

    #[OA\Delete(path: '/session', operationId: 'logOut', responses: [new OA\Response(response: 204, description: 'logged out')])]
    public function destroy(Request $request): Response
    {
        $token = $request->user()?->currentAccessToken();
        if ($token instanceof PersonalAccessToken) {
            $token->delete();
        }
        Auth::guard('web')->logout();
        if ($request->hasSession()) {
            $request->session()->invalidate();
            $request->session()->regenerateToken();
        }

        return response()->noContent();
    }
}
