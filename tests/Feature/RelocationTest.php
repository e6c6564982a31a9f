<?php

declare(strict_types=1);

use Tests\Support\Harbour;

beforeEach(function () {
    $this->harbour = new Harbour([
        'book.md' => "![arm](parts/arm.svg) [far](notes/far.md)\n",
        'parts/arm.svg' => '<svg xmlns="http://www.w3.org/2000/svg"><image href="brass.png"/><image href="../photo.png"/></svg>',
        'parts/brass.png' => 'brass', 'photo.png' => 'photo', 'notes/far.md' => "# Far\n",
    ]);
    $this->actingAs($this->harbour->owner);
    $this->relocate = function (array $body, array $more = []) {
        $decisions = api('POST', 'relocations', $body)->assertOk()->json();
        $plan = api('POST', 'plan', ['decisions' => $decisions])->assertOk()->json();

        return [$plan, api('POST', 'save', ['decisions' => $decisions, 'fingerprint' => $plan['fingerprint'], ...$more])];
    };
});

it('moves a folder, and every reference to and from it follows', function () {
    $before = $this->harbour->hashes();
    $this->harbour->draft('book.md', "# Draft\n\n![arm](parts/arm.svg)\n");
    [, $moved] = ($this->relocate)(['paths' => ['parts'], 'to' => 'mechanism/pieces'], ['kind' => 'move']);
    $moved->assertOk()->assertJsonPath('kind', 'move');

    expect($this->harbour->read('mechanism/pieces/arm.svg'))->toContain('href="brass.png"')->toContain('href="../../photo.png"')
        ->and($this->harbour->read('book.md'))->toBe("![arm](mechanism/pieces/arm.svg) [far](notes/far.md)\n")
        ->and($this->harbour->workingText('book.md'))->toBe("# Draft\n\n![arm](mechanism/pieces/arm.svg)\n")
        ->and(is_dir($this->harbour->root.'/parts'))->toBeFalse();
    expect($this->harbour->scan()->strays)->toBe(0);

    $undo = api('GET', "logbook/{$moved->json('id')}/undo")->json();
    api('POST', "logbook/{$moved->json('id')}/undo", ['fingerprint' => $undo['fingerprint']])->assertOk();
    expect($this->harbour->hashes())->toBe($before)->and($this->harbour->workingText('book.md'))->toBe("# Draft\n\n![arm](parts/arm.svg)\n");
});

it('renames in letter case alone', function () {
    [, $moved] = ($this->relocate)(['paths' => ['parts/arm.svg'], 'to' => 'parts/Arm.svg']);
    $moved->assertOk();
    expect($this->harbour->read('parts/Arm.svg'))->not->toBeNull()->and($this->harbour->read('parts/arm.svg'))->toBeNull()
        ->and($this->harbour->read('book.md'))->toContain('parts/Arm.svg');
});

it('moves a file that stays as it is by its name alone, so that its times stay and who still writes into it is not cut off', function () {
    $old = "{$this->harbour->workspace->root}/photo.png";
    touch($old, 1_000_000_000);
    chmod($old, 0o640);
    $this->harbour->scan();
    $inode = fileinode($old);
    $writer = fopen($old, 'ab');
    [, $moved] = ($this->relocate)(['paths' => ['photo.png'], 'to' => 'parts/photo.png']);
    $moved->assertOk();
    clearstatcache();
    $new = "{$this->harbour->workspace->root}/parts/photo.png";
    expect([fileinode($new), filemtime($new), fileperms($new) & 0o777, stat($new)['nlink']])->toBe([$inode, 1_000_000_000, 0o640, 1]);

    // Another program has had it open all the time.
    fwrite($writer, 'and what came late');
    fclose($writer);
    expect($this->harbour->read('parts/photo.png'))->toEndWith('and what came late')->and(file_exists($old))->toBeFalse();
    $this->harbour->scan();
    expect(hash('sha256', (string) $this->harbour->read('parts/photo.png')))->toBe($this->harbour->document('parts/photo.png')->saved_hash);
});

it('deletes only when each reference is settled, and brings it back', function () {
    $before = $this->harbour->hashes();
    $decisions = api('POST', 'relocations', ['paths' => ['notes/far.md'], 'delete' => true])->json();
    $plan = api('POST', 'plan', ['decisions' => $decisions])->json();
    expect($plan['blockers'][0]['message'])->toBe('book.md refers to it.')->and(array_column($plan['blockers'][0]['waysOut'], 'kind'))->toBe(['accept', 'mend', 'leave']);
    $decisions[0]['accepted'] = ['book.md'];
    $plan = api('POST', 'plan', ['decisions' => $decisions])->json();
    expect($plan['warnings'][0]['message'])->toBe('It will point at notes/far.md, which is deleted: a stray, as you accepted.');
    $entry = api('POST', 'save', ['decisions' => $decisions, 'fingerprint' => $plan['fingerprint'], 'kind' => 'delete'])->assertOk()->json();
    expect($this->harbour->read('notes/far.md'))->toBeNull();

    $undo = api('GET', "logbook/{$entry['id']}/undo")->json();
    api('POST', "logbook/{$entry['id']}/undo", ['fingerprint' => $undo['fingerprint']])->assertOk();
    expect($this->harbour->hashes())->toBe($before)->and(api('GET', 'folder?path=notes')->json('documents.0.path'))->toBe('notes/far.md');
});

