<?php

declare(strict_types=1);

namespace App\Models;

use Illuminate\Database\Eloquent\Concerns\HasUlids;
use Illuminate\Database\Eloquent\Relations\BelongsTo;
use Illuminate\Database\Eloquent\Relations\HasMany;
use Illuminate\Support\Carbon;

/**
 * A logbook entry.
 *
 * @property string $id a ULID
 * @property int $workspace_id
 * @property int $number counted in the workspace
 * @property string $kind
 * @property string $state
 * @property ?int $user_id
 * @property ?string $note
 * @property ?string $undoes_id
 * @property list<string> $new_folders
 * @property list<string> $old_folders
 * @property ?string $message
 * @property ?array<string, ?string> $found
 * @property ?string $words
 * @property ?array<string, array{mixed, mixed}> $details
 * @property ?string $asked_from
 * @property Carbon $created_at
 * @property ?Carbon $finished_at
 * @property-read ?User $person
 * @property-read ?Operation $undoes
 * @property-read \Illuminate\Database\Eloquent\Collection<int, OperationLine> $lines
 */
final class Operation extends Record
{
    use HasUlids;

    public const SAVE = 'save';

    public const COPY = 'copy';

    /** A copy with all below it under unchanged names, kept for later. */
    public const SET_ASIDE = 'set aside';

    public const MOVE = 'move';

    public const DELETE = 'delete';

    /** What a person may call an operation of decisions. */
    public const KINDS = [self::SAVE, self::COPY, self::SET_ASIDE, self::MOVE, self::DELETE];

    public const UNDO = 'undo';

    /** What another program did, noted when it was noticed. */
    public const OUTSIDE = 'outside';

    /** What a person chose where recovery could not tell. */
    public const SETTLE = 'settle';

    /** Settings were changed. */
    public const RULES = 'rules';

    /** People came, went or got another role or right. */
    public const PEOPLE = 'people';

    /** Which versions stay was changed, or versions were let go. */
    public const RETENTION = 'retention';

    /** Somebody’s lock was broken. */
    public const LOCK = 'lock';

    /** They change no file, and so are not taken back but changed again. */
    public const WITHOUT_FILES = [self::RULES, self::PEOPLE, self::RETENTION, self::LOCK];

    public const EVERY_KIND = [...self::KINDS, 'relink', 'take in', 'replace device', 'release', self::UNDO, self::OUTSIDE, self::SETTLE, ...self::WITHOUT_FILES];

    public const PREPARED = 'prepared';

    /** Its files are written; the tables are following. */
    public const WRITTEN = 'written';

    /** What recovery finishes. */
    public const UNFINISHED = [self::PREPARED, self::WRITTEN];

    public const DONE = 'done';

    public const TAKEN_BACK = 'taken back';

    public const ROLLED_BACK = 'rolled back';

    public const NEEDS_PERSON = 'needs a person';

    public const SETTLED = 'settled';

    public $timestamps = false;

    protected function casts(): array
    {
        return ['new_folders' => 'array', 'old_folders' => 'array', 'found' => 'array', 'details' => 'array', 'created_at' => 'datetime', 'finished_at' => 'datetime'];
    }

    /** Under the workspace’s lock, so that nobody else takes it. */
    public static function nextNumber(Workspace $workspace): int
    {
        return 1 + (int) self::query()->where('workspace_id', $workspace->id)->max('number');
    }

    /** @return HasMany<OperationLine, $this> */
    public function lines(): HasMany
    {
        return $this->hasMany(OperationLine::class)->orderBy('position');
    }

    /** @return BelongsTo<User, $this> */
    public function person(): BelongsTo
    {
        return $this->belongsTo(User::class, 'user_id');
    }

    /** @return BelongsTo<Operation, $this> */
    public function undoes(): BelongsTo
    {
        return $this->belongsTo(self::class, 'undoes_id');
    }
}
