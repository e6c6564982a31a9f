<?php

declare(strict_types=1);

use App\Models\Operation;
use App\Workspace\Pulse;
use App\Workspace\Settings;
use Tests\Support\Harbour;

/* What a person has decided is kept on the server, and what it means is worked out there. */

beforeEach(function () {
    $this->harbour = new Harbour([
        'book.md' => "# Book\n\n[one](one.md)\n", 'one.md' => "# One\n\n![arm](arm.svg)\n", 'other.md' => "[arm](arm.svg)\n", 'arm.svg' => '<svg xmlns="http://www.w3.org/2000/svg"/>',
    ]);
    $this->actingAs($this->harbour->owner);
    $this->id = fn (string $path): string => $this->harbour->document($path)->id;
    $this->kept = fn (): array => array_column(api('GET', 'decisions')->assertOk()->json(), 'kind', 'from');
    $this->decide = fn (array $choices, bool $clear = false) => api('PATCH', 'decisions', ['choices' => $choices, 'clear' => $clear]);
});

it('keeps decisions for the person, the same for each of their windows, and for nobody else', function () {
    $ida = $this->harbour->member('Ida');
    $before = Pulse::last($this->harbour->workspace);
    ($this->decide)([['document' => ($this->id)('book.md'), 'decision' => ['kind' => 'save']]])->assertOk()->assertJsonPath('0.from', 'book.md');
    ($this->decide)([['document' => ($this->id)('one.md'), 'decision' => ['kind' => 'copy', 'path' => 'two.md', 'open' => true]]])->assertOk();
    expect(($this->kept)())->toBe(['book.md' => 'save', 'one.md' => 'copy'])->and(api('GET', 'decisions', as: $ida)->json())->toBe([])
        ->and(Pulse::since($this->harbour->workspace, $before, $this->harbour->owner)['topics'])->toBe(['decisions'])
        ->and(Pulse::since($this->harbour->workspace, $before, $ida)['topics'])->toBe([]);
    ($this->decide)([['document' => ($this->id)('book.md'), 'decision' => null]]);
    expect(($this->kept)())->toBe(['one.md' => 'copy']);
    ($this->decide)([], true);
    expect(($this->kept)())->toBe([]);
    ($this->decide)([['document' => str_repeat('0', 26), 'decision' => ['kind' => 'save']]])->assertStatus(422);
    ($this->decide)([['document' => ($this->id)('book.md'), 'decision' => ['kind' => 'burn']]])->assertStatus(422);
});

it('knows what lies below, also what nobody has open', function () {
    $this->harbour->draft('one.md', "# One, changed\n\n![arm](arm.svg)\n");
    $this->harbour->draft('arm.svg', '<svg xmlns="http://www.w3.org/2000/svg"><title>Arm</title></svg>');
    api('POST', 'quay/close', ['documents' => [($this->id)('one.md'), ($this->id)('arm.svg')]]);
    api('POST', 'quay/clear-hold');
    Illuminate\Support\Facades\DB::table('quay_items')->where('document_id', ($this->id)('arm.svg'))->delete();
    ($this->decide)([['document' => ($this->id)('book.md'), 'scope' => 'below', 'decision' => ['kind' => 'save']]])->assertOk();
    expect(($this->kept)())->toEqualCanonicalizing(['book.md' => 'save', 'one.md' => 'save', 'arm.svg' => 'save']);
    ($this->decide)([['scope' => 'quay', 'decision' => ['kind' => 'save']]], true);
    expect(($this->kept)())->toBe(['one.md' => 'save']);
});

it('plans and carries out what is kept, and keeps it no longer', function () {
    $this->harbour->draft('book.md', "# Book, changed\n");
    ($this->decide)([['document' => ($this->id)('book.md'), 'decision' => ['kind' => 'save']]]);
    $plan = api('POST', 'plan')->assertOk()->json();
    expect(array_column($plan['lines'], 'path'))->toBe(['book.md'])->and($plan['act'])->toBe('save');
    api('POST', 'save', ['fingerprint' => $plan['fingerprint']])->assertOk();
    expect(($this->kept)())->toBe([])->and($this->harbour->read('book.md'))->toBe("# Book, changed\n");
});

it('works out who follows, when the plan is made', function () {
    $this->harbour->draft('one.md', "# One\n\n![arm](arm.svg) more\n");
    $as = fn (?string $follow, array $followers = []): array => ['decisions' => [['document' => ($this->id)('arm.svg'), 'kind' => 'save as', 'path' => 'arm-2.svg', 'follow' => $follow, 'followers' => $followers]]];
    $followers = fn (array $body): array => api('POST', 'plan', $body)->assertOk()->json('followers')[($this->id)('arm.svg')];
    expect($followers($as('nobody')))->toBe([])
        ->and($followers($as('quay')))->toBe([($this->id)('one.md')])
        ->and($followers($as('everyone')))->toEqualCanonicalizing([($this->id)('one.md'), ($this->id)('other.md')])
        ->and($followers($as(null, [($this->id)('other.md')])))->toBe([($this->id)('other.md')]);
    api('POST', 'plan', $as(null, [str_repeat('0', 26)]))->assertOk()->assertJsonPath('blockers', []);
    $plan = api('POST', 'plan', $as('everyone'))->json();
    api('POST', 'save', [...$as('everyone'), 'fingerprint' => $plan['fingerprint']])->assertOk()->assertJsonPath('kind', 'save');
    expect(Settings::of($this->harbour->workspace->refresh())->follow())->toBe('everyone')
        ->and($this->harbour->workingText('other.md'))->toBe("[arm](arm-2.svg)\n");
});

it('accepts every stray of a deletion at once, and calls each act by its name', function (array $decision, string $act) {
    $decisions = [['document' => ($this->id)('arm.svg'), ...$decision]];
    $plan = api('POST', 'plan', ['decisions' => $decisions])->assertOk()->json();
    expect($plan['blockers'])->toBe([])->and($plan['act'])->toBe($act);
    api('POST', 'save', ['decisions' => $decisions, 'fingerprint' => $plan['fingerprint']])->assertOk()->assertJsonPath('kind', $act);
})->with([
    [['kind' => 'delete', 'acceptAll' => true], Operation::DELETE],
    [['kind' => 'move', 'path' => 'parts/arm.svg'], Operation::MOVE],
    [['kind' => 'copy', 'path' => 'arm-3.svg'], Operation::COPY],
    [['kind' => 'copy', 'path' => 'aside/arm.svg', 'setAside' => true], Operation::SET_ASIDE],
]);

it('takes names as they are, with spaces at their ends', function () {
    $harbour = new Harbour([' edge .md' => "# Edge\n", 'book.md' => "[edge](%20edge%20.md)\n"]);
    $this->actingAs($harbour->owner);
    $edge = $harbour->document(' edge .md');
    $plan = $this->postJson($harbour->api('/plan'), ['decisions' => [['document' => $edge->id, 'kind' => 'move', 'path' => 'kept/ edge 2 ']]])->assertOk()->json();
    expect(array_column($plan['lines'], 'path'))->toContain('kept/ edge 2 ');
    $this->patchJson($harbour->api('/decisions'), ['choices' => [['document' => $edge->id, 'decision' => ['kind' => 'delete', 'accepted' => [' edge .md']]]]])->assertOk();
    expect($this->getJson($harbour->api('/decisions'))->json('0.accepted'))->toBe([' edge .md']);
});
