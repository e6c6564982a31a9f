<?php

declare(strict_types=1);

use App\Models\Version;
use App\Quay\Quay;
use Tests\Support\Harbour;

beforeEach(function () {
    $this->harbour = new Harbour([
        'book.md' => "# Book\n\n![arm](drawings/arm.svg) [arm again](drawings/arm.svg)\n",
        'show.md' => "![arm](drawings/arm.svg)\n",
        'drawings/arm.svg' => '<svg xmlns="http://www.w3.org/2000/svg"><image href="brass.png"/></svg>',
        'drawings/brass.png' => 'brass', 'parts/old.svg' => '<svg xmlns="http://www.w3.org/2000/svg"/>',
    ]);
    $this->actingAs($this->harbour->owner);
    $this->id = fn (string $path): string => $this->harbour->document($path)->id;
    $this->arm = ($this->id)('drawings/arm.svg');
    $this->save = function (array $decisions, array $more = []) {
        $plan = api('POST', 'plan', ['decisions' => $decisions])->assertOk()->json();

        return [$plan, api('POST', 'save', ['decisions' => $decisions, 'fingerprint' => $plan['fingerprint'], ...$more])];
    };
});

it('goes on under a new name, and only those follow who were chosen', function () {
    $before = $this->harbour->hashes();
    $this->harbour->draft('drawings/arm.svg', '<svg xmlns="http://www.w3.org/2000/svg"><image href="brass.png"/><g/></svg>');
    (new Quay($this->harbour->workspace, $this->harbour->owner))->open([($this->id)('book.md')]);
    [$plan, $saved] = ($this->save)([
        ['document' => $this->arm, 'kind' => 'save as', 'path' => 'parts/arm-02.svg', 'follow' => 'quay'],
        ['document' => ($this->id)('book.md'), 'kind' => 'save'],
    ]);
    $saved->assertOk();

    $written = array_column(array_filter($plan['lines'], fn (array $line): bool => in_array($line['action'], ['create', 'write'], true)), 'after', 'path');
    expect(array_diff_assoc($this->harbour->hashes(), $before))->toEqual($written)->and(array_keys($written))->toEqualCanonicalizing(['parts/arm-02.svg', 'book.md'])
        ->and($this->harbour->read('parts/arm-02.svg'))->toBe('<svg xmlns="http://www.w3.org/2000/svg"><image href="../drawings/brass.png"/><g/></svg>')
        ->and($this->harbour->read('book.md'))->toBe("# Book\n\n![arm](parts/arm-02.svg) [arm again](parts/arm-02.svg)\n")
        ->and($this->harbour->read('show.md'))->toBe("![arm](drawings/arm.svg)\n")
        ->and($this->harbour->document('drawings/arm.svg')->draft)->toBeNull();

    // The quay goes on with the new file; both sides show where it came from; the answer is kept.
    $quay = array_column(api('GET', 'quay')->json('rows'), 'path');
    expect($quay)->toContain('parts/arm-02.svg')->not->toContain('drawings/arm.svg');
    $new = api('GET', 'documents/'.($this->id)('parts/arm-02.svg'))->json();
    $old = api('GET', "documents/{$this->arm}")->json();
    expect($new['madeFrom'])->toMatchArray(['path' => 'drawings/arm.svg', 'kind' => 'saved as'])->and($old['madeFromIt'][0]['path'])->toBe('parts/arm-02.svg')
        ->and(api('GET', 'settings')->json('follow'))->toBe('quay');

    // Taken back, everything is as it was, and the draft is there again.
    $undo = api('GET', "logbook/{$saved->json('id')}/undo")->json();
    api('POST', "logbook/{$saved->json('id')}/undo", ['fingerprint' => $undo['fingerprint']])->assertOk();
    expect($this->harbour->hashes())->toBe($before)->and($this->harbour->document('drawings/arm.svg')->draft)->not->toBeNull()
        ->and(array_column(api('GET', 'quay')->json('rows'), 'path'))->toContain('drawings/arm.svg');
});

