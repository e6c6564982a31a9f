<?php

declare(strict_types=1);

namespace App\Models;

use Hafenbuch\Core\Document\ContentState;
use Hafenbuch\Core\Format\FormatRegistry;
use Hafenbuch\Core\Path\Path;
use Hafenbuch\Core\Release\Mark;
use Illuminate\Database\Eloquent\Builder;
use Illuminate\Database\Eloquent\Concerns\HasUlids;
use Illuminate\Database\Eloquent\Relations\BelongsTo;
use Illuminate\Database\Eloquent\Relations\HasMany;
use Illuminate\Database\Eloquent\Relations\HasOne;
use Illuminate\Support\Carbon;
use Illuminate\Support\Facades\DB;

/**
 * A file of a workspace, or a new document with a proposed path.
 *
 * @property ?string $release_state
 * @property ?string $release_revision
 * @property string $id a ULID
 * @property int $workspace_id
 * @property string $path
 * @property string $path_key
 * @property ?string $file_key
 * @property string $fold_key
 * @property string $format
 * @property ?string $title
 * @property ?string $note
 * @property ?string $saved_hash
 * @property ?int $size
 * @property string $stat
 * @property int $seen_at
 * @property bool $is_gone
 * @property bool $is_writable
 * @property int $revision
 * @property ?int $step_id the edit step that is on the screen
 * @property ?Carbon $dropped_at
 * @property ?string $origin_id the document that it was made from
 * @property ?string $origin_kind
 * @property ?Carbon $origin_at
 * @property ?Carbon $updated_at
 * @property-read Workspace $workspace
 * @property-read ?Draft $draft
 */
final class Document extends Record
{
    use HasUlids;

    protected function casts(): array
    {
        return ['is_gone' => 'boolean', 'is_writable' => 'boolean', 'dropped_at' => 'datetime', 'origin_at' => 'datetime'];
    }

    /** The key under which a path is indexed. */
    public static function key(string $path): string
    {
        return Path::key($path);
    }

    /** @return array{path: string, path_key: string, fold_key: string, format: string} the columns that go with a path */
    public static function columns(string $path): array
    {
        return ['path' => $path, 'path_key' => self::key($path), 'fold_key' => self::key(Path::fold($path)), 'format' => FormatRegistry::standard()->nameFor($path)];
    }

    public function moveTo(string $path): void
    {
        if ($this->path !== $path) {
            $this->fill(self::columns($path));
        }
    }

    /** @return BelongsTo<Workspace, $this> */
    public function workspace(): BelongsTo
    {
        return $this->belongsTo(Workspace::class);
    }

    /** @return HasOne<Draft, $this> */
    public function draft(): HasOne
    {
        return $this->hasOne(Draft::class);
    }

    /** @return HasMany<Version, $this> */
    public function versions(): HasMany
    {
        return $this->hasMany(Version::class);
    }

    /** @param Builder<self> $query */
    public function scopeKept(Builder $query): void
    {
        $query->whereNull('dropped_at');
    }

    /** The document at a path: the one that has the file, else the new one that is to have it. */
    public static function at(Workspace $workspace, string $path): ?self
    {
        return self::query()->kept()
            ->where('workspace_id', $workspace->id)
            ->where('path_key', self::key($path))
            ->orderByRaw('saved_hash is null')
            ->first();
    }

    /**
     * @param  bool  $differing  of those with a draft only those of which it is another content than the saved one
     * @return list<string> the ids of those with a draft, or without a file
     */
    public static function unsavedIds(Workspace $workspace, bool $differing = false): array
    {
        $kept = static fn (): \Illuminate\Database\Query\Builder => DB::table('documents')->where('workspace_id', $workspace->id)->whereNull('dropped_at');
        $drafted = $kept()->join('drafts', 'drafts.document_id', '=', 'documents.id');

        return array_values(array_unique(($differing ? $drafted->whereRaw('not (drafts.hash <=> documents.saved_hash)') : $drafted)->select('documents.id')
            ->unionAll($kept()->whereNull('file_key')->whereNull('saved_hash')->select('id'))->pluck('id')->all()));
    }

    /** The hash of what is on the screen: the draft, else the saved content. */
    public function workingHash(): ?string
    {
        return $this->draft->hash ?? $this->saved_hash;
    }

    public function contentState(): ContentState
    {
        return ContentState::of($this->saved_hash !== null, $this->draft !== null);
    }

    public function displayTitle(): string
    {
        return $this->title !== null && $this->title !== '' ? $this->title : Path::nameOf($this->path);
    }

    public function mark(): Mark
    {
        return new Mark($this->release_state, $this->release_revision);
    }
}
