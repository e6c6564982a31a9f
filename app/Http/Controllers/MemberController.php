<?php

declare(strict_types=1);

namespace App\Http\Controllers;

use App\Http\Data\InvitationData;
use App\Http\Data\MembersData;
use App\Http\DecisionReader;
use App\Http\OpenApi\Body;
use App\Http\OpenApi\Ok;
use App\Models\EntryLink;
use App\Models\Operation;
use App\Models\Role;
use App\Models\User;
use App\Models\Workspace;
use App\People\EntryLinks;
use App\People\Members;
use App\Workspace\By;
use App\Workspace\RuleEntry;
use Illuminate\Container\Attributes\CurrentUser;
use Illuminate\Http\JsonResponse;
use Illuminate\Http\Request;
use Illuminate\Validation\Rule;
use OpenApi\Attributes as OA;

/** Who belongs to a workspace, and what they may there. */
final class MemberController
{
    #[OA\Get(path: '/workspaces/{workspace}/members', operationId: 'listMembers', responses: [new Ok('Members')])]
    public function index(Workspace $workspace): JsonResponse
    {
        return new JsonResponse(MembersData::of($workspace));
    }

    /** By address: whoever has an account gets the role at once, whoever has none is invited by a link. */
    #[OA\Post(path: '/workspaces/{workspace}/members', operationId: 'addMember', requestBody: new Body([
        new OA\Property(property: 'email', type: 'string'), new OA\Property(property: 'role', type: 'string', enum: ['reader', 'writer', 'keeper']),
    ], ['email', 'role']), responses: [new Ok('Members'), new Ok('Invitation', status: 201)])]
    public function store(Request $request, Workspace $workspace, #[CurrentUser] User $keeper): JsonResponse
    {
        $given = $request->validate(['email' => 'required|string|max:255', 'role' => ['required', Rule::enum(Role::class)]]);
        $by = new By($keeper, (string) $request->ip());
        $known = User::query()->where('email', trim($given['email']))->first();
        if ($known !== null) {
            Members::give($workspace, $by, $known, Role::from($given['role']));

            return $this->index($workspace);
        }
        [$link, $address] = EntryLinks::invite($by, $given['email'], $workspace, Role::from($given['role']));

        return new JsonResponse(InvitationData::told($link->setRelation('maker', $keeper), $address), 201);
    }

    #[OA\Put(path: '/workspaces/{workspace}/members/{person}', operationId: 'giveRole', requestBody: new Body([
        new OA\Property(property: 'role', type: 'string', enum: ['reader', 'writer', 'keeper']),
    ], ['role']), responses: [new Ok('Members')])]
    public function update(Request $request, Workspace $workspace, int $person, #[CurrentUser] User $keeper): JsonResponse
    {
        $role = Role::from($request->validate(['role' => ['required', Rule::enum(Role::class)]])['role']);
        // Whoever is no member is added by their address, so that nobody counts through the accounts of the server.
        Members::give($workspace, new By($keeper, (string) $request->ip()), $workspace->members()->findOrFail($person), $role);

        return $this->index($workspace);
    }

    #[OA\Delete(path: '/workspaces/{workspace}/members/{person}', operationId: 'removeMember', responses: [new Ok('Members')])]
    public function destroy(Request $request, Workspace $workspace, int $person, #[CurrentUser] User $keeper): JsonResponse
    {
        Members::remove($workspace, new By($keeper, (string) $request->ip()), $workspace->members()->findOrFail($person));

        return $this->index($workspace);
    }

    #[OA\Delete(path: '/workspaces/{workspace}/invitations/{invitation}', operationId: 'withdrawInvitation', responses: [new Ok('Members')])]
    public function withdraw(Request $request, Workspace $workspace, int $invitation, #[CurrentUser] User $keeper): JsonResponse
    {
        $link = EntryLink::query()->where('workspace_id', $workspace->id)->whereNull('used_at')->findOrFail($invitation);
        RuleEntry::of($workspace, new By($keeper, (string) $request->ip()), Operation::PEOPLE, static fn (): array => ['words' => "Took back the invitation of {$link->email}", 'result' => $link->delete()]);

        return $this->index($workspace);
    }

    /** Sets which folders are only read; what is not named is written again. */
    #[OA\Put(path: '/workspaces/{workspace}/folder-rights', operationId: 'setFolderRights', requestBody: new Body([
        new OA\Property(property: 'folders', type: 'array', items: new OA\Items(properties: [
            new OA\Property(property: 'folder', type: 'string', description: 'in the workspace; empty: all of it'), new OA\Property(property: 'person', type: 'integer', nullable: true, description: 'null: everyone who is no keeper'),
        ], type: 'object', required: ['folder', 'person'])),
    ], ['folders']), responses: [new Ok('Members')])]
    public function folders(Request $request, Workspace $workspace, #[CurrentUser] User $keeper): JsonResponse
    {
        $given = $request->validate(['folders' => 'present|array|max:'.Members::FOLDER_RIGHTS, 'folders.*.folder' => 'present|nullable|string|max:4000', 'folders.*.person' => 'present|nullable|integer']);
        is_array($given['folders']) || throw DecisionReader::wrong('folders', 'must be a list');
        Members::readOnlyFolders($workspace, new By($keeper, (string) $request->ip()), array_values(array_map(static fn (array $one): array => ['folder' => (string) $one['folder'], 'person' => $one['person']], $given['folders'])));

        return $this->index($workspace);
    }
}