it('shows folders with what is in them', function () {
    $this->harbour->draft('parts/arm.svg', '<svg xmlns="http://www.w3.org/2000/svg"><image href="brass.png"/></svg>');
    $top = api('GET', 'folder')->assertOk()->json();
    expect(array_column($top['folders'], 'unsaved', 'path'))->toBe(['notes' => 0, 'parts' => 1])->and(array_column($top['documents'], 'path'))->toBe(['book.md', 'photo.png']);
    $parts = api('GET', 'folder?path=parts')->json();
    $arm = $parts['documents'][0];
    expect($arm)->toMatchArray(['path' => 'parts/arm.svg', 'content' => 'modified'])->and($parts['refersTo'][$arm['id']])->toBe(1)->and($parts['referredBy'][$arm['id']])->toBe(1);
});

it('refuses what cannot be', function () {
    api('POST', 'relocations', ['paths' => ['parts'], 'into' => 'parts'])->assertStatus(422);
    api('POST', 'relocations', ['paths' => ['nowhere'], 'into' => 'parts'])->assertStatus(422);
    api('POST', 'relocations', ['paths' => ['parts'], 'to' => '../out'])->assertStatus(422);
    $decisions = api('POST', 'relocations', ['paths' => ['photo.png'], 'to' => 'parts/brass.png'])->json();
    expect(api('POST', 'plan', ['decisions' => $decisions])->json('blockers.0.waysOut.0.kind'))->toBe('rename');
});

it('is refused where something has come in its way since the plan', function () {
    $decisions = api('POST', 'relocations', ['paths' => ['parts', 'notes'], 'into' => 'kept'])->json();
    $plan = api('POST', 'plan', ['decisions' => $decisions])->json();
    $this->harbour->put('kept/parts', 'in the way');
    $before = $this->harbour->hashes();
    api('POST', 'save', ['decisions' => $decisions, 'fingerprint' => $plan['fingerprint']])->assertStatus(409);
    expect($this->harbour->hashes())->toBe($before);
});

it('speaks on the command line too', function () {
    $harbour = $this->harbour;
    $before = $harbour->hashes();
    $plan = $harbour->command('plan', ['--move', 'parts=pieces', '--json'])['json'];
    expect(array_keys($plan))->toBe(['fingerprint', 'lines', 'warnings', 'blockers'])->and(array_column($plan['lines'], 'reason', 'path'))->toMatchArray(['pieces/arm.svg' => 'moved from parts/arm.svg', 'parts/arm.svg' => 'moves to pieces/arm.svg']);
    expect($harbour->command('save', ['--move', 'parts=pieces', '--fingerprint', $plan['fingerprint'], '--json'])['json']['entry'])->toBe(1);
    expect($harbour->command('save', ['--save-as', 'pieces/arm.svg=arm-02.svg', '--follow', 'everyone', '--json'])['code'])->toBe(0)->and($harbour->workingText('book.md'))->toContain('(arm-02.svg)');
    expect($harbour->command('save', ['--copy-with-below', 'book.md=copy', '--json'])['code'])->toBe(0)->and($harbour->read('copy/book.md'))->toContain('(arm-02.svg)');
    expect($harbour->command('save', ['--delete', 'notes/far.md', '--json'])['code'])->toBe(1)->and($harbour->command('save', ['--delete', 'notes/far.md', '--accept-strays', '--json'])['code'])->toBe(0);
    expect($harbour->command('plan', ['--move', 'parts', '--json'])['code'])->toBe(2)->and($harbour->command('plan', ['--save-as', 'book.md=b.md', '--follow', 'x'])['code'])->toBe(2);
    foreach ([4, 3, 2, 1] as $entry) {
        expect($harbour->command('undo', [(string) $entry])['code'])->toBe(0);
    }
    expect($harbour->hashes())->toBe($before);
});

it('moves a new document, and brings its proposed path back', function () {
    $new = $this->harbour->draft('notes/new.md', "# New\n\n![arm](../parts/arm.svg)\n");
    $this->harbour->draft('book.md', "![arm](parts/arm.svg) [new](notes/new.md)\n");
    [, $moved] = ($this->relocate)(['paths' => ['notes/new.md'], 'to' => 'deep/er/new.md'], ['kind' => 'move']);
    $moved->assertOk();
    expect($new->refresh()->path)->toBe('deep/er/new.md')->and($this->harbour->workingText('deep/er/new.md'))->toContain('../../parts/arm.svg')->and($this->harbour->workingText('book.md'))->toContain('(deep/er/new.md)');

    $undo = api('GET', "logbook/{$moved->json('id')}/undo")->json();
    api('POST', "logbook/{$moved->json('id')}/undo", ['fingerprint' => $undo['fingerprint']])->assertOk();
    expect($new->refresh()->path)->toBe('notes/new.md')->and($this->harbour->workingText('notes/new.md'))->toContain('(../parts/arm.svg)')->and($this->harbour->workingText('book.md'))->toContain('(notes/new.md)');
});
