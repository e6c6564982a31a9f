<?php

declare(strict_types=1);

namespace App\Rights;

use App\Models\Role;
use App\Models\User;
use App\Models\Workspace;
use Illuminate\Support\Facades\DB;

/** Which documents of a workspace one person may write: as their role says, and the folders that are only read by them. */
final readonly class FolderRights
{
    /** @param list<string> $folders that are only read, with all below them */
    private function __construct(private string $workspace, private ?Role $role, private array $folders) {}

    public static function of(Workspace $workspace, User $person): self
    {
        $role = $workspace->roleOf($person);
        $folders = $role !== Role::Writer ? [] : DB::table('folder_rights')->where('workspace_id', $workspace->id)
            ->where(static fn ($rights) => $rights->whereNull('user_id')->orWhere('user_id', $person->id))->pluck('folder')->all();
        // Told apart here: for values that may be so long the database writes a table to the disk.
        $folders = array_values(array_unique($folders));
        sort($folders, SORT_STRING);

        return new self($workspace->name, $role, $folders);
    }

    /** @return ?string why the person only reads what is at the path, in a sentence; null: they may write it */
    public function withheld(string $path): ?string
    {
        if ($this->role === null || $this->role === Role::Reader) {
            return "You are a reader of “{$this->workspace}”, and do not write in it. Ask a keeper of the workspace.";
        }
        foreach ($this->folders as $folder) {
            if ($folder === '' || str_starts_with($path, $folder.'/')) {
                return ($folder === '' ? 'The workspace' : "The folder {$folder}").' is read-only for you. Ask a keeper of the workspace, or choose another folder.';
            }
        }

        return null;
    }
}
