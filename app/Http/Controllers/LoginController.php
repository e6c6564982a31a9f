<?php

declare(strict_types=1);

namespace App\Http\Controllers;

use App\Http\Data\PersonData;
use App\Http\Errors;
use App\Http\KnownDevice;
use App\Http\OpenApi\Body;
use App\Http\OpenApi\Ok;
use App\Models\User;
use App\People\SecondFactor;
use Illuminate\Contracts\Database\Query\Builder;
use Illuminate\Http\JsonResponse;
use Illuminate\Http\Request;
use Illuminate\Http\Response;
use Illuminate\Support\Facades\Auth;
use Illuminate\Support\Facades\Hash;
use Laravel\Sanctum\PersonalAccessToken;
use OpenApi\Attributes as OA;

final class LoginController
{
    #[OA\Post(path: '/session', operationId: 'logIn', requestBody: new Body([new OA\Property(property: 'email', type: 'string'), new OA\Property(property: 'password', type: 'string'), new OA\Property(property: 'code', type: 'string', nullable: true, description: 'of the second factor, or one that stands in for it')], ['email', 'password']), responses: [
        new Ok('Person'), new OA\Response(response: 403, description: 'the code of the second factor is needed, where the answer says `needsCode`'),
    ])]
    public function store(Request $request): JsonResponse
    {
        if (! $request->hasSession()) {
            return Errors::respond(403, 'Log in on a page of this server, which says where it comes from. A program uses a token in place of a session: POST /api/tokens.');
        }
        $given = $request->validate(['email' => 'required|string|max:255', 'password' => 'required|string|max:255', 'code' => 'nullable|string|max:40']);
        $credentials = ['email' => $given['email'], 'password' => $given['password'], static fn (Builder $people) => $people->whereNull('disabled_at')];
        $person = Auth::guard('web')->validate($credentials) ? Auth::guard('web')->getLastAttempted() : null;
        if (! $person instanceof User) {
            // Comparing takes most of the time that a login takes, so an address that nobody has must take it too.
            if (User::query()->where('email', $given['email'])->whereNull('disabled_at')->doesntExist()) {
                Hash::make($given['password']);
            }

            return Errors::respond(422, 'The e-mail address and the password do not go together. Check both, and try again.');
        }
        if ($person->hasSecondFactor()) {
            if (($given['code'] ?? '') === '') {
                return Errors::respond(403, 'Give the code that your device shows now, or one of your recovery codes.', ['needsCode' => true]);
            }
            if (! SecondFactor::passes($person, $given['code'])) {
                return Errors::respond(422, 'This code does not hold, or was used already. Wait for the next one.');
            }
        }

        return self::logIn($request, $person);
    }

    /** Into a session with an identity of its own, so that nobody who knew the one before is in too. */
    public static function logIn(Request $request, User $person): JsonResponse
    {
        Auth::guard('web')->login($person);
        $request->session()->regenerate();

        return (new JsonResponse(PersonData::of($person)))->withCookie(KnownDevice::cookie($person));
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
