<?php

declare(strict_types=1);

use Tests\Support\Harbour;

beforeEach(function () {
    $this->harbour = new Harbour([
        'book.md' => "# Book\n\n![Drum](drum.svg)\n\nSee [the gauge](gauge.md).\n",
        'gauge.md' => "# Gauge\n", 'drum.svg' => '<svg xmlns="http://www.w3.org/2000/svg"><title>Drum</title></svg>',
        'photo.png' => 'not a real photo',
    ]);
    $this->actingAs($this->harbour->owner);
});

it('adds a reference and takes one out, and changes nothing else', function () {
    $book = $this->harbour->document('book.md');
    $shown = api('GET', "documents/{$book->id}")->json();
    expect($shown['addable'])->toBe(['link', 'image']);

    api('POST', "documents/{$book->id}/references", ['kind' => 'image', 'target' => $this->harbour->document('photo.png')->id], $book->revision)->assertOk();
    $text = $this->harbour->workingText('book.md');
    expect($text)->toStartWith("# Book\n\n![Drum](drum.svg)\n\nSee [the gauge](gauge.md).\n")->toContain('![photo](photo.png)');

    $book->refresh();
    $link = collect(api('GET', "documents/{$book->id}")->json('refersTo'))->firstWhere('target', 'gauge.md');
    api('POST', "documents/{$book->id}/references/remove", ['offsets' => [$link['offset']]], $book->revision)->assertOk();
    expect($this->harbour->workingText('book.md'))->toBe(str_replace('[the gauge](gauge.md)', 'the gauge', $text));
});

it('refuses a kind that has no place, an offset that is none, and a lost race', function () {
    $book = $this->harbour->document('book.md');
    $drum = $this->harbour->document('drum.svg')->id;
    api('POST', "documents/{$book->id}/references", ['kind' => 'sound', 'target' => $drum], $book->revision)
        ->assertStatus(422)->assertJsonPath('detail', 'book.md has no place for a reference of the kind “sound”. Add it in the source.');
    api('POST', "documents/{$book->id}/references/remove", ['offsets' => [1]], $book->revision)->assertStatus(422);
    api('POST', "documents/{$book->id}/references", ['kind' => 'link', 'target' => $drum], $book->revision + 1)->assertStatus(412);
    expect($this->harbour->workingText('book.md'))->toBe($this->harbour->read('book.md'));
});

it('keeps a locked document for its holder', function () {
    $book = $this->harbour->document('book.md');
    $ida = $this->harbour->member('Ida');
    api('POST', "documents/{$book->id}/lock", as: $ida)->assertOk()->assertJsonPath('access', 'writable')->assertJsonPath('lockedByYou', true);

    $mara = api('GET', "documents/{$book->id}")->json();
    expect($mara['row']['access'])->toBe('locked by Ida')->and($mara['row']['lockedByYou'])->toBeFalse()->and($mara['lock']['by'])->toBe('Ida');
    api('PUT', "documents/{$book->id}/draft", 'changed', $book->revision)->assertStatus(423)->assertJsonPath('detail', 'Ida has locked book.md. Ask for the lock, or edit a copy of your own.');
    api('POST', "documents/{$book->id}/lock")->assertStatus(423);

    api('PUT', "documents/{$book->id}/draft", "# Mine\n", $book->revision, $ida)->assertOk();
    $plan = api('POST', 'plan', ['decisions' => [['document' => $book->id, 'kind' => 'save']]])->json();
    expect($plan['blockers'][0]['message'])->toBe('Ida has locked it. Ask for the lock, or leave it.');

    // The owner of the workspace can release what another has locked; a member cannot.
    api('DELETE', "documents/{$book->id}/lock", as: $this->harbour->member('Jonas'))->assertStatus(422);
    api('DELETE', "documents/{$book->id}/lock")->assertOk()->assertJsonPath('access', 'writable');
});

