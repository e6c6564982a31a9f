<?php

declare(strict_types=1);

namespace App\Past\Store;

use App\Models\Operation;
use App\Models\Workspace;
use App\Workspace\Settings;
use Hafenbuch\Core\Plan\Action;
use Hafenbuch\Core\Plan\ReasonKind;
use Illuminate\Database\Query\Builder;
use Illuminate\Support\Facades\DB;

/** Everything that refers to contents: drafts, versions, steps, recovery points, sessions, and the entries that can still be taken back. */
final class Roots
{
    /** By table the columns with hashes of contents that are kept for what stands there. Steps stand apart: they can do without theirs. */
    public const COLUMNS = [
        'drafts' => ['hash', 'base_hash'], 'versions' => ['hash'], 'picture_choices' => ['hash'], 'recovery_point_items' => ['hash'],
        'session_items' => ['draft_hash', 'base_hash', 'steps_hash'], 'session_contents' => ['hash'], 'crate_documents' => ['kept_hash', 'without_hash'],
        'operation_lines' => ['before_hash', 'after_hash', 'draft_before', 'draft_after'],
    ];

    private const CHUNK = 5000;

    /** Whether anything refers to one content, drafts included or not. */
    public static function referTo(string $hash, bool $withDrafts = true): bool
    {
        foreach (array_diff_key(self::COLUMNS, $withDrafts ? [] : ['drafts' => true]) as $table => $columns) {
            foreach ($columns as $column) {
                if (DB::table($table)->where($column, $hash)->exists()) {
                    return true;
                }
            }
        }

        return DB::table('draft_steps')->where('hash', $hash)->whereNull('inserted')->exists();
    }

    /** @return iterable<Root> of all workspaces, since they share the store */
    public function all(): iterable
    {
        yield from $this->of(DB::table('versions')->join('documents', 'documents.id', '=', 'document_id'), 'versions.id', 'hash', "concat('version ', number, ' of ', path)");
        yield from $this->withoutVersions();
    }

    /** @return iterable<Root> */
    public function withoutVersions(): iterable
    {
        $documents = static fn (string $table): Builder => DB::table($table)->join('documents', 'documents.id', '=', 'document_id');
        yield from $this->of($documents('drafts'), 'document_id', 'hash', "concat('the draft of ', path)");
        yield from $this->of($documents('drafts')->whereNotNull('base_hash'), 'document_id', 'base_hash', "concat('what the draft of ', path, ' was begun on')", false);
        yield from $this->of($documents('draft_steps')->whereNull('inserted'), 'draft_steps.id', 'draft_steps.hash', "concat('a step of ', path)");
        yield from $this->of($documents('picture_choices')->whereNotNull('picture_choices.hash'), 'document_id', 'picture_choices.hash', "concat('what the small picture of ', path, ' stays with')");
        yield from $this->of($documents('recovery_point_items'), 'concat(recovery_point_id, document_id)', 'hash', "concat('recovery point ', recovery_point_id, ' of ', path)");
        $items = static fn (): Builder => DB::table('session_items')->join('session_stages', 'session_stages.id', '=', 'session_stage_id')->join('kept_sessions', 'kept_sessions.id', '=', 'kept_session_id');
        yield from $this->of($items()->whereNotNull('draft_hash'), 'session_items.id', 'draft_hash', "concat('the draft of ', path, ' in the session ', name)");
        yield from $this->of($items()->whereNotNull('base_hash'), 'session_items.id', 'base_hash', "concat('what the draft of ', path, ' in the session ', name, ' was begun on')", false);
        yield from $this->of($items()->whereNotNull('steps_hash'), 'session_items.id', 'steps_hash', "concat('the steps of ', path, ' in the session ', name)");
        yield from $this->of(DB::table('session_contents')->join('session_stages', 'session_stages.id', '=', 'session_stage_id')->join('kept_sessions', 'kept_sessions.id', '=', 'kept_session_id'), "concat(session_stage_id, ' ', hash)", 'hash', "concat('a step in the session ', name)");
        yield from $this->of(DB::table('crate_documents')->join('crates', 'crates.id', '=', 'crate_id')->whereNotNull('kept_hash'), 'crate_documents.id', 'kept_hash', "concat(path, ' as it was before it went into the crate ', name)");
        yield from $this->of(DB::table('crate_documents')->join('crates', 'crates.id', '=', 'crate_id')->whereNotNull('without_hash'), "concat(crate_documents.id, ' without')", 'without_hash', "concat(path, ' without what the crate ', name, ' was not to give away')");
        yield from $this->of(DB::table('documents')->whereNotNull('saved_hash'), 'documents.id', 'saved_hash', "concat('the file ', path)", false);
        yield from $this->operations();
    }

