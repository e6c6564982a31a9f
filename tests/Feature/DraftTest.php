<?php

declare(strict_types=1);

use Illuminate\Support\Facades\DB;
use Tests\Support\Harbour;

beforeEach(function () {
    $this->harbour = new Harbour(['a.md' => "# A\n", 'b.svg' => '<svg xmlns="http://www.w3.org/2000/svg"><title>B</title></svg>']);
    $this->actingAs($this->harbour->owner);
    $this->write = fn (string $path, string $content, ?int $revision) => $this->call(
        'PUT',
        $this->harbour->api('/documents/'.$this->harbour->document($path)->id.'/draft'),
        server: $this->transformHeadersToServerVars(['Accept' => 'application/json'] + ($revision === null ? [] : ['If-Match' => "\"{$revision}\""])),
        content: $content,
    );
});

it('keeps a draft without touching the file', function () {
    ($this->write)('a.md', "# A, changed\n", 0)->assertOk()->assertJson(['content' => 'modified', 'title' => 'A, changed', 'revision' => 1])->assertHeader('ETag', '"1"');

    expect($this->harbour->read('a.md'))->toBe("# A\n");
    $this->get($this->harbour->api('/documents/'.$this->harbour->document('a.md')->id.'/content'))->assertOk()->assertContent("# A, changed\n")->assertHeader('ETag', '"1"');
});

it('writes over nobody’s work', function () {
    ($this->write)('a.md', 'mine', 0)->assertOk();
    ($this->write)('a.md', 'theirs', 0)->assertStatus(412)->assertJson(['revision' => 1, 'status' => 412]);
    ($this->write)('a.md', 'whatever', null)->assertStatus(428);

    expect($this->harbour->document('a.md')->draft?->hash)->toBe(hash('sha256', 'mine'));
});

it('is as saved again when edited back', function () {
    ($this->write)('a.md', 'changed', 0);
    ($this->write)('a.md', "# A\n", 1)->assertJson(['content' => 'as saved', 'revision' => 2, 'title' => 'A']);

    expect($this->harbour->document('a.md')->draft)->toBeNull();
});

it('keeps every step', function () {
    ($this->write)('a.md', 'one', 0);
    ($this->write)('a.md', 'two', 1);

    expect(DB::table('draft_steps')->where('document_id', $this->harbour->document('a.md')->id)->orderBy('id')->pluck('hash')->all())
        ->toBe([hash('sha256', "# A\n"), hash('sha256', 'one'), hash('sha256', 'two')]);
});

it('keeps bytes as they are', function (string $bytes) {
    ($this->write)('a.md', $bytes, 0)->assertOk();

    $this->get($this->harbour->api('/documents/'.$this->harbour->document('a.md')->id.'/content'))->assertContent($bytes);
})->with([["line\r\nends\r\n"], ["  spaces  \n\n"], ["\u{FEFF}# BOM"], ["\xff\xfe no UTF-8"], [''], ["NUL\0"]]);

it('takes changes in place of the whole', function () {
    $change = fn (array $body, int $revision) => $this->patchJson($this->harbour->api('/documents/'.$this->harbour->document('a.md')->id.'/draft'), $body, ['If-Match' => "\"{$revision}\""]);
    ($this->write)('a.md', "# Ä, a gauge\r\n\r\nOld words\r\n", 0);

    // Places count bytes, the letter Ä two; blanks at the ends of what is put in are no one's to trim.
    $change(['changes' => [['at' => 4, 'removed' => 0, 'inserted' => ' one '], ['at' => 17, 'removed' => 3, 'inserted' => "N😀w\r\n"]], 'size' => 38], 1)
        ->assertOk()->assertJson(['revision' => 2, 'content' => 'modified', 'title' => 'Ä one , a gauge']);
    expect($this->get($this->harbour->api('/documents/'.$this->harbour->document('a.md')->id.'/content'))->getContent())->toBe("# Ä one , a gauge\r\n\r\nN😀w\r\n words\r\n");

    $change(['changes' => [], 'size' => 38], 1)->assertStatus(412)->assertJson(['revision' => 2]);
    $change(['changes' => [], 'size' => 38], 2)->assertOk()->assertJson(['revision' => 2]);
    $this->patchJson($this->harbour->api('/documents/'.$this->harbour->document('a.md')->id.'/draft'), ['changes' => [], 'size' => 0])->assertStatus(428);
});

it('refuses changes that were made from another content, and writes nothing', function (array $body, int $status) {
    $this->patchJson($this->harbour->api('/documents/'.$this->harbour->document('a.md')->id.'/draft'), $body, ['If-Match' => '"0"'])->assertStatus($status);

    expect($this->harbour->document('a.md')->draft)->toBeNull()->and($this->harbour->document('a.md')->revision)->toBe(0);
})->with([
    'beyond the end' => [['changes' => [['at' => 4, 'removed' => 1, 'inserted' => '']], 'size' => 4], 409],
    'another size' => [['changes' => [['at' => 0, 'removed' => 0, 'inserted' => 'x']], 'size' => 6], 409],
    'out of order' => [['changes' => [['at' => 2, 'removed' => 1, 'inserted' => ''], ['at' => 2, 'removed' => 1, 'inserted' => '']], 'size' => 2], 422],
    'before the start' => [['changes' => [['at' => -1, 'removed' => 1, 'inserted' => '']], 'size' => 3], 422],
    'without end' => [['changes' => [['at' => 1, 'removed' => PHP_INT_MAX, 'inserted' => '']], 'size' => 3], 422],
    'no list' => [['changes' => ['a' => 1], 'size' => 3], 422],
    'no text' => [['changes' => [['at' => 1, 'removed' => 0, 'inserted' => ['x']]], 'size' => 3], 422],
    'no body' => [[], 422],
]);