it('changes the draft of a follower that is not saved', function () {
    [$plan, $saved] = ($this->save)([['document' => $this->arm, 'kind' => 'save as', 'path' => 'drawings/arm-02.svg', 'followers' => [($this->id)('show.md')]]]);
    $saved->assertOk();
    expect(array_column($plan['lines'], 'action', 'path'))->toMatchArray(['drawings/arm-02.svg' => 'create', 'show.md' => 'redraft'])
        ->and($this->harbour->read('show.md'))->toBe("![arm](drawings/arm.svg)\n")
        ->and($this->harbour->workingText('show.md'))->toBe("![arm](drawings/arm-02.svg)\n");
});

it('leaves the open document and its draft alone when a copy is saved', function () {
    $draft = $this->harbour->draft('drawings/arm.svg', '<svg xmlns="http://www.w3.org/2000/svg"><image href="brass.png"/><g/></svg>')->draft;
    [, $saved] = ($this->save)([['document' => $this->arm, 'kind' => 'copy', 'path' => 'arm-copy.svg', 'open' => true]], ['kind' => 'copy']);
    $saved->assertOk()->assertJsonPath('kind', 'copy');
    expect($this->harbour->read('arm-copy.svg'))->toContain('href="drawings/brass.png"')->toContain('<g/>')
        ->and($this->harbour->document('drawings/arm.svg')->draft->hash)->toBe($draft->hash)
        ->and(array_column(api('GET', 'quay')->json('rows'), 'path'))->toBe(['drawings/arm.svg', 'arm-copy.svg']);
});

it('replaces a file only with a line of its own, and keeps what it replaced', function () {
    $decision = ['document' => $this->arm, 'kind' => 'save as', 'path' => 'parts/old.svg'];
    $plan = api('POST', 'plan', ['decisions' => [$decision]])->json();
    $ways = array_column($plan['blockers'][0]['waysOut'], null, 'kind');
    expect($ways)->toHaveKeys(['replace', 'rename'])->and($ways['rename']['value'])->toBe('parts/old-2.svg');

    [$plan, $saved] = ($this->save)([[...$decision, 'over' => $ways['replace']['value']]]);
    $saved->assertOk();
    expect(array_column($plan['lines'], 'action', 'path'))->toMatchArray(['parts/old.svg' => 'replace']);
    $old = $this->harbour->document('parts/old.svg');
    expect(Version::query()->where('document_id', $old->id)->orderBy('number')->pluck('hash')->all())->toBe([hash('sha256', '<svg xmlns="http://www.w3.org/2000/svg"/>'), $old->saved_hash]);
});

it('compares a line before it is written', function () {
    $this->harbour->draft('drawings/arm.svg', '<svg xmlns="http://www.w3.org/2000/svg"/>');
    $decisions = [['document' => $this->arm, 'kind' => 'save']];
    $lines = api('POST', 'plan/compare', ['decisions' => $decisions, 'path' => 'drawings/arm.svg'])->assertOk()->json('lines');
    expect(array_column($lines, 'kind'))->toContain('removed', 'added');
    api('POST', 'plan/compare', ['decisions' => $decisions, 'path' => 'other.svg'])->assertStatus(422);
});

it('is refused where someone else has saved a follower meanwhile', function () {
    $decisions = [['document' => $this->arm, 'kind' => 'save as', 'path' => 'arm-02.svg', 'followers' => [($this->id)('book.md')]]];
    $plan = api('POST', 'plan', ['decisions' => $decisions])->json();
    $this->harbour->put('book.md', "# Another book\n\n![arm](drawings/arm.svg)\n");
    $this->harbour->scan();
    api('POST', 'save', ['decisions' => $decisions, 'fingerprint' => $plan['fingerprint']])->assertStatus(409);
    expect($this->harbour->read('arm-02.svg'))->toBeNull();
});

it('saves a new document under another name without asking more', function () {
    $new = $this->harbour->draft('notes/new.md', "# New\n\n![arm](../drawings/arm.svg)\n");
    [, $saved] = ($this->save)([['document' => $new->id, 'kind' => 'save as', 'path' => 'final.md']]);
    $saved->assertOk();
    expect($this->harbour->read('final.md'))->toBe("# New\n\n![arm](drawings/arm.svg)\n")->and($this->harbour->document('final.md')->id)->toBe($new->id);
});
