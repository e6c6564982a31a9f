<?php

declare(strict_types=1);

use App\Models\Document;
use App\Models\Workspace;
use App\Past\HourlyUpkeep;
use App\Relink\LostFiles;
use App\Saving\CompanionFiles;
use App\Support\ManyValues;
use App\Support\TableCounts;
use App\Workspace\Graph\Edges;
use App\Workspace\Index\DocumentRows;
use App\Workspace\Index\LinksToDocuments;
use App\Workspace\Index\Scanner;
use App\Workspace\PathCheck;
use Illuminate\Support\Facades\DB;
use Illuminate\Support\Str;
use Tests\Support\Harbour;

const COUNTED_TABLES = ['documents', 'document_references'];

/** @return int rows that the database has looked at for this connection */
function rowsRead(): int
{
    return (int) array_sum(array_column(DB::select("show session status where variable_name in ('Handler_read_key', 'Handler_read_next', 'Handler_read_rnd_next')"), 'Value'));
}

/**
 * Documents that each refer to one file of the same name in another folder.
 *
 * @param  list<string>  $names
 */
function insertDocuments(Workspace $workspace, array $names): void
{
    $documents = $references = [];
    foreach ($names as $name) {
        $path = "d/{$name}";
        $documents[] = $document = ['id' => strtolower((string) Str::ulid()), 'workspace_id' => $workspace->id, ...Document::columns($path), 'saved_hash' => hash('sha256', $path), 'size' => 1, 'stat' => '', 'seen_at' => 0];
        $references[] = ['workspace_id' => $workspace->id, 'document_id' => $document['id'], 'in_draft' => false, 'position' => 0, 'kind' => 'link', 'offset' => 0, 'length' => 1, 'raw' => 'x', 'target_kind' => 'file',
            'target_path' => "to/{$name}", 'target_key' => Document::key("to/{$name}"), 'address' => "/elsewhere/{$name}", 'address_key' => Document::key("/elsewhere/{$name}")];
    }
    foreach (array_chunk($documents, 1000) as $some) {
        DB::table('documents')->insert($some);
    }
    foreach (array_chunk($references, 1000) as $some) {
        DB::table('document_references')->insert($some);
    }
}

afterEach(function () {
    array_map(static fn (string $table) => DB::statement("alter table {$table} stats_auto_recalc = default"), COUNTED_TABLES);
    // They have no files, and what looks at everything would look at them.
    DB::table('documents')->whereIn('workspace_id', DB::table('documents')->where('path', 'like', 'd/f%.md')->distinct()->pluck('workspace_id'))->delete();
});

it('finds what belongs to hundreds of paths among very many without reading them all, also where the database has counted its tables long ago', function () {
    $workspace = (new Harbour)->workspace;
    // Such numbers say that each path has hundreds of rows.
    insertDocuments($workspace, array_fill(0, 500, 'counted.md'));
    foreach (COUNTED_TABLES as $table) {
        DB::statement("alter table {$table} stats_auto_recalc = 0");
        DB::statement("analyze table {$table}");
    }
    insertDocuments($workspace, array_map(static fn (int $n): string => "f{$n}.md", range(1, 5000)));
    $named = static fn (string $folder): array => array_map(static fn (int $n): string => "{$folder}/f{$n}.md", range(1, 300));
    [$paths, $lost] = [$named('d'), $named('gone')];
    $targets = array_map(Document::key(...), $named('to'));
    $hashes = array_map(static fn (string $path): string => hash('sha256', $path), $paths);

    $questions = [
        'companions' => static fn () => CompanionFiles::of($workspace, $paths),
        'lost files' => static fn () => LostFiles::at($workspace, $lost),
        'whether a path is free' => static fn () => new PathCheck($workspace, $paths),
        'who refers to them' => static fn () => (new Edges($workspace))->referrers($targets),
        'links to them' => static fn () => (new LinksToDocuments($workspace))->showing($named('to')),
        'documents at paths' => static fn () => (new DocumentRows($workspace))->addAt($paths),
        'documents of such names' => static fn () => (new DocumentRows($workspace))->addNamed($paths),
        'who names files elsewhere' => static fn () => (new DocumentRows($workspace))->addNamingElsewhere($named('/elsewhere')),
        'ids alone, which an index holds' => static fn () => array_map(static fn (array $some) => ManyValues::among(DB::table('documents'), 'path_key', $some)->where('workspace_id', $workspace->id)->pluck('id'), ManyValues::portions(array_map(Document::key(...), $paths))),
        'files with these contents' => static fn () => array_map(static fn (array $some) => ManyValues::among(DB::table('documents as d'), 'd.saved_hash', $some)->where('workspace_id', $workspace->id)->pluck('id'), ManyValues::portions($hashes)),
    ];
    foreach ($questions as $name => $ask) {
        $before = rowsRead();
        $ask();
        expect(rowsRead() - $before)->toBeLessThan(4500, $name);
    }
    foreach (['documents' => 'id', 'document_references' => 'document_id'] as $table => $column) {
        $rows = ManyValues::among(DB::table($table)->where('workspace_id', $workspace->id), $column, $targets);
        $steps = array_map(static fn (object $step): string => "{$step->table} {$step->type} {$step->key}", DB::select("explain {$rows->toSql()}", $rows->getBindings()));
        expect($steps[0])->toStartWith('<subquery2> ALL')->and($steps[1])->toMatch("~^{$table} (eq_)?ref PRIMARY$~");
    }
});

