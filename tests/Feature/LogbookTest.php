<?php

declare(strict_types=1);

use App\Models\Operation;
use Illuminate\Support\Facades\DB;
use Tests\Support\Harbour;

beforeEach(function () {
    $this->harbour = new Harbour(['book.md' => "![arm](parts/arm.svg)\n", 'parts/arm.svg' => '<svg xmlns="http://www.w3.org/2000/svg"><image href="pin.svg"/></svg>', 'parts/pin.svg' => '<svg xmlns="http://www.w3.org/2000/svg"/>', 'far.md' => '# Far']);
    $this->actingAs($this->harbour->owner);
    $this->save = fn (array $decisions) => api('POST', 'save', ['decisions' => $decisions, 'fingerprint' => api('POST', 'plan', ['decisions' => $decisions])->json('fingerprint')])->assertOk()->json('id');
    $this->id = fn (string $path): string => $this->harbour->document($path)->id;
});

it('says what each entry was', function () {
    $this->harbour->draft('far.md', '# Farther');
    $this->harbour->draft('book.md', "# Book\n\n![arm](parts/arm.svg)\n");
    $this->harbour->saveAll('with a note');
    $this->harbour->draft('far.md', '# Out');
    ($this->save)([['document' => ($this->id)('far.md'), 'kind' => 'discard']]);
    ($this->save)([['document' => ($this->id)('far.md'), 'kind' => 'save as', 'path' => 'near.md']]);
    ($this->save)([['document' => ($this->id)('parts/arm.svg'), 'kind' => 'copy', 'path' => 'n/arm.svg', 'together' => true], ['document' => ($this->id)('parts/pin.svg'), 'kind' => 'copy', 'path' => 'n/pin.svg', 'together' => true]]);
    ($this->save)(api('POST', 'relocations', ['paths' => ['parts'], 'to' => 'pieces'])->json());
    $deleted = ($this->save)([['document' => ($this->id)('near.md'), 'kind' => 'delete']]);
    api('POST', "logbook/{$deleted}/undo", ['fingerprint' => api('GET', "logbook/{$deleted}/undo")->json('fingerprint')])->assertOk();

    $list = api('GET', 'logbook')->assertOk()->json();
    expect(array_column($list, 'words'))->toBe([
        'Took back entry 6', 'Deleted near.md', 'Moved pin.svg and 1 more', 'Copied arm.svg and 1 more', 'Saved far.md as near.md', 'Discarded far.md', 'Saved book.md and 1 more',
    ])->and(array_column($list, 'lines'))->toBe([1, 1, 5, 2, 1, 1, 2])->and($list[6]['note'])->toBe('with a note')->and($list[1]['state'])->toBe('taken back');
    foreach ($list as $head) {
        expect(api('GET', "logbook/{$head['id']}")->json())->toMatchArray(['words' => $head['words'], 'number' => $head['number']])->toHaveKey('lines');
    }
});

it('calls a save with a copy in it a save', function () {
    $this->harbour->draft('far.md', '# Farther');
    ($this->save)([['document' => ($this->id)('far.md'), 'kind' => 'save'], ['document' => ($this->id)('parts/pin.svg'), 'kind' => 'copy', 'path' => 'pin-2.svg']]);
    expect(api('GET', 'logbook')->json('0.words'))->toMatch('~^Saved (far\.md|pin-2\.svg) and 1 more$~');
});

it('gives older entries in pages', function () {
    foreach (range(1, 120) as $number) {
        Operation::query()->create(['workspace_id' => $this->harbour->workspace->id, 'number' => $number, 'kind' => 'save', 'state' => 'done', 'user_id' => $this->harbour->owner->id, 'new_folders' => [], 'old_folders' => [], 'created_at' => now()]);
    }
    $numbers = fn (string $query): array => array_column(api('GET', "logbook{$query}")->assertOk()->json(), 'number');
    expect($numbers(''))->toBe(range(120, 71))->and($numbers('?before=71'))->toBe(range(70, 21))->and($numbers('?before=21'))->toBe(range(20, 1))->and($numbers('?before=1'))->toBe([]);
});

it('lists entries of thousands of lines without reading them', function () {
    $this->harbour->draft('far.md', '# Farther');
    $entry = $this->harbour->saveAll();
    $line = (array) DB::table('operation_lines')->where('operation_id', $entry->id)->first();
    unset($line['id']);
    DB::table('operation_lines')->insert(array_map(static fn (int $n): array => ['position' => $n, 'path' => "p/{$n}.md"] + $line, range(1, 3000)));
    $queries = [];
    DB::listen(function ($query) use (&$queries): void {
        $queries[] = $query->sql;
    });
    $answer = api('GET', 'logbook')->assertOk();
    expect($answer->json('0.words'))->toBe('Saved far.md and 3000 more')->and($answer->json('0.lines'))->toBe(3001)->and(strlen((string) $answer->content()))->toBeLessThan(1000);
    expect(array_filter($queries, static fn (string $sql): bool => str_contains($sql, 'select * from `operation_lines`')))->toBe([]);
});