it('takes another content for a leaf, up to the limit', function () {
    $photo = $this->harbour->document('photo.png');
    api('PUT', "documents/{$photo->id}/draft", "\x89PNG other", $photo->revision)->assertOk()->assertJsonPath('content', 'modified');
    config(['limits.content' => 100]);
    api('PUT', "documents/{$photo->id}/draft", str_repeat('x', 101), $photo->refresh()->revision)->assertStatus(422)
        ->assertJsonPath('detail', 'The content has 101 bytes; at most 100 are taken. Change the file on disk instead, or raise HAFENBUCH_CONTENT_LIMIT.');
    expect($this->harbour->workingText('photo.png'))->toBe("\x89PNG other");
});

it('takes what a drawing places into it where an image shows it', function () {
    $harbour = $this->harbour = new Harbour([
        'panel.svg' => '<svg xmlns="http://www.w3.org/2000/svg"><image href="parts/gauge.svg"/></svg>',
        'parts/gauge.svg' => '<svg xmlns="http://www.w3.org/2000/svg"><image href="drum.svg#top"/><image href="../photo.png"/><image href="none.png"/><a href="../photo.png"/></svg>',
        'parts/drum.svg' => '<svg xmlns="http://www.w3.org/2000/svg"/>', 'photo.png' => 'PNG',
    ]);
    $harbour->draft('parts/drum.svg', $drum = '<svg xmlns="http://www.w3.org/2000/svg"><title>Draft</title></svg>');
    $show = fn (array $headers): string => (string) $this->actingAs($harbour->owner)->withHeaders($headers)->get($harbour->api('/show/parts/gauge.svg'))->assertOk()->content();
    $expected = '<image href="data:image/svg+xml;base64,'.base64_encode($drum).'#top"/><image href="data:image/png;base64,'.base64_encode('PNG').'"/><image href="none.png"/><a href="../photo.png"/>';
    expect($show(['Sec-Fetch-Dest' => 'image']))->toContain($expected)
        ->and($show(['Sec-Fetch-Dest' => 'iframe']))->toBe($harbour->read('parts/gauge.svg'));
    $this->flushHeaders();
    expect($show(['Accept' => 'image/avif,image/svg+xml,*/*;q=0.8']))->toContain($expected);
});

it('knows both ends of thousands of references', function () {
    $list = implode("\n", array_map(static fn (int $n): string => "[{$n}](p/{$n}.md)", range(1, 2100)));
    $this->harbour = new Harbour(['register.md' => $list, 'p/7.md' => '# Seven', 'p/2001.md' => "# Late\n\n[back](../register.md)"]);
    $this->harbour->draft('p/2001.md', "# Later\n\n[back](../register.md)");
    $answer = api('GET', "documents/{$this->harbour->document('register.md')->id}", as: $this->harbour->owner)->assertOk()->json();
    expect($answer['refersTo'])->toHaveCount(2100)->and($answer['refersTo'][6])->toMatchArray(['title' => 'Seven', 'content' => 'as saved'])
        ->and($answer['refersTo'][2000])->toMatchArray(['title' => 'Later', 'content' => 'modified'])->and($answer['refersTo'][2001]['state'])->toBe('stray')
        ->and($answer['referredBy'])->toHaveCount(1)->and($answer['referredBy'][0]['title'])->toBe('Later');
});

it('shows a drawing by its path, with what it places and without scripts', function () {
    $answer = api('GET', 'show/drum.svg')->assertOk()->assertHeader('Content-Type', 'image/svg+xml');
    expect((string) $answer->headers->get('Content-Security-Policy'))->toContain("default-src 'none'")->toContain("img-src 'self'")->not->toContain('script-src');
    api('GET', 'show/nothing.svg')->assertStatus(404);
    api('GET', 'show/..%2f..%2fetc%2fpasswd')->assertStatus(404);
    api('GET', 'show/book.md')->assertOk()->assertHeader('Content-Type', 'application/octet-stream');
});
