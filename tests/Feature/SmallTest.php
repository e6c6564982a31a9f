<?php

declare(strict_types=1);

use Tests\Support\Harbour;

it('takes out of documents what carries nothing, as drafts, and leaves what others name', function () {
    $this->harbour = $harbour = new Harbour([
        'panel.svg' => "<svg xmlns=\"http://www.w3.org/2000/svg\">\n  <!-- a note -->\n  <defs><path id=\"wheel\"/><path id=\"nobody\"/></defs>\n</svg>\n",
        'sheet.svg' => '<svg xmlns="http://www.w3.org/2000/svg"><use href="panel.svg#wheel"/></svg>', 'text.md' => '# Text',
    ]);
    $this->actingAs($harbour->owner);
    $ids = array_map(static fn (string $path): string => $harbour->document($path)->id, ['panel.svg', 'text.md']);
    $previews = api('POST', 'small/preview', ['documents' => $ids])->assertOk()->json();
    expect(array_column($previews[0]['savings'], 'words', 'key'))->toBe(['definitions' => 'definitions that nothing uses', 'comments' => 'comments', 'spaces' => 'white space between elements'])
        ->and($previews[0]['savings'][0]['examples'])->toBe(['<path id="nobody"/>'])->and($previews[1]['problem'])->toContain('of Markdown nothing is known');
    $wish = ['id' => $ids[0], 'revision' => $previews[0]['revision'], 'keys' => ['definitions', 'comments']];
    expect(api('POST', 'small', ['documents' => [$wish, ['id' => $ids[1], 'revision' => 0, 'keys' => ['spaces']]]])->assertOk()->json('refused.0.path'))->toBe('text.md');
    expect($harbour->workingText('panel.svg'))->toBe("<svg xmlns=\"http://www.w3.org/2000/svg\">\n  \n  <defs><path id=\"wheel\"/></defs>\n</svg>\n")->and($harbour->read('panel.svg'))->toContain('nobody')
        ->and(api('POST', 'small', ['documents' => [$wish]])->json('refused.0.why'))->toContain('look again');
});

it('says what is kept by kind and by document', function () {
    $this->harbour = $harbour = new Harbour(['a.md' => '# A', 'b.md' => '# B']);
    $this->actingAs($harbour->owner);
    $harbour->draft('a.md', str_repeat('long ', 200));
    $harbour->saveAll();
    $room = api('GET', 'room')->assertOk()->json();

    expect($room)->toMatchArray(['versions' => 2, 'sessions' => 0, 'crates' => 0, 'pictures' => 0])->and($room['documents'][0])->toMatchArray(['path' => 'a.md', 'versions' => 2])->and($room['documents'])->toHaveCount(1);
});

it('shows by eye what a drawing is beside what it would be, and gives no other content of the store away for it', function () {
    $drawing = '<svg xmlns="http://www.w3.org/2000/svg" viewBox="0 0 4 3"><!-- a note --><defs><g id="unused"/></defs><rect width="4" height="3"/></svg>';
    $harbour = new Tests\Support\Harbour(['gauge.svg' => $drawing, 'secret.md' => '# Secret']);
    $this->harbour = $harbour;
    $this->actingAs($harbour->owner);
    $document = $harbour->document('gauge.svg');
    $preview = api('POST', 'small/preview', ['documents' => [$document->id]])->assertOk()->json(0);
    $keys = array_column($preview['savings'], 'key');
    $compared = api('POST', 'small/compare', ['id' => $document->id, 'revision' => $preview['revision'], 'keys' => $keys])->assertOk()->json();
    $right = $compared['shown']['right'];
    $content = (string) api('GET', "documents/{$document->id}/contents/{$right}")->assertOk()->streamedContent();
    expect($compared['shown']['left'])->toBe('file')->and($right)->toStartWith('told-')->and($content)->not->toContain('a note')->toContain('<rect');
    // Nothing is a draft yet, and a name that nobody was told leads nowhere.
    expect($harbour->document('gauge.svg')->draft)->toBeNull();
    $secret = app(App\Workspace\Files\DiskContentStore::class)->putBytes('# Secret');
    api('GET', "documents/{$document->id}/contents/told-{$secret}".str_repeat('0', 32))->assertNotFound();
    api('GET', "documents/{$harbour->document('secret.md')->id}/contents/{$right}")->assertNotFound();
    api('POST', 'small/compare', ['id' => $document->id, 'revision' => 99, 'keys' => $keys])->assertStatus(412);
    api('POST', 'small/compare', ['id' => $document->id, 'revision' => $preview['revision'], 'keys' => ['nothing']])->assertStatus(422);
});
