<?php

declare(strict_types=1);

use App\Models\Notice;
use App\Models\Operation;
use App\Models\Role;
use Illuminate\Support\Facades\DB;
use Tests\Support\Harbour;

beforeEach(function () {
    $this->harbour = new Harbour(['mechanism/drum.svg' => '<svg/>', 'guidebook/a.md' => '# A']);
    $this->ida = $this->harbour->member('Ida');
    $this->jon = $this->harbour->member('Jon');
    $this->actingAs($this->ida);
    $this->drum = $this->harbour->document('mechanism/drum.svg');
    $this->at = "documents/{$this->drum->id}";
});

it('locks with a note and an end, after which it holds nobody back', function () {
    api('POST', "{$this->at}/lock", ['note' => 'I turn the drum', 'hours' => 2])->assertOk();
    api('GET', $this->at)->assertJson(['lock' => ['by' => 'Ida', 'isYours' => true, 'note' => 'I turn the drum', 'isAutomatic' => false, 'isAbandoned' => false]]);
    expect(api('GET', $this->at, as: $this->jon)->json('row.access'))->toBe('locked by Ida');
    api('PUT', "{$this->at}/draft", '<svg id="x"/>', $this->drum->revision, $this->jon)->assertStatus(423);
    $this->travel(3)->hours();
    expect(api('GET', $this->at, as: $this->jon)->json('row.access'))->toBe('writable');
    api('PUT', "{$this->at}/draft", '<svg id="x"/>', $this->drum->revision, $this->jon)->assertOk();
    api('POST', "{$this->at}/lock", [], null, $this->jon)->assertOk();
});

it('is asked for, and answered in place', function () {
    api('POST', "{$this->at}/lock", []);
    api('POST', "{$this->at}/lock/ask", ['text' => 'only the title'], null, $this->ida)->assertStatus(422);
    api('POST', "{$this->at}/lock/ask", ['text' => 'only the title'], null, $this->jon)->assertNoContent();
    api('POST', "{$this->at}/lock/ask", ['text' => 'please'], null, $this->jon)->assertNoContent();
    $asked = api('GET', 'notices')->assertJsonCount(1)->assertJson([['kind' => 'lock asked for', 'from' => 'Jon', 'path' => 'mechanism/drum.svg', 'text' => 'please']])->json('0.id');
    api('POST', "notices/{$asked}/answer", ['isGiven' => true], null, $this->jon)->assertStatus(404);
    api('POST', "notices/{$asked}/answer", ['isGiven' => false, 'text' => 'in an hour'])->assertOk()->assertExactJson([]);
    api('GET', 'notices', as: $this->jon)->assertJson([['kind' => 'not yet', 'from' => 'Ida', 'text' => 'in an hour']]);
    api('POST', "notices/{$asked}/answer", ['isGiven' => true])->assertStatus(422);

    api('POST', "{$this->at}/lock/ask", [], null, $this->jon)->assertNoContent();
    api('POST', 'notices/'.Notice::query()->where('user_id', $this->ida->id)->max('id').'/answer', ['isGiven' => true])->assertOk();
    expect(api('GET', $this->at)->json('row.access'))->toBe('locked by Jon');
    api('DELETE', 'notices/'.Notice::query()->where('user_id', $this->jon->id)->max('id'), null, null, $this->jon)->assertOk()->assertJsonCount(1);
});

it('is broken by a keeper, which the logbook notes, and by no other while its holder is there', function () {
    api('POST', "{$this->at}/lock", []);
    api('DELETE', "{$this->at}/lock", null, null, $this->jon)->assertStatus(422);
    api('DELETE', "{$this->at}/lock", null, null, $this->harbour->owner)->assertOk();
    $entry = Operation::query()->where('workspace_id', $this->harbour->workspace->id)->where('kind', 'lock')->firstOrFail();
    expect($entry->words)->toBe('Broke the lock of Ida on mechanism/drum.svg')->and($entry->person?->name)->toBe('Mara');
});

it('is offered to others once its holder has been gone for long', function () {
    changeSettings(['lockMinutes' => 30])->assertStatus(403);
    $this->actingAs($this->harbour->owner);
    changeSettings(['lockMinutes' => 30])->assertOk();
    $this->actingAs($this->ida);
    api('POST', "{$this->at}/lock", []);
    api('PUT', 'presence', ['visit' => str_repeat('i', 26), 'document' => null])->assertNoContent();
    $this->travel(20)->minutes();
    expect(api('GET', $this->at, as: $this->jon)->json('lock.isAbandoned'))->toBeFalse();
    api('DELETE', "{$this->at}/lock", null, null, $this->jon)->assertStatus(422);
    $this->travel(20)->minutes();
    expect(api('GET', $this->at, as: $this->jon)->json('lock.isAbandoned'))->toBeTrue();
    api('DELETE', "{$this->at}/lock", null, null, $this->jon)->assertOk();
});

