<?php

declare(strict_types=1);

namespace App\Http\Controllers;

use App\Http\Errors;
use App\Http\OpenApi\Body;
use App\Http\OpenApi\Ok;
use App\People\FirstAccount;
use App\People\SendEntryLink;
use Illuminate\Http\JsonResponse;
use Illuminate\Http\Request;
use OpenApi\Attributes as OA;

/** How an installation begins that has nobody yet. */
final class FirstAccountController
{
    #[OA\Get(path: '/first-account', operationId: 'showBeginning', responses: [new OA\Response(response: 200, description: 'how people get in here', content: new OA\JsonContent(properties: [
        new OA\Property(property: 'isNeeded', type: 'boolean', description: 'whether the first account is to be made'), new OA\Property(property: 'isMailed', type: 'boolean', description: 'whether links are mailed'),
    ], type: 'object', required: ['isNeeded', 'isMailed']))])]
    public function show(): JsonResponse
    {
        return new JsonResponse(['isNeeded' => FirstAccount::isNeeded(), 'isMailed' => SendEntryLink::isSetUp()]);
    }

    #[OA\Post(path: '/first-account', operationId: 'makeFirstAccount', requestBody: new Body([
        new OA\Property(property: 'code', type: 'string', description: 'that the start has printed'), new OA\Property(property: 'name', type: 'string'), new OA\Property(property: 'email', type: 'string'), new OA\Property(property: 'password', type: 'string'),
    ], ['code', 'name', 'email', 'password']), responses: [new Ok('Person')])]
    public function store(Request $request): JsonResponse
    {
        if (! $request->hasSession()) {
            return Errors::respond(403, 'Make the first account on a page of this server, or with bin/hafenbuch user:add.');
        }
        $given = $request->validate(['code' => 'required|string|max:40', 'name' => 'required|string|max:255', 'email' => 'required|string|max:255', 'password' => 'required|string|max:255']);

        return LoginController::logIn($request, FirstAccount::make($given['code'], $given['name'], $given['email'], $given['password']));
    }
}
