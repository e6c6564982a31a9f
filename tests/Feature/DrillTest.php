<?php

declare(strict_types=1);

use App\Models\Document;
use Illuminate\Support\Facades\DB;
use Tests\Support\Drill\Drill;
use Tests\Support\Drill\Verdict;

/* The drill of bin/bench --together, shorter and without killing the database, which the other tests use too. */

const DRILL_SECONDS = 20.0;

it('comes to no harm when eight work at once and some are killed', function () {
    $drill = Drill::in('drill-'.getmypid(), 50);
    $drill->start(DRILL_SECONDS);
    $started = microtime(true);
    $killed = 0.0;
    while (($passed = microtime(true) - $started) < DRILL_SECONDS) {
        if ($passed - $killed > 1.0) {
            $killed = $passed;
            $drill->kills % 10 === 9 ? $drill->killServer() : $drill->killOne(DRILL_SECONDS - $passed);
        }
        usleep(20_000);
    }
    $verdict = $drill->end();
    expect($verdict->faults)->toBe([])
        ->and($verdict->counts['drafts'])->toBeGreaterThan(5)->and($verdict->counts['entries'])->toBeGreaterThan(3)->and($verdict->counts['outside'])->toBeGreaterThan(2);

    // The one who judges sees what is wrong.
    $id = Document::query()->kept()->where('workspace_id', $drill->workspace->id)->whereNotNull('file_key')->where('is_gone', false)->whereHas('draft')->value('id');
    $wrongs = [
        ['documents', ['saved_hash' => str_repeat('0', 64)], 'the row says'],
        ['documents', ['is_gone' => true], 'is there'],
        ['documents', ['title' => 'Another'], 'it is called'],
        ['document_references', ['raw' => 'else.md'], 'are not those that are recorded'],
        ['drafts', ['hash' => str_repeat('0', 64)], 'missing or damaged'],
    ];
    foreach ($wrongs as [$table, $values, $said]) {
        $where = [$table === 'documents' ? 'id' : 'document_id' => $id];
        $before = DB::table($table)->where($where)->get()->map(static fn (object $row): array => (array) $row)->all();
        DB::table($table)->where($where)->update($values);
        $faults = implode("\n", Verdict::look($drill->workspace, $drill->log)->faults);
        expect($before === [] ? $said : $faults)->toContain($said);
        foreach ($before as $row) {
            DB::table($table)->where(array_intersect_key($row, ['id' => 1, 'document_id' => 1]))->update($row);
        }
    }
    expect(Verdict::look($drill->workspace, $drill->log)->faults)->toBe([]);
});
