<?php

declare(strict_types=1);

namespace App\Http\Controllers;

use App\Http\OpenApi\Body;
use App\Models\User;
use App\People\Accounts;
use App\People\SecondFactor;
use App\People\Totp;
use Illuminate\Container\Attributes\CurrentUser;
use Illuminate\Http\JsonResponse;
use Illuminate\Http\Request;
use Illuminate\Http\Response;
use OpenApi\Attributes as OA;

/** The code that an account asks for beside its password. */
final class SecondFactorController
{
    #[OA\Post(path: '/account/second-factor', operationId: 'beginSecondFactor', requestBody: new Body([new OA\Property(property: 'password', type: 'string')], ['password']), responses: [
        new OA\Response(response: 200, description: 'what the device is to keep; it holds from the first right code on', content: new OA\JsonContent(properties: [
            new OA\Property(property: 'secret', type: 'string', description: 'in base 32'), new OA\Property(property: 'address', type: 'string', description: 'the same as an otpauth address'),
        ], type: 'object', required: ['secret', 'address'])),
    ])]
    public function store(Request $request, #[CurrentUser] User $person): JsonResponse
    {
        Accounts::mustKnow($person, $request->validate(['password' => 'required|string|max:255'])['password']);
        $secret = SecondFactor::begin($person);

        return new JsonResponse(['secret' => $secret, 'address' => Totp::address($secret, $person->email)]);
    }

    #[OA\Put(path: '/account/second-factor', operationId: 'confirmSecondFactor', requestBody: new Body([new OA\Property(property: 'code', type: 'string')], ['code']), responses: [
        new OA\Response(response: 200, description: 'it holds; codes for when the device is lost, told only now', content: new OA\JsonContent(properties: [
            new OA\Property(property: 'recoveryCodes', type: 'array', items: new OA\Items(type: 'string')),
        ], type: 'object', required: ['recoveryCodes'])),
    ])]
    public function confirm(Request $request, #[CurrentUser] User $person): JsonResponse
    {
        return new JsonResponse(['recoveryCodes' => SecondFactor::confirm($person, $request->validate(['code' => 'required|string|max:40'])['code'])]);
    }

    #[OA\Post(path: '/account/second-factor/end', operationId: 'endSecondFactor', requestBody: new Body([new OA\Property(property: 'password', type: 'string')], ['password']), responses: [new OA\Response(response: 204, description: 'the password is enough')])]
    public function end(Request $request, #[CurrentUser] User $person): Response
    {
        Accounts::mustKnow($person, $request->validate(['password' => 'required|string|max:255'])['password']);
        SecondFactor::end($person);

        return response()->noContent();
    }
}
