<?php

declare(strict_types=1);

namespace App\People;

use App\Models\Operation;
use App\Models\Role;
use App\Models\User;
use App\Models\Workspace;
use App\Support\Refused;
use App\Workspace\By;
use App\Workspace\Pulse;
use App\Workspace\RuleEntry;
use Hafenbuch\Core\Path\Path;
use Illuminate\Support\Facades\DB;

/** Who belongs to a workspace, as what, and which folders they only read. A workspace always has a keeper who can log in. */
final class Members
{
    /** Rights for folders in one workspace. */
    public const FOLDER_RIGHTS = 500;

    /**
     * Gives a role to somebody, who becomes a member where they are none.
     *
     * @throws Refused
     */
    public static function give(Workspace $workspace, By $by, User $person, Role $role): void
    {
        RuleEntry::of($workspace, $by, Operation::PEOPLE, static function () use ($workspace, $person, $role): array {
            $workspace->forgetRoles();
            $before = $workspace->roleOf($person);
            if ($before === null && $person->isDisabled()) {
                throw Refused::because("The account of {$person->name} is disabled. An administrator can enable it.");
            }
            if ($before === Role::Keeper && $role !== Role::Keeper) {
                self::mustNotBeLast($workspace, $person);
            }
            if ($role !== Role::Keeper) {
                EntryLinks::withdrawOf($person, $workspace);
            }
            $workspace->members()->syncWithoutDetaching([$person->id => ['role' => $role->value]]);
            $workspace->forgetRoles();
            $words = match (true) {
                $before === $role => '',
                $before === null => "{$person->name} became a {$role->value}",
                default => "{$person->name} became a {$role->value}, and was a {$before->value}",
            };

            return ['words' => $words, 'details' => [$person->email => [$before?->value, $role->value]], 'result' => null];
        });
        Pulse::tell($workspace, Pulse::DOCUMENTS, Pulse::PEOPLE);
    }

    /**
     * Their drafts stay where they are, for those who go on.
     *
     * @throws Refused
     */
    public static function remove(Workspace $workspace, By $by, User $person): void
    {
        RuleEntry::of($workspace, $by, Operation::PEOPLE, static function () use ($workspace, $person): array {
            $workspace->forgetRoles();
            $before = $workspace->roleOf($person) ?? throw Refused::because("{$person->name} is no member of “{$workspace->name}” any more.");
            if ($before === Role::Keeper) {
                self::mustNotBeLast($workspace, $person);
            }
            DB::table('document_locks')->whereIn('document_id', DB::table('documents')->where('workspace_id', $workspace->id)->select('id'))->where('user_id', $person->id)->delete();
            DB::table('folder_rights')->where('workspace_id', $workspace->id)->where('user_id', $person->id)->delete();
            EntryLinks::withdrawOf($person, $workspace);
            $workspace->members()->detach($person->id);
            $workspace->forgetRoles();

            return ['words' => "{$person->name}, a {$before->value}, was taken out", 'details' => [$person->email => [$before->value, null]], 'result' => null];
        });
        Pulse::tell($workspace, Pulse::DOCUMENTS, Pulse::PEOPLE);
    }

    /**
     * Sets which folders are only read, and by whom.
     *
     * @param  list<array{folder: string, person: ?int}>  $rights  `person` null: by everyone who is no keeper
     *
     * @throws Refused
     */
    public static function readOnlyFolders(Workspace $workspace, By $by, array $rights): void
    {
        $names = $workspace->members()->pluck('users.name', 'users.id')->all();
        $after = [];
        foreach ($rights as $right) {
            $folder = trim($right['folder'], '/ ');
            $folder = $folder === '' ? '' : Path::of($folder)->value;
            if ($right['person'] !== null && ! isset($names[$right['person']])) {
                throw Refused::because("Whoever is to only read “{$folder}” is no member of “{$workspace->name}”. Choose somebody from the list.");
            }
            $after["{$folder}\0{$right['person']}"] = ['workspace_id' => $workspace->id, 'folder' => $folder, 'user_id' => $right['person']];
        }
        RuleEntry::of($workspace, $by, Operation::PEOPLE, static function () use ($workspace, $after, $names): array {
            $words = static fn (iterable $rows): string => collect($rows)->map(static fn (object $row): string => ($row->folder === '' ? 'everything' : $row->folder).': '.($row->user_id === null ? 'all who are no keepers' : $names[$row->user_id] ?? 'somebody who is gone'))->sort()->implode('; ');
            $before = $words(DB::table('folder_rights')->where('workspace_id', $workspace->id)->lockForUpdate()->get());
            $now = $words(array_map(static fn (array $row): object => (object) $row, $after));
            DB::table('folder_rights')->where('workspace_id', $workspace->id)->delete();
            DB::table('folder_rights')->insert(array_values($after));

            return ['words' => $before === $now ? '' : 'Changed which folders are only read', 'details' => ['folders that are only read' => [$before, $now]], 'result' => null];
        });
        Pulse::tell($workspace, Pulse::DOCUMENTS, Pulse::PEOPLE);
    }

    /** @throws Refused */
    public static function mustNotBeLast(Workspace $workspace, User $person): void
    {
        if ($workspace->members()->wherePivot('role', Role::Keeper->value)->whereNull('disabled_at')->whereKeyNot($person->id)->doesntExist()) {
            throw Refused::because("{$person->name} is the only keeper of “{$workspace->name}”. Make somebody else one first.");
        }
    }
}
