<?php

declare(strict_types=1);

use Tests\Support\Harbour;

/* Documents that are not in UTF-8 are read, shown, edited and rewritten in their own charset. */

beforeEach(function () {
    $this->harbour = new Harbour([
        'page.html' => "<meta charset=\"iso-8859-1\"><title>Der Fl\xfcgel</title>\n<p>Gr\xf6\xdfe</p><img src=\"Fl\xfcgel.png\">\n",
        'Flügel.png' => 'a picture',
        'list.m3u' => "#EXTM3U\nFl\xfcgel.mp3\n",
        'Flügel.mp3' => 'a sound',
        'notes.md' => "# \xf0\xc5\xc7\xc5\xcc\xd8\n\n![x](\xcd\xc1.png)\n",
        'ма.png' => 'another',
        'plain.txt' => "caf\xe9\n",
    ]);
    $this->actingAs($this->harbour->owner);
    $this->api = fn (string $path, string $more) => $this->harbour->api('/documents/'.$this->harbour->document($path)->id.$more);
    $this->put = fn (string $path, string $more, string $content, int $revision) => $this->call('PUT', ($this->api)($path, $more),
        server: $this->transformHeadersToServerVars(['Accept' => 'application/json', 'If-Match' => "\"{$revision}\""]), content: $content);
    $this->change = fn (string $path, array $changes, int $size, int $revision) => $this->patchJson(($this->api)($path, '/draft?as=text'), ['changes' => $changes, 'size' => $size], ['If-Match' => "\"{$revision}\""]);
});

it('finds what they refer to, and says where in the text', function () {
    $page = $this->getJson(($this->api)('page.html', ''))->assertOk()->assertJson(['charset' => 'windows-1252', 'isText' => true, 'note' => null]);
    $reference = $page->json('refersTo.0');
    $text = $this->get(($this->api)('page.html', '/content?as=text'))->assertOk()->getContent();
    expect($reference['state'])->toBe('document')->and($reference['target'])->toBe('Flügel.png')
        ->and(substr($text, $reference['textOffset'], $reference['textLength']))->toBe('Flügel.png')
        ->and($text)->toContain('<p>Größe</p>')
        ->and($this->getJson(($this->api)('list.m3u', ''))->json('refersTo.0.target'))->toBe('Flügel.mp3')
        ->and($this->getJson(($this->api)('plain.txt', ''))->json('isText'))->toBeFalse();
});

it('changes only what is edited in the text', function () {
    $before = $this->harbour->read('page.html');
    $text = $this->get(($this->api)('page.html', '/content?as=text'))->getContent();
    $at = strpos($text, 'Größe');
    ($this->change)('page.html', [['at' => $at, 'removed' => strlen('Größe'), 'inserted' => 'Höhe']], strlen($text) - 2, 0)->assertOk();
    $this->get(($this->api)('page.html', '/content'))->assertContent(str_replace("Gr\xf6\xdfe", "H\xf6he", $before));
    ($this->put)('page.html', '/draft?as=text', str_replace('Größe', 'Tiefe', $text), 1)->assertOk();
    $this->get(($this->api)('page.html', '/content'))->assertContent(str_replace("Gr\xf6\xdfe", 'Tiefe', $before));
});

it('refuses what its charset cannot say, and changes that were made from another text', function () {
    $text = $this->get(($this->api)('page.html', '/content?as=text'))->getContent();
    $at = strpos($text, 'Größe');
    ($this->change)('page.html', [['at' => $at, 'removed' => 0, 'inserted' => '検']], strlen($text) + 3, 0)->assertStatus(422)->assertJsonFragment(['detail' => '“検” cannot be written in windows-1252, the charset of this document. Write it otherwise, or convert the document to UTF-8.']);
    ($this->change)('page.html', [['at' => $at + 3, 'removed' => 1, 'inserted' => 'a']], strlen($text), 0)->assertStatus(409);
    ($this->change)('page.html', [['at' => $at, 'removed' => 1, 'inserted' => '']], strlen($text), 0)->assertStatus(409);
    expect($this->harbour->document('page.html')->draft)->toBeNull();
});

