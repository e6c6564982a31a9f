<?php

declare(strict_types=1);

use App\Models\QuayItem;
use Tests\Support\Harbour;

beforeEach(function () {
    $this->harbour = new Harbour(['a.md' => "# A\n", 'b.md' => "# B\n", 'c.md' => "# C\n", 'd.md' => "# D\n"]);
    $this->actingAs($this->harbour->owner);
    $this->id = fn (string $path): string => $this->harbour->document($path)->id;
    api('POST', 'quay', ['documents' => array_map($this->id, ['a.md', 'b.md', 'c.md', 'd.md'])])->assertOk();
    $this->shown = fn (): array => array_column(api('GET', 'quay')->json('rows'), 'path');
    $this->held = fn (): array => array_column(api('GET', 'quay')->json('hold'), 'path');
    $this->close = fn (string ...$paths) => api('POST', 'quay/close', ['documents' => array_map($this->id, $paths)])->assertOk();
});

it('keeps a closed document with its draft in the hold, and says since when', function () {
    $this->harbour->draft('b.md', 'unsaved');
    expect(($this->close)('a.md', 'b.md')->json('held'))->toBe([($this->id)('b.md')])->and(($this->shown)())->toBe(['c.md', 'd.md'])->and(($this->held)())->toBe(['b.md'])
        ->and(api('GET', 'quay')->json('heldSince'))->toHaveKey(($this->id)('b.md'));
});

it('opens again what was closed, in its place and in reverse order', function () {
    $this->harbour->draft('b.md', 'unsaved');
    ($this->close)('b.md');
    ($this->close)('c.md', 'a.md');
    expect(api('GET', 'quay')->json('canReopen'))->toBeTrue();
    api('POST', 'quay/reopen')->assertOk();
    expect(($this->shown)())->toBe(['a.md', 'c.md', 'd.md']);
    api('POST', 'quay/reopen');
    expect(($this->shown)())->toBe(['a.md', 'b.md', 'c.md', 'd.md'])->and(($this->held)())->toBe([])->and($this->harbour->workingText('b.md'))->toBe('unsaved');
    expect(api('POST', 'quay/reopen')->json('opened'))->toBe([])->and(api('GET', 'quay')->json('canReopen'))->toBeFalse();
});

it('passes over what is open again already, or gone', function () {
    ($this->close)('a.md');
    ($this->close)('b.md');
    api('POST', 'quay', ['documents' => [($this->id)('b.md')]]);
    api('POST', 'quay/reopen');
    expect(($this->shown)())->toBe(['a.md', 'c.md', 'd.md', 'b.md']);
});

it('clears only what is as saved out of the hold', function () {
    $this->harbour->draft('a.md', 'unsaved');
    $this->harbour->draft('b.md', 'unsaved too');
    ($this->close)('a.md', 'b.md');
    QuayItem::query()->where('document_id', ($this->id)('b.md'))->firstOrFail();
    $this->harbour->draft('b.md', "# B\n");
    ($this->close)('b.md');
    QuayItem::query()->updateOrInsert(['user_id' => $this->harbour->owner->id, 'document_id' => ($this->id)('d.md')], ['workspace_id' => $this->harbour->workspace->id, 'position' => 9, 'place' => 'hold']);
    api('POST', 'quay/clear-hold')->assertOk()->assertExactJson(['removed' => 1, 'stays' => 1]);
    expect(($this->held)())->toBe(['a.md']);
});

it('remembers what was opened and saved of late, for each person', function () {
    $this->harbour->draft('c.md', 'unsaved');
    $this->harbour->saveAll();
    expect(array_column(array_column(api('GET', 'recent/saved')->assertOk()->json(), 'document'), 'path'))->toBe(['c.md'])
        ->and(array_column(array_column(api('GET', 'recent/opened')->json(), 'document'), 'path'))->toHaveCount(4)
        ->and(api('GET', 'recent/saved', as: $this->harbour->member('Ida'))->json())->toBe([]);
    api('GET', 'recent/forgotten')->assertStatus(404);
});

it('lets two windows open the same document at once', function (string $what) {
    $harbour = new Harbour(['a.md' => '# A', 'b.md' => '# B']);
    $quay = new App\Quay\Quay($harbour->workspace, $harbour->owner);
    [$a, $b] = [$harbour->document('a.md')->id, $harbour->document('b.md')->id];
    $quay->open([$a]);
    if ($what === 'reopen') {
        $quay->close([$a]);
    }
    // The other window is quicker, in the moment after this one has looked.
    $isDone = false;
    Illuminate\Support\Facades\DB::listen(function (Illuminate\Database\Events\QueryExecuted $query) use (&$isDone, $harbour, $what, $a, $b): void {
        if (! $isDone && $query->connectionName !== 'lock' && preg_match('~^select .* from `(?:quay_items|closings)`~', $query->sql) === 1) {
            $isDone = true;
            Illuminate\Support\Facades\DB::connection('lock')->table('quay_items')->insert(['workspace_id' => $harbour->workspace->id, 'user_id' => $harbour->owner->id, 'document_id' => $what === 'reopen' ? $a : $b, 'position' => 9, 'place' => 'shown', 'opened_at' => now()]);
        }
    });
    match ($what) {
        'open' => $quay->open([$b]),
        'hold' => $quay->hold([$b]),
        'reopen' => $quay->reopen(),
        'arrange' => $quay->arrange([$a => false, $b => false], true),
    };
    expect($isDone)->toBeTrue()->and($quay->shown())->toEqualCanonicalizing($what === 'reopen' ? [$a] : [$a, $b]);
})->with(['open', 'hold', 'reopen', 'arrange']);
