<?php

declare(strict_types=1);

use App\Models\Operation;
use App\Workspace\Index\Watcher;
use Tests\Support\Harbour;

beforeEach(function () {
    $this->harbour = new Harbour(['a.md' => '# A', 'b.md' => '# B', 'c.md' => '# C']);
    $this->actingAs($this->harbour->owner);
    (new App\Quay\Quay($this->harbour->workspace, $this->harbour->owner))->open(array_map(fn (string $path): string => $this->harbour->document($path)->id, ['a.md', 'b.md']));
    $this->look = fn (): int => app(Watcher::class)->look($this->harbour->workspace);
});

it('takes over what another program wrote, and notes it', function () {
    $this->harbour->put('a.md', '# A outside');
    expect(($this->look)())->toBe(1)
        ->and(($this->look)())->toBe(0)
        ->and($this->harbour->document('a.md')->title)->toBe('A outside');
    $entry = $this->getJson($this->harbour->api('/logbook'))->assertJsonPath('0.words', 'a.md was changed by another program')->json('0.id');
    $this->getJson($this->harbour->api("/logbook/{$entry}"))->assertJsonPath('kind', 'outside')->assertJsonPath('lines.0.path', 'a.md');

    $this->postJson($this->harbour->api("/logbook/{$entry}/undo"), ['fingerprint' => str_repeat('0', 64)])->assertStatus(422);
});

it('leaves a draft alone, and says that its file has changed', function () {
    $this->harbour->draft('b.md', '# mine');
    $this->harbour->put('b.md', '# B outside');
    ($this->look)();

    $this->getJson($this->harbour->api('/quay'))->assertJsonPath('rows.1.file', 'changed outside')->assertJsonPath('rows.1.title', 'mine');
    $this->postJson($this->harbour->api('/plan'), ['decisions' => [['document' => $this->harbour->document('b.md')->id, 'kind' => 'save']]])
        ->assertJsonPath('blockers.0.path', 'b.md');
    expect(Operation::query()->where('workspace_id', $this->harbour->workspace->id)->exists())->toBeFalse();
});

it('sees a file go and come back', function () {
    unlink($this->harbour->root.'/a.md');
    ($this->look)();
    $this->getJson($this->harbour->api('/quay'))->assertJsonPath('rows.0.file', 'gone');
    $this->harbour->put('a.md', '# A');
    ($this->look)();
    $this->getJson($this->harbour->api('/quay'))->assertJsonPath('rows.0.file', 'there');
});

it('takes a save for nobody else’s work', function () {
    $this->harbour->draft('a.md', '# mine');
    $this->harbour->command('save', ['--save', 'a.md']);
    ($this->look)();

    expect(Operation::query()->where('workspace_id', $this->harbour->workspace->id)->pluck('kind')->all())->toBe(['save']);
});
