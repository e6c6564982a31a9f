<?php

declare(strict_types=1);

use Tests\Support\Harbour;

beforeEach(function () {
    $this->harbour = new Harbour(['a.md' => '# A']);
    $this->actingAs($this->harbour->owner);
    $this->id = $this->harbour->document('a.md')->id;
});

it('keeps how a document is looked at beside it, and never makes it modified', function () {
    $revision = $this->harbour->document('a.md')->revision;
    api('PUT', "documents/{$this->id}/views", ['view' => ['caret' => 2, 'folds' => [[1, 3], ['x'], [5, 2]], 'side' => 99_999, 'closedParts' => ['past', '../x']]])->assertNoContent();
    expect(api('GET', "documents/{$this->id}/views")->json('onOpening.view'))->toEqual(['caret' => 2, 'folds' => [[1, 3]], 'closedParts' => ['past']])
        ->and($this->harbour->document('a.md')->revision)->toBe($revision)
        ->and(api('GET', "documents/{$this->id}")->json('row.content'))->toBe('as saved');
});

it('has several views under names, one of them the default, and offers them to everyone', function () {
    $put = fn (string $name, array $view) => api('PUT', "documents/{$this->id}/views", ['name' => $name, 'view' => $view])->assertNoContent();
    $put('For proofs', ['zoom' => 2]);
    $put('For the printer', ['zoom' => 4]);
    $put('For proofs', ['zoom' => 3]);
    [$printer, $proofs] = [api('GET', "documents/{$this->id}/views")->json('named.1'), api('GET', "documents/{$this->id}/views")->json('named.0')];
    expect($proofs['view'])->toEqual(['zoom' => 3]);
    foreach ([$printer, $proofs] as $view) {
        api('PATCH', "documents/{$this->id}/views/{$view['id']}", ['isDefault' => true])->assertOk();
    }
    api('PUT', "documents/{$this->id}/views", ['view' => ['zoom' => 1]]);
    expect(api('GET', "documents/{$this->id}/views")->json('onOpening.name'))->toBe('For proofs');

    $ida = $this->harbour->member('Ida');
    expect(api('GET', "documents/{$this->id}/views", as: $ida)->json())->toEqual(['onOpening' => null, 'named' => []]);
    api('PATCH', "documents/{$this->id}/views/{$proofs['id']}", ['isOffered' => true])->assertOk();
    $seen = api('GET', "documents/{$this->id}/views", as: $ida)->json();
    expect($seen['onOpening'])->toBeNull()->and($seen['named'][0]['name'])->toBe('For proofs')->and($seen['named'][0]['isMine'])->toBeFalse();
    api('DELETE', "documents/{$this->id}/views/{$proofs['id']}", as: $ida)->assertNotFound();
    api('DELETE', "documents/{$this->id}/views/{$proofs['id']}")->assertNoContent();
});

it('takes settings of a person by group, and leaves the others as they are', function () {
    $this->patchJson('/api/preferences', ['colours' => ['colours' => 'night'], 'views' => ['remembersViews' => false]])->assertOk()
        ->assertJsonPath('colours.colours', 'night')->assertJsonPath('views.remembersViews', false)->assertJsonPath('quay.order', 'opened');
    $this->patchJson('/api/preferences', ['colours' => ['colours' => null]])->assertJsonPath('colours.colours', null)->assertJsonPath('views.remembersViews', false);
    $this->patchJson('/api/preferences', ['quay' => ['order' => 'backwards']])->assertStatus(422);
    $this->patchJson('/api/preferences', ['sessions' => ['stages' => 0]])->assertStatus(422);
    $this->patchJson('/api/preferences', ['watch' => ['minutes' => 7]])->assertJsonPath('watch.minutes', 7);
    api('GET', 'watch')->assertJsonPath('minutes', 7);
});
