<?php

declare(strict_types=1);

namespace App\Past\Recovery;

use App\Models\User;
use Illuminate\Support\Facades\DB;

/** How one person has the watch kept. */
final readonly class WatchSettings
{
    public const LONGEST_STAND_DOWN_HOURS = 12;

    /**
     * @param  int  $minutes  a recovery point at least so often while drafts change
     * @param  int  $edits  or after so many edits
     * @param  int  $idleSeconds  or when the person has edited nothing for so long
     * @param  int  $limit  so many points are kept, oldest first out
     */
    public function __construct(public int $minutes = 5, public int $edits = 200, public int $idleSeconds = 60, public int $limit = 20) {}

    public static function of(User $person): self
    {
        return new self(...array_intersect_key($person->watch ?? [], get_class_vars(self::class)));
    }

    /** @return array<string, string> what a request may hold */
    public static function rules(): array
    {
        return ['minutes' => 'integer|min:1|max:240', 'edits' => 'integer|min:1|max:10000', 'idleSeconds' => 'integer|min:5|max:3600', 'limit' => 'integer|min:1|max:200'];
    }

    /** @param array<string, int> $given only what changes */
    public function with(array $given): self
    {
        return new self(...[...get_object_vars($this), ...array_map(intval(...), $given)]);
    }

    /**
     * Changes some of a person’s settings; what another of their pages has changed meanwhile stays.
     *
     * @param  array<string, int>  $given
     */
    public static function change(User $person, array $given): void
    {
        DB::transaction(static function () use ($person, $given): void {
            $now = User::query()->lockForUpdate()->findOrFail($person->id);
            $now->forceFill(['watch' => get_object_vars(self::of($now)->with($given))])->save();
        });
        $person->refresh();
    }
}
