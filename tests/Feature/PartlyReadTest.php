<?php

declare(strict_types=1);

use Tests\Support\Harbour;

/* What could not be read whole may refer to what moves or goes away, and nobody is left unwarned. */

beforeEach(function () {
    $this->harbour = new Harbour([
        'mod/core page.html' => "<title>Core</title><p>x</p>\n",
        'mod/other.html' => '<a href="core%20page.html">x</a>',
        // A path in damaged markup, as a later reader may still follow it.
        'broken.svg' => "<svg xmlns='http://www.w3.org/2000/svg'>\n<a href=mod/core%20page.html>",
        'elsewhere.svg' => '<svg><g>',
        'notes.md' => "![x](mod/other.html)\n",
    ]);
    $this->actingAs($this->harbour->owner);
    $this->move = fn (array $body) => api('POST', 'plan', ['decisions' => api('POST', 'relocations', $body)->assertOk()->json()])->assertOk();
});

it('warns of a move that a damaged document may not follow, and says where to look', function () {
    $plan = ($this->move)(['paths' => ['mod/core page.html'], 'to' => 'mod/heart.html']);
    $warnings = $plan->json('warnings');
    expect($warnings)->toHaveCount(1)
        ->and($warnings[0]['path'])->toBe('broken.svg')
        ->and($warnings[0]['message'])->toContain('“core page.html”, which moves or is taken away')->toContain('line 2')
        ->and($warnings[0]['waysOut'][0])->toMatchArray(['kind' => 'mend', 'label' => 'Look into broken.svg']);
});

it('warns of a deletion, and of nothing where no name is found', function () {
    expect(($this->move)(['paths' => ['mod/core page.html'], 'delete' => true])->json('warnings.0.path'))->toBe('broken.svg')
        ->and(($this->move)(['paths' => ['mod/other.html'], 'to' => 'mod/next.html'])->json('warnings'))->toBe([]);
});

it('warns where the document itself goes to another folder', function () {
    expect(($this->move)(['paths' => ['broken.svg'], 'to' => 'broken-2.svg'])->json('warnings'))->toBe([])
        ->and(($this->move)(['paths' => ['broken.svg'], 'into' => 'mod'])->json('warnings.0.message'))->toContain('stay as they are');
});

it('warns of what cannot even be searched', function () {
    $file = fopen($this->harbour->root.'/broken.svg', 'r+');
    ftruncate($file, 65 << 20);
    $this->harbour->scan();
    expect(($this->move)(['paths' => ['mod/other.html'], 'to' => 'mod/next.html'])->json('warnings.0.message'))->toContain('nor searched');
});

it('tells of them in a scan, in Files, and in what refers to a document', function () {
    expect($this->harbour->scan()->partly_read)->toBe(2);
    $folder = $this->getJson($this->harbour->api('/folder'))->assertOk();
    $broken = $this->harbour->document('broken.svg')->id;
    expect($folder->json('partlyRead'))->toBe(2)->and($folder->json("notes.{$broken}"))->toContain('line 2');
    $list = $this->getJson($this->harbour->api('/partly-read'))->assertOk()->json();
    expect(array_column($list, 'path'))->toBe(['broken.svg', 'elsewhere.svg']);
    $core = $this->getJson($this->harbour->api('/documents/'.$this->harbour->document('mod/core page.html')->id));
    expect(array_column($core->json('referredBy'), 'path'))->toBe(['mod/other.html'])->and(array_column($core->json('mentionedIn'), 'path'))->toBe(['broken.svg']);
    $said = $this->harbour->command('partly-read', ['--json']);
    expect($said['code'])->toBe(0)->and(array_column($said['json'], 'path'))->toBe(['broken.svg', 'elsewhere.svg']);
});

it('forgets them once they are whole', function () {
    $this->harbour->put('broken.svg', '<svg xmlns="http://www.w3.org/2000/svg"/>');
    $this->harbour->put('elsewhere.svg', '<svg xmlns="http://www.w3.org/2000/svg"/>');
    expect($this->harbour->scan()->partly_read)->toBe(0)
        ->and(($this->move)(['paths' => ['mod/core page.html'], 'to' => 'mod/heart.html'])->json('warnings'))->toBe([]);
});

it('says of how many it could not search, where there are too many', function () {
    foreach (range(1, 510) as $n) {
        $this->harbour->put("old/sheet-{$n}.svg", '<svg><g>');
    }
    $this->harbour->scan();
    $warnings = ($this->move)(['paths' => ['mod/other.html'], 'to' => 'mod/next.html'])->json('warnings');
    expect($warnings)->toHaveCount(1)->and($warnings[0]['message'])->toContain('nor searched')->toContain('So it is with 12 documents');
});