it('does not change a file that another program has written since the scan', function () {
    $said = "# As it stood at {$this->harbour->root}\n";
    $this->harbour->put('c.md', $said);
    $this->harbour->scan();
    $id = $this->harbour->document('c.md')->id;
    $this->harbour->put('c.md', strrev($said));

    $this->patchJson($this->harbour->api("/documents/{$id}/draft"), ['changes' => [['at' => 2, 'removed' => 1, 'inserted' => 'C']], 'size' => strlen($said)], ['If-Match' => '"0"'])
        ->assertStatus(409)->assertJsonPath('detail', fn (string $detail) => str_contains($detail, 'send the whole content'));
});

it('refuses a content that is too large', function () {
    config(['limits.content' => 100]);
    ($this->write)('a.md', str_repeat('x', 101), 0)->assertStatus(422);
});

it('rewrites a field in its place', function () {
    $id = $this->harbour->document('b.svg')->id;
    $this->withHeader('If-Match', '"0"')->patchJson($this->harbour->api("/documents/{$id}/fields"), ['name' => 'title', 'value' => 'Pen & <drum>'])
        ->assertOk()->assertJson(['title' => 'Pen & <drum>', 'content' => 'modified']);

    $this->get($this->harbour->api("/documents/{$id}/content"))->assertContent('<svg xmlns="http://www.w3.org/2000/svg"><title>Pen &amp; &lt;drum&gt;</title></svg>');
    $this->withHeader('If-Match', '"0"')->patchJson($this->harbour->api("/documents/{$id}/fields"), ['name' => 'title', 'value' => 'x'])->assertStatus(412);
    $this->withHeader('If-Match', '"1"')->patchJson($this->harbour->api("/documents/{$id}/fields"), ['name' => 'material', 'value' => 'x'])->assertStatus(422);
});

it('starts a new document at a free path', function () {
    $made = $this->postJson($this->harbour->api('/documents'), ['path' => 'new/c.md', 'title' => 'C & D'])->assertStatus(201)->json();
    $this->getJson($this->harbour->api("/documents/{$made['id']}"))->assertJsonPath('row.content', 'new')->assertJsonPath('row.title', 'C & D')->assertJsonPath('isOpen', true);
    $this->postJson($this->harbour->api('/documents'), ['path' => 'new/c.md', 'title' => 'C'])->assertStatus(422);
    $this->postJson($this->harbour->api('/documents'), ['path' => '../c.md', 'title' => 'C'])->assertStatus(422);
    $this->postJson($this->harbour->api('/documents'), ['path' => 'a.md', 'title' => 'C'])->assertStatus(422);
    $this->patchJson($this->harbour->api("/documents/{$made['id']}"), ['path' => 'new/d.md'], ['If-Match' => '"99"'])->assertStatus(412);
    $this->patchJson($this->harbour->api("/documents/{$made['id']}"), ['path' => 'new/e.md'], ['If-Match' => '"1"'])->assertOk()->assertJson(['path' => 'new/e.md']);

    expect($this->harbour->read('new/c.md'))->toBeNull();
});

it('shows a document with both ends of its references', function () {
    ($this->write)('a.md', "# A\n\n![b](b.svg) [web](https://example.org) [gone](gone.md)\n", 0);
    $this->getJson($this->harbour->api('/documents/'.$this->harbour->document('a.md')->id))
        ->assertJsonPath('refersTo.0.state', 'document')->assertJsonPath('refersTo.1.state', 'web')->assertJsonPath('refersTo.2.state', 'stray')
        ->assertJsonPath('row.below', 'stray');
    $this->getJson($this->harbour->api('/documents/'.$this->harbour->document('b.svg')->id))
        ->assertJsonPath('referredBy.0.path', 'a.md')->assertJsonPath('referredBy.0.content', 'modified');
});

it('closes a document with a draft into the hold', function () {
    ($this->write)('a.md', 'changed', 0);
    ($this->write)('b.svg', '<svg xmlns="http://www.w3.org/2000/svg"><title>B</title></svg>', 0);
    [$a, $b] = [$this->harbour->document('a.md')->id, $this->harbour->document('b.svg')->id];

    $this->postJson($this->harbour->api('/quay/close'), ['documents' => [$a, $b]])->assertExactJson(['held' => [$a]]);
    $this->getJson($this->harbour->api('/quay'))->assertJsonPath('rows', [])->assertJsonPath('hold.0.path', 'a.md');
    $this->postJson($this->harbour->api('/quay'), ['documents' => [$a]])->assertJsonPath('rows.0.content', 'modified');
});

it('points a reference at another document, and changes no other byte', function () {
    $this->harbour->draft('a.md', "# A\n\n![b](b.svg#part \"t\")  [b](<b.svg>)\n");
    $this->harbour->draft('pictures/ä b.svg', '<svg xmlns="http://www.w3.org/2000/svg"/>');
    $id = $this->harbour->document('a.md')->id;
    $point = fn (array $offsets, int $revision) => $this->withHeader('If-Match', "\"{$revision}\"")->patchJson($this->harbour->api("/documents/{$id}/references"), ['offsets' => $offsets, 'target' => $this->harbour->document('pictures/ä b.svg')->id]);
    $point([10], 1)->assertOk();

    $this->get($this->harbour->api("/documents/{$id}/content"))->assertContent("# A\n\n![b](pictures/%C3%A4%20b.svg \"t\")  [b](<b.svg>)\n");
    $point([11], 2)->assertStatus(422);
    $point([10], 1)->assertStatus(412);
});
