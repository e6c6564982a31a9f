<?php

declare(strict_types=1);

use App\Models\Document;
use App\Saving\CompanionFiles;
use Illuminate\Support\Facades\DB;
use Illuminate\Support\Str;
use Tests\Support\Harbour;

afterEach(fn () => DB::statement('alter table documents stats_auto_recalc = default'));

it('looks for the companions of a thousand documents among very many without reading them all, also where the database has counted its table long ago', function () {
    $harbour = new Harbour;
    $rowsRead = static fn (): int => array_sum(array_column(DB::select("show session status where variable_name in ('Handler_read_key', 'Handler_read_next', 'Handler_read_rnd_next')"), 'Value'));
    $insert = static function (array $paths) use ($harbour): void {
        DB::table('documents')->insert(array_map(static fn (string $path): array => [
            'id' => strtolower((string) Str::ulid()), 'workspace_id' => $harbour->workspace->id, ...Document::columns($path), 'saved_hash' => hash('sha256', $path), 'size' => 1, 'stat' => '', 'seen_at' => 0,
        ], $paths));
    };
    $insert(array_fill(0, 500, 'counted.md'));
    DB::statement('alter table documents stats_auto_recalc = 0');
    DB::statement('analyze table documents');
    $insert(array_map(static fn (int $n): string => "d/f{$n}.md", range(1, 12_000)));
    $documents = array_map(static fn (int $n): string => "d/f{$n}.md", range(1, 1000));

    $before = $rowsRead();
    $found = CompanionFiles::of($harbour->workspace, $documents);

    expect($found)->toBe([])->and($rowsRead() - $before)->toBeLessThan(6000);
});
