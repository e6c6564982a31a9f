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
