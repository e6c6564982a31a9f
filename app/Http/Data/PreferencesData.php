<?php

declare(strict_types=1);

namespace App\Http\Data;

use App\Models\User;
use App\Past\Recovery\WatchSettings;
use App\Quay\Preferences;
use OpenApi\Attributes as OA;

/** How a person likes it, in the groups that can be taken over or left. */
#[OA\Schema(schema: 'Preferences')]
final readonly class PreferencesData
{
    /**
     * @param  array{minutes: int, edits: int, idleSeconds: int, limit: int}  $watch
     * @param  array{colours: ?string}  $colours
     * @param  array{order: string, filter: string, columns: list<string>, stateWidth: ?int}  $quay
     * @param  array{remembersViews: bool}  $views
     * @param  array{stages: int}  $sessions
     * @param  array{language: ?string}  $language
     */
    public function __construct(
        #[OA\Property(type: 'object', required: ['minutes', 'edits', 'idleSeconds', 'limit'], properties: [
            new OA\Property(property: 'minutes', type: 'integer'), new OA\Property(property: 'edits', type: 'integer'), new OA\Property(property: 'idleSeconds', type: 'integer'), new OA\Property(property: 'limit', type: 'integer'),
        ])] public array $watch,
        #[OA\Property(type: 'object', required: ['colours'], properties: [new OA\Property(property: 'colours', type: 'string', nullable: true, enum: ['day', 'night'], description: 'null: as the machine has it')])] public array $colours,
        #[OA\Property(type: 'object', required: ['order', 'filter', 'columns', 'stateWidth'], properties: [
            new OA\Property(property: 'order', type: 'string', enum: Preferences::ORDERS), new OA\Property(property: 'filter', type: 'string', enum: Preferences::FILTERS),
            new OA\Property(property: 'columns', description: 'of the ledger, beside name, state and decision', type: 'array', items: new OA\Items(type: 'string', enum: Preferences::COLUMNS)),
            new OA\Property(property: 'stateWidth', description: 'of the column with the states, in pixels; null: as there is room', type: 'integer', nullable: true),
        ])] public array $quay,
        #[OA\Property(type: 'object', required: ['remembersViews'], properties: [new OA\Property(property: 'remembersViews', type: 'boolean', description: 'whether a document opens as it was last looked at')])] public array $views,
        #[OA\Property(type: 'object', required: ['stages'], properties: [new OA\Property(property: 'stages', type: 'integer', description: 'former stages of a session that stay')])] public array $sessions,
        #[OA\Property(type: 'object', required: ['language'], properties: [new OA\Property(property: 'language', type: 'string', nullable: true, example: 'de-CH', description: 'in which dates and numbers are written; null: as the browser says')])] public array $language,
    ) {}

    public static function of(User $person): self
    {
        $preferences = Preferences::of($person);

        return new self(
            get_object_vars(WatchSettings::of($person)), ['colours' => $preferences->colours], [...$preferences->ofQuay(), 'columns' => $preferences->columns, 'stateWidth' => $preferences->stateWidth], ['remembersViews' => $preferences->remembersViews], ['stages' => $preferences->stages], ['language' => $preferences->language],
        );
    }
}
