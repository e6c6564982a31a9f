<?php

declare(strict_types=1);

use App\Models\Document;
use App\Models\Role;
use App\Saving\Undoing;
use Tests\Support\Harbour;

beforeEach(function () {
    $this->harbour = new Harbour(['book.md' => '[a](a.md) [b](b.md)', 'a.md' => '[c](c.md)', 'b.md' => '# B', 'c.md' => '# C']);
    $this->actingAs($this->harbour->owner);
    $this->id = fn (string $path): string => $this->harbour->document($path)->id;
});

/** @param array<string, mixed> $more */
function moveTo(string $path, string $state, array $more = []): array
{
    return ['document' => (test()->id)($path), 'kind' => 'state', 'state' => $state, ...$more];
}

/**
 * @param  list<array<string, mixed>>  $decisions
 */
function carryOut(array $decisions, ?App\Models\User $as = null): Illuminate\Testing\TestResponse
{
    $plan = api('POST', 'plan', ['decisions' => $decisions], null, $as)->assertOk();

    return api('POST', 'save', ['decisions' => $decisions, 'fingerprint' => $plan->json('fingerprint')], null, $as);
}

function markOf(string $path): string
{
    return test()->harbour->document($path)->refresh()->mark()->words();
}

it('moves a document on with all below it, shows that in the plan, warns of what is not released, and is taken back as one', function () {
    $alone = api('POST', 'plan', ['decisions' => [moveTo('book.md', 'released')]])->assertOk();
    expect($alone->json('lines.0'))->toMatchArray(['path' => 'book.md', 'action' => 'state', 'reason' => 'becomes released, revision A'])->and($alone->json('warnings.*.message'))->toContain('It will be released, revision A, and refers to a.md, which is in work.');
    $with = api('POST', 'plan', ['decisions' => [moveTo('book.md', 'released', ['stateBelow' => true])]]);
    expect($with->json('lines.*.path'))->toEqualCanonicalizing(['book.md', 'a.md', 'b.md', 'c.md'])->and($with->json('warnings'))->toBe([]);

    $entry = carryOut([moveTo('book.md', 'released', ['stateBelow' => true])])->assertOk();
    expect($entry->json('kind'))->toBe('release')->and($entry->json('words'))->toBe('book.md became released, revision A and 3 more')->and(markOf('c.md'))->toBe('released, revision A');
    $shown = api('GET', 'documents/'.($this->id)('a.md'));
    expect($shown->json('row'))->toMatchArray(['state' => 'released', 'issue' => 'A', 'access' => 'read-only'])->and($shown->json('released.0'))->toMatchArray(['words' => 'released, revision A', 'by' => 'Mara']);

    $undo = api('GET', "logbook/{$entry->json('id')}/undo")->assertOk();
    api('POST', "logbook/{$entry->json('id')}/undo", ['fingerprint' => $undo->json('fingerprint')])->assertOk();
    expect(markOf('book.md'))->toBe('without a state')->and(markOf('c.md'))->toBe('without a state');
});

it('moves on with a save of the same plan, and both are taken back together', function () {
    $this->harbour->draft('b.md', '# B2');
    $blocked = api('POST', 'plan', ['decisions' => [moveTo('b.md', 'released')]]);
    expect($blocked->json('blockers.0.message'))->toContain('unsaved changes');
    $entry = carryOut([['document' => ($this->id)('b.md'), 'kind' => 'save', 'state' => 'released']])->assertOk();
    expect($this->harbour->read('b.md'))->toBe('# B2')->and(markOf('b.md'))->toBe('released, revision A');
    api('POST', "logbook/{$entry->json('id')}/undo", ['fingerprint' => api('GET', "logbook/{$entry->json('id')}/undo")->json('fingerprint')])->assertOk();
    expect($this->harbour->read('b.md'))->toBe('# B')->and(markOf('b.md'))->toBe('without a state')->and($this->harbour->workingText('b.md'))->toBe('# B2');
});

it('keeps a released document from being written, moved, deleted or rewritten, until a new revision is begun', function () {
    carryOut([moveTo('a.md', 'released')])->assertOk();
    $a = $this->harbour->document('a.md');
    api('PUT', "documents/{$a->id}/draft", '# other', $a->revision)->assertStatus(403);
    foreach ([['document' => $a->id, 'kind' => 'move', 'path' => 'z.md'], ['document' => $a->id, 'kind' => 'delete'], ['document' => ($this->id)('c.md'), 'kind' => 'move', 'path' => 'd.md', 'follow' => 'everyone']] as $decision) {
        expect(json_encode(api('POST', 'plan', ['decisions' => [$decision]])->json('blockers')))->toContain('Begin a new revision');
    }
    carryOut([moveTo('a.md', 'in work')])->assertOk();
    expect(markOf('a.md'))->toBe('in work, revision B');
    api('PUT', "documents/{$a->id}/draft", '# other', $this->harbour->document('a.md')->revision)->assertOk();
});

it('lets only keepers release, and everyone who writes send to review and back', function () {
    $ida = $this->harbour->member('Ida');
    carryOut([moveTo('b.md', 'in review')], $ida)->assertOk();
    expect(api('POST', 'plan', ['decisions' => [moveTo('b.md', 'released')]], null, $ida)->json('blockers.0.message'))->toContain('Only a keeper');
    carryOut([moveTo('b.md', 'released')], $ida)->assertStatus(422);
    carryOut([moveTo('b.md', 'in work')], $ida)->assertOk();
    api('POST', 'plan', ['decisions' => [moveTo('b.md', 'in review')]], null, $this->harbour->member('Henning', Role::Reader))->assertJsonPath('blockers.0.message', "You are a reader of “{$this->harbour->workspace->name}”, and do not write in it. Ask a keeper of the workspace.");
});