it('is taken by writing where the workspace has agreed on that, and ends with the draft', function () {
    $this->actingAs($this->harbour->owner);
    changeSettings(['autoLock' => ['mechanism']])->assertOk();
    expect(changeSettings(['autoLock' => ''])->getStatusCode())->toBe(422)->and(api('GET', 'settings')->json('autoLock'))->toBe(['mechanism/']);
    $this->actingAs($this->ida);
    api('PUT', "{$this->at}/draft", '<svg id="x"/>', $this->drum->revision)->assertOk();
    expect(api('GET', $this->at)->json('lock'))->toMatchArray(['by' => 'Ida', 'isAutomatic' => true]);
    $now = $this->harbour->document('mechanism/drum.svg');
    api('PUT', "{$this->at}/draft", '<svg id="y"/>', $now->revision, $this->jon)->assertStatus(423);
    api('POST', 'save', ['decisions' => [['document' => $this->drum->id, 'kind' => 'save']], 'fingerprint' => api('POST', 'plan', ['decisions' => [['document' => $this->drum->id, 'kind' => 'save']]])->json('fingerprint')])->assertOk();
    expect(api('GET', $this->at)->json('lock'))->toBeNull();
    $now = $this->harbour->document('mechanism/drum.svg');
    api('PUT', "{$this->at}/draft", '<svg id="y"/>', $now->revision, $this->jon)->assertOk();
    expect(api('GET', $this->at)->json('lock.by'))->toBe('Jon');
    // Elsewhere nobody is kept out.
    $a = $this->harbour->document('guidebook/a.md');
    api('PUT', "documents/{$a->id}/draft", '# A2', $a->revision)->assertOk();
    expect(api('GET', "documents/{$a->id}")->json('lock'))->toBeNull();
});

it('goes with whoever is taken out of the workspace', function () {
    api('POST', "{$this->at}/lock", []);
    api('DELETE', "members/{$this->ida->id}", null, null, $this->harbour->owner)->assertOk();
    expect(DB::table('document_locks')->where('document_id', $this->drum->id)->exists())->toBeFalse();
});

it('has one holder, whoever takes it at the same time', function () {
    $taking = fn ($person) => new Symfony\Component\Process\Process([PHP_BINARY, '-r', 'require "vendor/autoload.php"; $app = require "bootstrap/app.php"; $app->make(Illuminate\Contracts\Console\Kernel::class)->bootstrap(); try { App\Drafts\Locks::take(App\Models\Document::query()->findOrFail($argv[1]), App\Models\User::query()->findOrFail((int) $argv[2])); echo "has it"; } catch (App\Drafts\DocumentLocked) { echo "late"; }', $this->drum->id, (string) $person->id], base_path());
    $both = [$taking($this->ida), $taking($this->jon)];
    array_map(static fn ($process) => $process->start(), $both);
    array_map(static fn ($process) => $process->wait(), $both);
    $said = array_map(static fn ($process): string => $process->getOutput(), $both);
    sort($said);
    expect($said)->toBe(['has it', 'late']);
});

it('tells people of comments in which they are mentioned, and lets what was said be settled', function () {
    $said = api('POST', "{$this->at}/comments", ['text' => 'Is the axle 12 mm, Jon?', 'mentions' => [$this->jon->id, $this->ida->id, Harbour::person('Stranger')->id]])->assertStatus(201)->json('0.id');
    api('GET', 'notices', as: $this->jon)->assertJsonCount(1)->assertJson([['kind' => 'mention', 'from' => 'Ida', 'text' => 'Is the axle 12 mm, Jon?', 'document' => $this->drum->id]]);
    expect(Notice::query()->where('document_id', $this->drum->id)->count())->toBe(1);
    api('POST', "{$this->at}/comments", ['text' => 'In line 3', 'version' => 99, 'line' => 3])->assertStatus(422);
    api('POST', "{$this->at}/comments", ['text' => ' '])->assertStatus(422);
    api('PATCH', "{$this->at}/comments/{$said}", ['isSettled' => true], null, $this->jon)->assertJson([['isSettled' => true]]);
    api('DELETE', "{$this->at}/comments/{$said}", null, null, $this->jon)->assertStatus(422);
    api('DELETE', "{$this->at}/comments/{$said}")->assertExactJson([]);
    api('GET', 'notices', as: $this->jon)->assertExactJson([]);
    $a = $this->harbour->document('guidebook/a.md');
    $other = api('POST', "documents/{$a->id}/comments", ['text' => 'Elsewhere'])->json('0.id');
    api('DELETE', "{$this->at}/comments/{$other}")->assertStatus(404);
});

it('keeps readers from locks and comments', function () {
    $reader = $this->harbour->member('Henning', Role::Reader);
    api('POST', "{$this->at}/comments", ['text' => 'x'], null, $reader)->assertStatus(403);
    api('POST', "{$this->at}/lock", [], null, $reader)->assertStatus(403);
});