    /** @return iterable<Root> what entries need that can still be taken back, or that are not done yet */
    private function operations(): iterable
    {
        foreach (Workspace::query()->get() as $workspace) {
            $reach = now()->subDays(Settings::of($workspace)->undoDays());
            foreach (['before_hash', 'after_hash', 'draft_before', 'draft_after'] as $column) {
                $isFile = in_array($column, ['before_hash', 'after_hash'], true);
                $lines = DB::table('operation_lines')->join('operations', 'operations.id', '=', 'operation_id')->where('workspace_id', $workspace->id)->whereNotNull($column)
                    ->where(static fn (Builder $within) => $within->where('operations.created_at', '>=', $reach)->orWhereIn('state', [...Operation::UNFINISHED, Operation::NEEDS_PERSON]));
                $writes = $isFile ? [Action::Create->value, Action::Write->value, Action::Replace->value, Action::Remove->value] : [];
                // What was copied or came in from elsewhere as it is lies at its place alone, see ArrivingContents; taking it back needs nothing of it.
                $needed = (clone $lines)->when($isFile, static fn (Builder $query) => $query->whereIn('action', $writes)->where('kind', '!=', Operation::OUTSIDE))
                    ->when($column === 'after_hash', static fn (Builder $query) => $query->whereNot(static fn (Builder $line) => $line->where('action', Action::Create->value)->where(static fn (Builder $made) => $made->where('reason', ReasonKind::TakenIn->value)->orWhereNotNull('origin_id'))))
                    ->when($isFile, static fn (Builder $query) => $query->whereNot(static fn (Builder $line) => self::onlyMoved($line, $column)));
                yield from $this->of($needed, 'operation_lines.id', $column, "concat('entry ', operations.number, ', ', path)");
                if ($isFile) {
                    yield from $this->of($lines, 'operation_lines.id', $column, "concat('entry ', operations.number, ', ', path)", false);
                }
            }
            yield from $this->found($workspace);
        }
    }

    /** Nor is a file kept that was only moved, see MovedFiles: it is at its new place. */
    private static function onlyMoved(Builder $line, string $column): void
    {
        $line->whereIn('reason', [ReasonKind::MovedFrom->value, ReasonKind::MovesTo->value, ReasonKind::TakesBack->value, ReasonKind::Settles->value])
            // By the document, of which few lines say that: an operation may have as many as there are files.
            ->whereExists(static fn (Builder $other) => $other->selectRaw('1')->from('operation_lines', 'other')->forceIndex('operation_lines_document_id_foreign')
                ->whereColumn('other.document_id', 'operation_lines.document_id')->whereColumn('other.operation_id', 'operation_lines.operation_id')->whereColumn('other.path', '!=', 'operation_lines.path')
                ->whereColumn($column === 'before_hash' ? 'other.after_hash' : 'other.before_hash', "operation_lines.{$column}"));
    }

    /** @return iterable<Root> contents that recovery found and nobody expected */
    private function found(Workspace $workspace): iterable
    {
        foreach (Operation::query()->where('workspace_id', $workspace->id)->whereNotNull('found')->get() as $operation) {
            foreach (array_filter($operation->found ?? []) as $path => $hash) {
                yield new Root($hash, "what entry {$operation->number} found at {$path}", false);
            }
        }
    }

    /** @return iterable<Root> */
    private function of(Builder $query, string $key, string $hash, string $what, bool $isRequired = true): iterable
    {
        $query->selectRaw("{$hash} as hash, {$what} as what, {$key} as root_key")->orderByRaw($key);
        $after = null;
        do {
            $rows = (clone $query)->when($after !== null, static fn (Builder $next) => $next->whereRaw("{$key} > ?", [$after]))->limit(self::CHUNK)->get();
            foreach ($rows as $row) {
                yield new Root($row->hash, $row->what, $isRequired);
                $after = $row->root_key;
            }
        } while (count($rows) === self::CHUNK);
    }
}