it('refuses to take back what has moved on since', function () {
    $first = carryOut([moveTo('b.md', 'in review')])->json('id');
    carryOut([moveTo('b.md', 'released')])->assertOk();
    expect(api('GET', "logbook/{$first}/undo")->json('blockers.0.message'))->toContain('released, revision A now');
});

it('refuses to take back an older save of what is released now', function () {
    $this->harbour->draft('b.md', '# B2');
    $save = $this->harbour->saveAll();
    carryOut([moveTo('b.md', 'released')])->assertOk();
    expect(json_encode(api('GET', "logbook/{$save->id}/undo")->json('blockers')))->toContain('Begin a new revision');
    expect(fn () => app(Undoing::class)->undo($this->harbour->workspace, $this->harbour->owner, $save, null))->toThrow(App\Saving\PlanBlocked::class);
});

it('goes by the chain that the workspace has agreed on, and refuses one that would lock documents in', function () {
    $state = fn (string $name, bool $isWritten, bool $isReleased): array => ['name' => $name, 'isKeepers' => false, 'isWritten' => $isWritten, 'isReleased' => $isReleased];
    changeSettings(['release' => ['scheme' => 'numbers', 'states' => [$state('frozen', false, false)]]])->assertStatus(422);
    changeSettings(['release' => ['scheme' => 'roman', 'states' => []]])->assertStatus(422);
    changeSettings(['release' => ['scheme' => 'numbers', 'states' => [$state('draft', true, false), $state('printed', false, true)]]])->assertOk();
    carryOut([moveTo('b.md', 'printed')])->assertOk();
    carryOut([moveTo('b.md', 'draft')])->assertOk();
    expect(markOf('b.md'))->toBe('draft, revision 1.1')->and(api('POST', 'plan', ['decisions' => [moveTo('b.md', 'released')]])->json('blockers.0.message'))->toContain('There is no state “released”');
});

it('does not release what somebody else has locked', function () {
    $ida = $this->harbour->member('Ida');
    App\Drafts\Locks::take(Document::query()->findOrFail(($this->id)('b.md')), $ida);
    expect(api('POST', 'plan', ['decisions' => [moveTo('b.md', 'in review')]])->json('blockers.0.message'))->toContain('Ida has locked it');
});

it('is refused when the plan has changed since it was read', function () {
    $decisions = [moveTo('b.md', 'released')];
    $fingerprint = api('POST', 'plan', ['decisions' => $decisions])->json('fingerprint');
    carryOut([moveTo('b.md', 'in review', ['raise' => true])])->assertOk();
    api('POST', 'save', ['decisions' => $decisions, 'fingerprint' => $fingerprint])->assertStatus(409);
});

it('comes from the command line', function () {
    $said = $this->harbour->command('save', ['--state', 'book.md=released', '--state-below', '--json']);
    expect($said['code'])->toBe(0, $said['err'])->and(array_column($said['json']['lines'], 'action'))->toBe(['state', 'state', 'state', 'state'])->and(markOf('a.md'))->toBe('released, revision A');
});

it('comes to the end it was to come to after a kill between any two statements', function (int $nth) {
    $this->harbour->draft('b.md', '# B2');
    $this->harbour->dying('~^(update|insert)~i', $nth, 'save', ['--save', 'b.md', '--state', 'b.md=released']);
    $this->harbour->command('recover');
    $isDone = $this->harbour->read('b.md') === '# B2';
    expect(markOf('b.md'))->toBe($isDone ? 'released, revision A' : 'without a state');
})->with(range(1, 14));

it('is said in crates and sessions, and a session leaves alone what is not written in its state', function () {
    $this->harbour->draft('b.md', '# B2');
    $kept = app(App\Sessions\Keeping::class)->keep($this->harbour->owner, 'Before the release', [$this->harbour->workspace], true)->session;
    api('POST', 'plan', ['decisions' => [['document' => ($this->id)('b.md'), 'kind' => 'discard']]]);
    carryOut([['document' => ($this->id)('b.md'), 'kind' => 'discard']])->assertOk();
    carryOut([moveTo('b.md', 'released')])->assertOk();
    $items = $this->getJson("/api/sessions/{$kept->id}")->assertOk()->json();
    expect(json_encode($items))->toContain('released, revision A');
    $this->postJson("/api/sessions/{$kept->id}/open", ['way' => 'instead'])->assertOk();
    expect($this->harbour->workingText('b.md'))->toBe('# B');

    $crate = $this->harbour->root.'/../crate-'.bin2hex(random_bytes(4));
    expect($this->harbour->command('crate:pack', ['b.md', '--to', "{$crate}.zip"])['code'])->toBe(0);
    $zip = new ZipArchive;
    $zip->open("{$crate}.zip");
    $described = $index = '';
    for ($number = 0; $number < $zip->numFiles; $number++) {
        $described .= str_ends_with((string) $zip->getNameIndex($number), 'crate.json') ? $zip->getFromIndex($number) : '';
        $index .= str_ends_with((string) $zip->getNameIndex($number), 'index.html') ? $zip->getFromIndex($number) : '';
    }
    expect($described)->toContain('"state":"released","revision":"A"')->and($index)->toContain('released, revision A');
});
