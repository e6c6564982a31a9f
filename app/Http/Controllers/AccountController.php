<?php

declare(strict_types=1);

namespace App\Http\Controllers;

use App\Http\Data\AccountData;
use App\Http\OpenApi\Body;
use App\Http\OpenApi\Ok;
use App\Models\User;
use App\People\Accounts;
use App\People\OpenSessions;
use Illuminate\Container\Attributes\CurrentUser;
use Illuminate\Http\JsonResponse;
use Illuminate\Http\Request;
use Illuminate\Http\Response;
use OpenApi\Attributes as OA;
use Symfony\Component\HttpKernel\Exception\NotFoundHttpException;

/** Somebody’s own account. What lets others in needs the password once more. */
final class AccountController
{
    #[OA\Get(path: '/account', operationId: 'showAccount', responses: [new Ok('Account')])]
    public function show(Request $request, #[CurrentUser] User $person): JsonResponse
    {
        return new JsonResponse(AccountData::of($person, $request->hasSession() ? $request->session()->getId() : null));
    }

    #[OA\Patch(path: '/account', operationId: 'changeAccount', requestBody: new Body([
        new OA\Property(property: 'name', type: 'string'), new OA\Property(property: 'email', type: 'string'),
        new OA\Property(property: 'password', type: 'string', description: 'as it is now; needed where the address changes'),
    ]), responses: [new Ok('Account')])]
    public function update(Request $request, #[CurrentUser] User $person): JsonResponse
    {
        $given = $request->validate(['name' => 'sometimes|string|max:255', 'email' => 'sometimes|string|max:255', 'password' => 'nullable|string|max:255']);
        $email = $given['email'] ?? $person->email;
        if ($email !== $person->email) {
            Accounts::mustKnow($person, $given['password'] ?? '');
        }
        Accounts::change($person, $given['name'] ?? $person->name, $email);

        return $this->show($request, $person);
    }

    /** All other sessions of the account end. */
    #[OA\Put(path: '/account/password', operationId: 'changePassword', requestBody: new Body([
        new OA\Property(property: 'password', type: 'string', description: 'as it is now'), new OA\Property(property: 'next', type: 'string'),
    ], ['password', 'next']), responses: [new Ok('Account')])]
    public function changePassword(Request $request, #[CurrentUser] User $person): JsonResponse
    {
        $given = $request->validate(['password' => 'required|string|max:255', 'next' => 'required|string|max:255']);
        Accounts::mustKnow($person, $given['password']);
        Accounts::changePassword($person, $given['next'], $request->hasSession() ? $request->session()->getId() : null);

        return $this->show($request, $person);
    }

    #[OA\Delete(path: '/account/sessions/{browser}', operationId: 'endSession', responses: [new OA\Response(response: 204, description: 'it is logged out there')])]
    public function endSession(string $browser, #[CurrentUser] User $person): Response
    {
        return OpenSessions::end($person, $browser) ? response()->noContent() : throw new NotFoundHttpException;
    }
}
