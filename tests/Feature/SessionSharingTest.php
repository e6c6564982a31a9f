<?php

declare(strict_types=1);

use App\Models\KeptSession;
use App\Quay\Quay;
use App\Workspace\Files\DiskContentStore;
use Tests\Support\Harbour;

beforeEach(function () {
    $this->harbour = new Harbour(['a.md' => '# A', 'b.md' => '# B']);
    $this->office = new Harbour(['letter.md' => '# Letter']);
    $this->office->workspace->members()->attach($this->harbour->owner->id, ['role' => 'writer']);
    $this->actingAs($this->harbour->owner);
    $open = function (Harbour $harbour, string ...$paths): void {
        (new Quay($harbour->workspace, $this->harbour->owner))->arrange(array_fill_keys(array_map(static fn (string $path): string => $harbour->document($path)->id, $paths), false), true);
    };
    $open($this->harbour, 'a.md', 'b.md');
    $open($this->office, 'letter.md');
    $this->openIn = $open;
    $this->keep = fn (array $more = []) => $this->postJson('/api/sessions', ['name' => 'Both', 'workspaces' => [$this->harbour->workspace->slug, $this->office->workspace->slug], 'everything' => true, ...$more]);
});

it('keeps what is open in several workspaces, and opens each part in its own', function () {
    $id = ($this->keep)()->assertCreated()->assertJsonPath('stages.0.documents', 3)->json('id');
    ($this->openIn)($this->harbour, 'b.md');
    ($this->openIn)($this->office);
    $plan = $this->postJson("/api/sessions/{$id}/plan", ['way' => 'instead'])->assertOk();
    expect(array_column($plan->json('lines'), 'does', 'path'))->toBe(['a.md' => 'opens', 'b.md' => 'stays open', 'letter.md' => 'opens'])
        ->and($plan->json('words'))->toBe('opens 2, 1 stays open');
    $this->postJson("/api/sessions/{$id}/open", ['way' => 'instead', 'fingerprint' => $plan->json('fingerprint')])->assertOk()->assertJsonPath('keptAs', 'before opening Both');
    $this->getJson($this->harbour->api('/quay'))->assertJsonPath('rows.0.path', 'a.md');
    $this->getJson($this->office->api('/quay'))->assertJsonPath('rows.0.path', 'letter.md');
    expect(array_column($this->getJson('/api/workspaces')->json(), 'open', 'slug'))->toEqual([$this->harbour->workspace->slug => 2, $this->office->workspace->slug => 1]);
});

it('refuses to do something else than was read, and says what it would do now', function () {
    $id = ($this->keep)()->json('id');
    $plan = $this->postJson("/api/sessions/{$id}/plan", ['way' => 'instead'])->json();
    unlink($this->harbour->root.'/a.md');
    $this->harbour->scan();
    $this->postJson("/api/sessions/{$id}/open", ['way' => 'instead', 'fingerprint' => $plan['fingerprint']])->assertStatus(409)->assertJsonPath('opening.lines.0.does', 'stays open')->assertJsonPath('opening.lines.0.reason', 'it is gone');
});

it('lets the members of a workspace read a session as far as its documents are theirs, and open it as their own', function () {
    $id = ($this->keep)()->json('id');
    $ida = $this->harbour->member('Ida');
    $this->actingAs($ida)->getJson("/api/sessions/{$id}")->assertNotFound();
    $this->actingAs($this->harbour->owner)->patchJson("/api/sessions/{$id}", ['sharedWith' => [$this->harbour->workspace->slug]])->assertOk();

    $this->actingAs($ida)->getJson('/api/sessions')->assertJsonPath('0.isMine', false)->assertJsonPath('0.sharedWith', []);
    $contents = $this->getJson("/api/sessions/{$id}")->assertOk()->assertJsonPath('hidden', 1);
    expect(array_column($contents->json('items'), 'path'))->toBe(['a.md', 'b.md'])->and($contents->getContent())->not->toContain('letter');
    $this->patchJson("/api/sessions/{$id}", ['name' => 'Mine now'])->assertStatus(422);
    $this->deleteJson("/api/sessions/{$id}")->assertStatus(422);
    $this->postJson("/api/sessions/{$id}/open", ['way' => 'instead'])->assertOk();
    $own = KeptSession::query()->where('user_id', $ida->id)->where('is_before', false)->sole();
    expect($own->name)->toBe('Both')->and($own->stages()->first()?->documents)->toBe(2)
        ->and((new Quay($this->harbour->workspace, $ida))->shown())->toHaveCount(2);
    $this->getJson($this->harbour->api('/session'))->assertJsonPath('session', $own->id)->assertJsonPath('differs', 0);
});