it('converts a document whose declaration is changed', function () {
    $text = $this->get(($this->api)('page.html', '/content?as=text'))->getContent();
    $utf8 = str_replace('iso-8859-1', 'utf-8', $text);
    ($this->put)('page.html', '/draft?as=text', $utf8, 0)->assertOk();
    $this->get(($this->api)('page.html', '/content'))->assertContent($utf8);
    // On the way to another name it is one that nobody knows.
    ($this->put)('page.html', '/draft?as=text', str_replace('iso-8859-1', 'iso-88', $text), 1)->assertOk();
    ($this->put)('page.html', '/draft?as=text', str_replace('iso-8859-1', 'iso-8859-15', $text), 2)->assertOk();
    $this->get(($this->api)('page.html', '/content'))->assertContent(str_replace('iso-8859-1', 'iso-8859-15', $this->harbour->read('page.html')));
});

it('moves what they refer to, and takes it back', function () {
    $before = $this->harbour->hashes();
    $decisions = api('POST', 'relocations', ['paths' => ['Flügel.mp3'], 'to' => 'Töne/Flügel & Ö.mp3'])->assertOk()->json();
    $plan = api('POST', 'plan', ['decisions' => $decisions])->assertOk()->json();
    $moved = api('POST', 'save', ['decisions' => $decisions, 'fingerprint' => $plan['fingerprint']])->assertOk();
    expect($this->harbour->read('list.m3u'))->toBe("#EXTM3U\nT\xf6ne/Fl\xfcgel & \xd6.mp3\n");
    $undo = api('GET', "logbook/{$moved->json('id')}/undo")->json();
    api('POST', "logbook/{$moved->json('id')}/undo", ['fingerprint' => $undo['fingerprint']])->assertOk();
    expect($this->harbour->hashes())->toBe($before);
});

it('stops a move after which a list could not say its name', function () {
    $decisions = api('POST', 'relocations', ['paths' => ['Flügel.mp3'], 'to' => '検潮.mp3'])->assertOk()->json();
    api('POST', 'plan', ['decisions' => $decisions])->assertOk()->assertJsonPath('blockers.0.path', 'list.m3u');
});

it('reads what says nothing in the charset of the workspace', function () {
    expect($this->getJson(($this->api)('notes.md', ''))->json('note'))->toContain('does not say its charset');
    $revision = $this->getJson($this->harbour->api('/settings'))->json('revision');
    $this->patchJson($this->harbour->api('/settings'), ['charset' => 'klingon'], ['If-Match' => "\"{$revision}\""])->assertStatus(422);
    $this->patchJson($this->harbour->api('/settings'), ['charset' => 'koi8-r'], ['If-Match' => "\"{$revision}\""])->assertOk()->assertJson(['charset' => 'koi8-r']);
    $this->harbour->workspace->refresh();
    $this->harbour->scan();
    $notes = $this->getJson(($this->api)('notes.md', ''));
    expect($notes->json('note'))->toBeNull()->and($notes->json('row.title'))->toBe('Пегель')->and($notes->json('refersTo.0.target'))->toBe('ма.png');
});

it('begins a document from a template in its charset', function () {
    $this->harbour->put('templates/page.html', "<meta charset=latin1><title>{{title}}</title><p>\xe4</p>\n");
    $this->harbour->scan();
    $template = $this->harbour->document('templates/page.html')->id;
    api('POST', 'documents', ['path' => 'new.html', 'title' => 'Größe', 'template' => $template])->assertStatus(201);
    expect($this->get(($this->api)('new.html', '/content'))->getContent())->toBe("<meta charset=latin1><title>Gr\xf6\xdfe</title><p>\xe4</p>\n");
    api('POST', 'documents', ['path' => 'other.html', 'title' => '検潮', 'template' => $template])->assertStatus(422);
});
