<?php

declare(strict_types=1);

namespace App\Http\Controllers;

use App\Http\Data\AccountHeadData;
use App\Http\Data\InvitationData;
use App\Http\OpenApi\Body;
use App\Http\OpenApi\Ok;
use App\Models\Role;
use App\Models\User;
use App\People\Accounts;
use App\People\EntryLinks;
use App\People\SecondFactor;
use App\Support\Refused;
use App\Workspace\By;
use Illuminate\Container\Attributes\CurrentUser;
use Illuminate\Http\JsonResponse;
use Illuminate\Http\Request;
use Illuminate\Support\Facades\DB;
use OpenApi\Attributes as OA;

/** All accounts of the server, for its administrators. */
final class PeopleController
{
    #[OA\Get(path: '/people', operationId: 'listPeople', responses: [new Ok('AccountHead', list: true)])]
    public function index(): JsonResponse
    {
        $seen = DB::table('visits')->groupBy('user_id')->pluck(DB::raw('max(seen_at)'), 'user_id')->all();

        return new JsonResponse(User::query()->with('workspaces')->orderBy('name')->orderBy('id')->get()->map(static fn (User $person): AccountHeadData => AccountHeadData::of($person, $seen[$person->id] ?? null)));
    }

    /** Somebody who is to be in no workspace yet, as a second administrator. */
    #[OA\Post(path: '/people', operationId: 'invitePerson', requestBody: new Body([
        new OA\Property(property: 'email', type: 'string'), new OA\Property(property: 'isAdministrator', type: 'boolean'),
    ], ['email']), responses: [new Ok('Invitation', status: 201)])]
    public function store(Request $request, #[CurrentUser] User $administrator): JsonResponse
    {
        $given = $request->validate(['email' => 'required|string|max:255', 'isAdministrator' => 'boolean']);
        [$link, $address] = EntryLinks::invite(new By($administrator, (string) $request->ip()), $given['email'], null, Role::Reader, (bool) ($given['isAdministrator'] ?? false));

        return new JsonResponse(InvitationData::told($link->setRelation('maker', $administrator), $address), 201);
    }

    #[OA\Patch(path: '/people/{person}', operationId: 'changePerson', requestBody: new Body([
        new OA\Property(property: 'isDisabled', type: 'boolean'), new OA\Property(property: 'isAdministrator', type: 'boolean'), new OA\Property(property: 'endSecondFactor', type: 'boolean', description: 'for somebody who has lost their device and their codes'),
    ]), responses: [new Ok('AccountHead', list: true)])]
    public function update(Request $request, int $person, #[CurrentUser] User $administrator): JsonResponse
    {
        $given = $request->validate(['isDisabled' => 'boolean', 'isAdministrator' => 'boolean', 'endSecondFactor' => 'boolean']);
        $account = User::query()->findOrFail($person);
        $by = new By($administrator, (string) $request->ip());
        if (($given['isAdministrator'] ?? $account->is_administrator) !== $account->is_administrator) {
            Accounts::administers($account, (bool) $given['isAdministrator'], $by);
        }
        if (isset($given['isDisabled']) && $given['isDisabled'] !== $account->isDisabled()) {
            if ($account->is($administrator)) {
                throw Refused::because('You would lock yourself out. Ask another administrator.');
            }
            $given['isDisabled'] ? Accounts::disable($account, $by) : Accounts::enable($account, $by);
        }
        if ($given['endSecondFactor'] ?? false) {
            SecondFactor::end($account);
        }

        return $this->index();
    }

    /** A link by which somebody chooses a new password, to be sent by hand; it is mailed too, where mail is set up. */
    #[OA\Post(path: '/people/{person}/reset', operationId: 'resetPassword', responses: [new Ok('Invitation', status: 201)])]
    public function reset(int $person, #[CurrentUser] User $administrator): JsonResponse
    {
        $account = User::query()->whereNull('disabled_at')->findOrFail($person);
        [$link, $address] = EntryLinks::reset($account, $administrator) ?? throw Refused::because("{$account->name} has several such links open already. Wait until they hold no more (".EntryLinks::RESET_HOURS.' hours).');

        return new JsonResponse(InvitationData::told($link->setRelation('maker', $administrator), $address), 201);
    }
}
