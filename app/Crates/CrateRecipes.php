<?php

declare(strict_types=1);

namespace App\Crates;

use App\Models\Document;
use App\Models\User;
use App\Models\Workspace;
use App\Support\Refused;
use App\Workspace\Pulse;
use Illuminate\Support\Facades\DB;

/** Choices of crates that a workspace keeps under names, and what it says of files that can be made again. */
final readonly class CrateRecipes
{
    public const MOST = 200;

    /** @return list<array{name: string, wish: array<string, mixed>}> by name */
    public function all(Workspace $workspace): array
    {
        return array_values(DB::table('crate_recipes')->where('workspace_id', $workspace->id)->orderBy('name')->get(['name', 'wish'])
            ->map(static fn (object $row): array => ['name' => $row->name, 'wish' => json_decode($row->wish, true, 16, JSON_THROW_ON_ERROR)])->all());
    }

    /**
     * @return array<string, mixed>
     *
     * @throws Refused
     */
    public function named(Workspace $workspace, string $name): array
    {
        $wish = DB::table('crate_recipes')->where('workspace_id', $workspace->id)->where('name', $name)->value('wish') ?? throw Refused::because("The workspace “{$workspace->name}” keeps no choices under the name “{$name}”.");

        return json_decode($wish, true, 16, JSON_THROW_ON_ERROR);
    }

    /** @throws Refused */
    public function keep(Workspace $workspace, User $person, string $name, PackWish $wish): void
    {
        $name = CrateName::of($name);
        if (DB::table('crate_recipes')->where('workspace_id', $workspace->id)->where('name', '!=', $name)->count() >= self::MOST) {
            throw Refused::because('At most '.self::MOST.' choices are kept. Drop some that are not needed any more.');
        }
        DB::table('crate_recipes')->upsert([['workspace_id' => $workspace->id, 'name' => $name, 'wish' => json_encode($wish->given, JSON_THROW_ON_ERROR), 'user_id' => $person->id, 'at' => now()]], ['workspace_id', 'name'], ['wish', 'user_id', 'at']);
    }

    public function drop(Workspace $workspace, string $name): void
    {
        DB::table('crate_recipes')->where('workspace_id', $workspace->id)->where('name', $name)->delete();
    }

    public function say(Workspace $workspace, Document $document, ?string $recipe): void
    {
        $recipe = trim($recipe ?? '');
        Document::query()->whereKey($document->id)->update(['recipe' => $recipe === '' ? null : $recipe]);
        Pulse::changed($workspace, [$document->id]);
    }
}