it('takes nothing away from who has opened it when it is deleted, and says so to who is about to', function () {
    $this->harbour->draft('a.md', '# A, of Mara');
    $id = ($this->keep)()->json('id');
    $this->patchJson("/api/sessions/{$id}", ['sharedWith' => [$this->harbour->workspace->slug]]);
    $ida = $this->harbour->member('Ida');
    $this->actingAs($ida)->postJson("/api/sessions/{$id}/open", ['way' => 'add'])->assertOk();
    $stage = KeptSession::query()->findOrFail($id)->stages()->first();
    $this->actingAs($this->harbour->owner)->deleteJson("/api/sessions/{$id}")->assertOk();
    $this->actingAs($ida)->postJson("/api/sessions/{$id}/open", ['way' => 'instead'])->assertNotFound();
    $stage?->setRelation('session', new KeptSession(['name' => 'Both', 'user_id' => $ida->id]));
    expect(fn () => app(App\Sessions\Opening::class)->open($ida, $stage, new Hafenbuch\Core\Session\Wish(Hafenbuch\Core\Session\Way::Instead), true))->toThrow(App\Support\Refused::class, 'deleted meanwhile');
    expect((new Quay($this->harbour->workspace, $ida))->shown())->toHaveCount(2);
});

it('names what a person may not see any more, and leaves it', function () {
    $id = ($this->keep)()->json('id');
    $this->office->workspace->members()->detach($this->harbour->owner->id);
    $this->getJson("/api/sessions/{$id}")->assertOk()->assertJsonPath('items.2.path', 'letter.md')->assertJsonPath('items.2.slug', null);
    $lines = $this->postJson("/api/sessions/{$id}/open", ['way' => 'instead'])->assertOk()->json('lines');
    expect($lines[2]['does'])->toBe('leaves')->and($lines[2]['reason'])->toContain('no member');
});

it('shows the draft of a session beside that of now, to whom it may be shown', function () {
    $this->harbour->draft('a.md', '# A, of the session');
    $id = ($this->keep)()->json('id');
    $a = $this->harbour->draft('a.md', '# A, of now');
    $key = $this->getJson("/api/sessions/{$id}")->json('items.0.key');
    $this->getJson($this->harbour->api("/contrast?left={$a->id}:session-{$key}&right={$a->id}:draft"))->assertOk()->assertJsonPath('isAlike', false);
    $stranger = $this->harbour->member('Ida');
    $this->actingAs($stranger)->getJson($this->harbour->api("/contrast?left={$a->id}:session-{$key}&right={$a->id}:draft"))->assertNotFound();
});

it('says which session is open and in what that which is open differs, and goes one step back', function () {
    ($this->keep)();
    $line = fn () => $this->getJson($this->harbour->api('/session'))->assertOk();
    $line()->assertJsonPath('name', 'Both')->assertJsonPath('differs', 0)->assertJsonPath('before', null);
    $this->harbour->draft('b.md', '# B, worked on');
    $line()->assertJsonPath('differs', 1)->assertJsonPath('examples.0', 'b.md: modified since');
    ($this->openIn)($this->harbour, 'a.md');
    $this->postJson('/api/sessions', ['name' => 'Only A', 'workspaces' => [$this->harbour->workspace->slug]])->assertCreated();
    $both = KeptSession::query()->where('user_id', $this->harbour->owner->id)->where('name', 'Both')->value('id');
    $this->postJson("/api/sessions/{$both}/open", ['way' => 'instead'])->assertOk();
    $line()->assertJsonPath('name', 'Both')->assertJsonPath('before', 'before opening Both');
    $this->postJson($this->harbour->api('/session/back'))->assertOk();
    expect((new Quay($this->harbour->workspace, $this->harbour->owner))->shown())->toBe([$this->harbour->document('a.md')->id]);
    $line()->assertJsonPath('name', 'Only A')->assertJsonPath('differs', 0);
});

