<?php

declare(strict_types=1);

namespace App\Workspace;

use App\Models\Operation;
use App\Models\Role;
use App\Models\User;
use App\Models\Workspace;
use App\Support\Refused;
use Illuminate\Support\Facades\DB;
use Illuminate\Support\Str;

/** Registers and finds workspaces. */
final class Workspaces
{
    /** @throws Refused */
    public static function add(string $name, string $folder, User $owner): Workspace
    {
        $name = trim($name);
        if ($name === '' || mb_strlen($name) > 120) {
            throw Refused::because('A workspace needs a name of 1 to 120 characters.');
        }
        $other = Workspace::query()->where('name', $name)->first();
        if ($other !== null) {
            throw Refused::because("There is a workspace “{$name}” already, for {$other->root}. Choose another name.");
        }
        $root = self::freeRoot($folder, null);

        return DB::transaction(function () use ($name, $root, $owner): Workspace {
            $workspace = Workspace::query()->create(['name' => $name, 'slug' => self::freeSlug($name), 'root' => $root, 'settings' => []]);
            $workspace->members()->attach($owner->id, ['role' => Role::Keeper->value]);
            DB::table('workspace_locks')->insert(['workspace_id' => $workspace->id]);

            return $workspace;
        });
    }

    /**
     * Its files lie elsewhere now, moved there by other means, as after its installation was restored on another machine.
     *
     * @throws Refused
     */
    public static function lieAt(Workspace $workspace, string $folder): void
    {
        $root = self::freeRoot($folder, $workspace);
        WorkspaceLock::hold($workspace, static fn () => $workspace->update(['root' => $root]));
    }

    /**
     * Forgets the workspace, with drafts, versions and logbook; its files stay.
     *
     * @return int how many drafts went with it
     *
     * @throws Refused where its files are in the middle of a save
     */
    public static function remove(Workspace $workspace): int
    {
        return DB::transaction(static function () use ($workspace): int {
            // Waits for a running operation, which holds this row by another connection; so it cannot be held here as for one.
            DB::table('workspace_locks')->where('workspace_id', $workspace->id)->lockForUpdate()->first();
            if (Operation::query()->where('workspace_id', $workspace->id)->whereIn('state', Operation::UNFINISHED)->exists()) {
                throw Refused::because("A save in “{$workspace->name}” was cut short, and only its logbook knows how to finish it. Do that first: bin/hafenbuch recover ".escapeshellarg($workspace->name));
            }
            $drafts = DB::table('drafts')->whereIn('document_id', DB::table('documents')->where('workspace_id', $workspace->id)->select('id'))->count();
            $workspace->delete();

            return $drafts;
        });
    }

    /**
     * @return string the folder without links
     *
     * @throws Refused where no workspace can be there
     */
    public static function freeRoot(string $folder, ?Workspace $of): string
    {
        $root = str_contains($folder, "\0") ? false : realpath($folder);
        if ($root === false || ! is_dir($root)) {
            throw Refused::because("There is no folder {$folder}. Make it first.");
        }
        self::refuseOutside($root);
        foreach (Workspace::query()->when($of !== null, static fn ($others) => $others->whereKeyNot($of?->id))->get() as $other) {
            if (str_starts_with($root.'/', $other->root.'/') || str_starts_with($other->root.'/', $root.'/')) {
                throw Refused::because("{$root} overlaps with the workspace “{$other->name}” at {$other->root}. Two workspaces cannot share files.");
            }
        }

        return $root;
    }

    /** @throws Refused */
    public static function named(string $name): Workspace
    {
        return Workspace::query()->where('name', $name)->orWhere('slug', $name)->first()
            ?? throw Refused::because("There is no workspace “{$name}”. Register one with: bin/hafenbuch workspace:add NAME DIR");
    }

    private static function refuseOutside(string $root): void
    {
        $allowed = array_filter(array_map(realpath(...), config('hafenbuch.roots')));
        foreach ($allowed as $folder) {
            if (str_starts_with($root.'/', rtrim($folder, '/').'/')) {
                return;
            }
        }

        throw Refused::because("{$root} lies outside the folders that workspaces may be in (HAFENBUCH_ROOTS: ".(implode(':', config('hafenbuch.roots')) ?: 'none').'). Add its parent there, or move it.');
    }

    private static function freeSlug(string $name): string
    {
        $base = Str::slug($name) ?: 'workspace';
        $slug = $base;
        for ($number = 2; Workspace::query()->where('slug', $slug)->exists(); $number++) {
            $slug = "{$base}-{$number}";
        }

        return $slug;
    }
}
