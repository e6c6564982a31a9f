<?php

declare(strict_types=1);

namespace App\Http\Controllers;

use App\Http\Errors;
use App\Http\OpenApi\Body;
use App\Http\OpenApi\Ok;
use App\Models\User;
use App\People\EntryLinks;
use Illuminate\Http\JsonResponse;
use Illuminate\Http\Request;
use Illuminate\Http\Response;
use OpenApi\Attributes as OA;

/** For those who are not logged in: an invitation, or a new password. What a link says comes in the body, which no log keeps. */
final class EntryLinkController
{
    private const SECRET = 'required|string|max:100';

    #[OA\Post(path: '/enter/look', operationId: 'lookAtEntryLink', requestBody: new Body([new OA\Property(property: 'secret', type: 'string')], ['secret']), responses: [
        new OA\Response(response: 200, description: 'what the link is for', content: new OA\JsonContent(properties: [
            new OA\Property(property: 'purpose', type: 'string', enum: ['invitation', 'reset']), new OA\Property(property: 'email', type: 'string'),
            new OA\Property(property: 'workspace', type: 'string', nullable: true), new OA\Property(property: 'role', type: 'string', nullable: true), new OA\Property(property: 'by', type: 'string', nullable: true),
        ], type: 'object', required: ['purpose', 'email', 'workspace', 'role', 'by'])),
    ])]
    public function look(Request $request): JsonResponse
    {
        $link = EntryLinks::find($request->validate(['secret' => self::SECRET])['secret']);

        return new JsonResponse(['purpose' => $link->purpose, 'email' => $link->email, 'workspace' => $link->workspace?->name, 'role' => $link->role?->value, 'by' => $link->maker?->name]);
    }

    /** Whoever has a second factor logs in with it afterwards. */
    #[OA\Post(path: '/enter', operationId: 'enter', requestBody: new Body([
        new OA\Property(property: 'secret', type: 'string'), new OA\Property(property: 'password', type: 'string'), new OA\Property(property: 'name', type: 'string', description: 'of somebody who is invited'),
    ], ['secret', 'password']), responses: [new Ok('Person'), new OA\Response(response: 204, description: 'the password is changed; log in with it and the code')])]
    public function store(Request $request): JsonResponse|Response
    {
        if (! $request->hasSession()) {
            return Errors::respond(403, 'Open the link in a browser.');
        }
        $given = $request->validate(['secret' => self::SECRET, 'password' => 'required|string|max:255', 'name' => 'nullable|string|max:255']);
        $person = EntryLinks::enter($given['secret'], $given['name'] ?? null, $given['password']);

        return $person->hasSecondFactor() ? response()->noContent() : LoginController::logIn($request, $person);
    }

    /** Mails a link, where the address has an account and mail is set up; the answer is the same in any case. */
    #[OA\Post(path: '/enter/forgotten', operationId: 'forgotPassword', requestBody: new Body([new OA\Property(property: 'email', type: 'string')], ['email']), responses: [new OA\Response(response: 204, description: 'asked for')])]
    public function forgotten(Request $request): Response
    {
        $email = $request->validate(['email' => 'required|string|max:255'])['email'];
        $person = User::query()->where('email', $email)->whereNull('disabled_at')->first();
        if ($person !== null) {
            EntryLinks::reset($person);
        }

        return response()->noContent();
    }
}