it('keeps ten quays of before and no more, but one that got a name of its own', function () {
    $id = ($this->keep)()->json('id');
    foreach (range(1, 13) as $round) {
        ($this->openIn)($this->harbour, $round % 2 === 0 ? 'a.md' : 'b.md');
        $this->postJson("/api/sessions/{$id}/open", ['way' => 'instead'])->assertOk();
        if ($round === 1) {
            $first = KeptSession::query()->where('user_id', $this->harbour->owner->id)->where('is_before', true)->sole();
            $this->patchJson("/api/sessions/{$first->id}", ['name' => 'The first'])->assertOk()->assertJsonPath('isBefore', false);
        }
    }
    $mine = KeptSession::query()->where('user_id', $this->harbour->owner->id);
    // The oldest is not let go of while it is opened.
    $oldest = (clone $mine)->where('is_before', true)->orderBy('id')->first();
    ($this->openIn)($this->harbour, 'a.md', 'b.md');
    $this->postJson("/api/sessions/{$oldest->id}/open", ['way' => 'instead'])->assertOk();
    expect(KeptSession::query()->find($oldest->id))->not->toBeNull();
    KeptSession::query()->whereKey($oldest->id)->delete();
    expect((clone $mine)->where('is_before', true)->count())->toBe(10)->and((clone $mine)->where('name', 'The first')->exists())->toBeTrue();
});

it('brings settings and views only where they are wanted', function () {
    $a = $this->harbour->document('a.md');
    api('PUT', "documents/{$a->id}/views", ['view' => ['caret' => 3, 'zoom' => 2, 'evil' => 'x']])->assertNoContent();
    $this->patchJson('/api/preferences', ['quay' => ['order' => 'name'], 'watch' => ['minutes' => 9]])->assertOk();
    $id = ($this->keep)()->json('id');
    api('PUT', "documents/{$a->id}/views", ['view' => ['caret' => 1]]);
    $this->patchJson('/api/preferences', ['quay' => ['order' => 'state'], 'watch' => ['minutes' => 5]]);
    $this->postJson("/api/sessions/{$id}/open", ['way' => 'add'])->assertOk();
    $this->getJson('/api/preferences')->assertJsonPath('quay.order', 'state')->assertJsonPath('watch.minutes', 5);
    $this->postJson("/api/sessions/{$id}/open", ['way' => 'instead'])->assertOk();
    $this->getJson('/api/preferences')->assertJsonPath('quay.order', 'name')->assertJsonPath('watch.minutes', 9);
    expect(api('GET', "documents/{$a->id}/views")->json('onOpening.view'))->toEqual(['caret' => 3, 'zoom' => 2]);
});

it('compares two stages, and shows the two drafts', function () {
    $this->harbour->draft('a.md', '# A, one');
    $id = ($this->keep)()->json('id');
    $this->harbour->draft('a.md', '# A, two');
    ($this->keep)()->assertJsonPath('stages.0.number', 2);
    $difference = $this->getJson("/api/sessions/{$id}/compare/{$id}?stage=1&otherStage=2")->assertOk()->assertJsonCount(1)->assertJsonPath('0.differs', 'other drafts')->json('0');
    $contrast = $this->getJson($this->harbour->api("/contrast?left={$difference['document']}:session-{$difference['a']}&right={$difference['document']}:session-{$difference['b']}"))->assertOk()->json();
    expect($contrast['left']['hash'])->toBe(hash('sha256', '# A, one'))->and($contrast['right']['hash'])->toBe(hash('sha256', '# A, two'))
        ->and(app(DiskContentStore::class)->has($contrast['left']['hash']))->toBeTrue();
});