it('finds the same rows by few values and by many, none twice, whatever the question calls the column', function (int $count) {
    $workspace = (new Harbour)->workspace;
    insertDocuments($workspace, array_map(static fn (int $n): string => "f{$n}.md", range(1, 20)));
    $paths = array_map(static fn (int $n): string => "d/f{$n}.md", range(1, $count));
    $keys = array_map(Document::key(...), [...$paths, 'd/not-there.md', ...array_slice($paths, 0, 1)]);

    expect(ManyValues::among(DB::table('documents as d'), 'd.path_key', $keys)->where('d.workspace_id', $workspace->id)->orderByRaw('length(path), path')->pluck('path')->all())->toBe($paths)
        ->and(ManyValues::among(Document::query()->where('workspace_id', $workspace->id), 'path_key', $keys)->count())->toBe($count)
        ->and(ManyValues::among(Document::query()->where('workspace_id', $workspace->id), 'path_key', [])->count())->toBe(0);
})->with([1, 2, 3, 20]);

it('locks the rows that are asked for, and none beside them, in a small workspace too', function (string $column) {
    $workspace = (new Harbour)->workspace;
    insertDocuments($workspace, array_map(static fn (int $n): string => "f{$n}.md", range(1, 12)));
    DB::table('documents')->where('workspace_id', $workspace->id)->update(['file_key' => DB::raw('path_key')]);
    $values = DB::table('documents')->where('workspace_id', $workspace->id)->pluck($column)->all();
    config(['database.connections.other' => config('database.connections.'.DB::getDefaultConnection())]);
    DB::transaction(function () use ($workspace, $column, $values) {
        ManyValues::locked(Document::query(), $column, array_slice($values, 0, 6))->where('workspace_id', $workspace->id)->orderBy('id')->get();
        $free = DB::connection('other')->select("select {$column} as value from documents where workspace_id = ? for update skip locked", [$workspace->id]);
        expect(array_column($free, 'value'))->toEqualCanonicalizing(array_slice($values, 6));
    });
    DB::purge('other');
})->with(['id', 'file_key']);

it('has the database count its tables anew when very many files have come, and once an hour', function () {
    $harbour = new Harbour;
    $counted = 0;
    DB::listen(static function ($query) use (&$counted): void {
        $counted += str_starts_with($query->sql, 'analyze') ? 1 : 0;
    });
    foreach (range(1, TableCounts::MANY) as $n) {
        $harbour->put("d/f{$n}.bin", (string) $n);
    }
    $scan = static fn () => app(Scanner::class)->run($harbour->workspace);
    $scan();
    expect($counted)->toBe(1);
    $harbour->put('one.md', '# One more');
    $scan();
    expect($counted)->toBe(1);
    app(HourlyUpkeep::class)->ofTheStore();
    expect($counted)->toBe(2);
    // Which it would end.
    DB::transaction(TableCounts::renew(...));
    expect($counted)->toBe(2);
});
