<?php

declare(strict_types=1);

namespace App\Http\Controllers;

use App\Http\Data\PreferencesData;
use App\Http\OpenApi\Ok;
use App\Models\User;
use App\Past\Recovery\WatchSettings;
use App\Quay\Preferences;
use Illuminate\Container\Attributes\CurrentUser;
use Illuminate\Http\JsonResponse;
use Illuminate\Http\Request;
use OpenApi\Attributes as OA;

/** How a person likes it: can be taken elsewhere as it is, and taken in whole or by group. */
final readonly class PreferencesController
{
    #[OA\Get(path: '/preferences', operationId: 'showPreferences', responses: [new Ok('Preferences')])]
    public function show(#[CurrentUser] User $person): JsonResponse
    {
        return new JsonResponse(PreferencesData::of($person));
    }

    /** Groups, and what is in them, that are not named stay as they are. */
    #[OA\Patch(path: '/preferences', operationId: 'changePreferences', requestBody: new OA\RequestBody(required: true, content: new OA\JsonContent(ref: '#/components/schemas/SomePreferences')), responses: [new Ok('Preferences')])]
    #[OA\Schema(schema: 'SomePreferences', type: 'object', properties: [
        new OA\Property(property: 'watch', type: 'object', properties: [new OA\Property(property: 'minutes', type: 'integer'), new OA\Property(property: 'edits', type: 'integer'), new OA\Property(property: 'idleSeconds', type: 'integer'), new OA\Property(property: 'limit', type: 'integer')]),
        new OA\Property(property: 'colours', type: 'object', properties: [new OA\Property(property: 'colours', type: 'string', nullable: true, enum: ['day', 'night'])]),
        new OA\Property(property: 'quay', type: 'object', properties: [new OA\Property(property: 'order', type: 'string', enum: Preferences::ORDERS), new OA\Property(property: 'filter', type: 'string', enum: Preferences::FILTERS), new OA\Property(property: 'columns', type: 'array', items: new OA\Items(type: 'string', enum: Preferences::COLUMNS)), new OA\Property(property: 'stateWidth', type: 'integer', nullable: true)]),
        new OA\Property(property: 'views', type: 'object', properties: [new OA\Property(property: 'remembersViews', type: 'boolean')]),
        new OA\Property(property: 'sessions', type: 'object', properties: [new OA\Property(property: 'stages', type: 'integer')]),
        new OA\Property(property: 'language', type: 'object', properties: [new OA\Property(property: 'language', type: 'string', nullable: true)]),
    ])]
    public function update(Request $request, #[CurrentUser] User $person): JsonResponse
    {
        $rules = ['watch' => 'sometimes|array'];
        foreach (WatchSettings::rules() as $name => $rule) {
            $rules["watch.{$name}"] = $rule;
        }
        foreach (Preferences::GROUPS as $group => $names) {
            $rules[$group] = 'sometimes|array';
            foreach ($names as $name) {
                $rules["{$group}.{$name}"] = Preferences::rules()[$name];
            }
        }
        $given = $request->validate($rules);
        if (isset($given['watch'])) {
            WatchSettings::change($person, $given['watch']);
        }
        $preferences = array_merge(...array_values(array_intersect_key($given, Preferences::GROUPS)));
        if ($preferences !== []) {
            Preferences::change($person, $preferences);
        }

        return $this->show($person);
    }
}
