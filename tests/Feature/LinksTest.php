<?php

declare(strict_types=1);

use Tests\Support\Harbour;

/* Symbolic links are documents: what they name is a reference, and they are written as links. */

beforeEach(function () {
    $this->harbour = new Harbour([
        'en/mod/core.html' => '<title>Core</title><a href="../index.html">up</a>',
        'en/index.html' => '<title>Index</title>',
        'en/mod/drum.png' => 'a picture',
        'notes.md' => "![x](shown.png) [y](de/core.html)\n",
    ]);
    mkdir($this->harbour->root.'/de');
    symlink('../en/mod/core.html', $this->harbour->root.'/de/core.html');
    symlink('en/mod/drum.png', $this->harbour->root.'/shown.png');
    symlink($this->harbour->root.'/en/index.html', $this->harbour->root.'/start.html');
    symlink('en/mod', $this->harbour->root.'/current');
    symlink('/etc/hostname', $this->harbour->root.'/out.txt');
    symlink('nowhere', $this->harbour->root.'/lost');
    $this->harbour->scan();
    $this->actingAs($this->harbour->owner);
    $this->links = fn (): array => array_map(fn (string $path): string => (string) @readlink($this->harbour->root.'/'.$path), ['core' => 'de/core.html', 'shown' => 'shown.png', 'start' => 'start.html', 'current' => 'current']);
    $this->relocate = function (array $body): array {
        $decisions = api('POST', 'relocations', $body)->assertOk()->json();
        $plan = api('POST', 'plan', ['decisions' => $decisions])->assertOk()->json();
        $saved = api('POST', 'save', ['decisions' => $decisions, 'fingerprint' => $plan['fingerprint']]);

        return [$plan, $saved];
    };
    $this->undo = function (string $id): void {
        $undo = api('GET', "logbook/{$id}/undo")->json();
        api('POST', "logbook/{$id}/undo", ['fingerprint' => $undo['fingerprint']])->assertOk();
    };
});

it('knows them with what they name', function () {
    $of = fn (string $path): array => $this->getJson($this->harbour->api('/documents/'.$this->harbour->document($path)->id))->assertOk()->json();
    expect($of('de/core.html')['row']['format'])->toBe('link')
        ->and($of('de/core.html')['refersTo'][0])->toMatchArray(['kind' => 'link', 'raw' => '../en/mod/core.html', 'target' => 'en/mod/core.html', 'state' => 'document'])
        ->and($of('start.html')['refersTo'][0])->toMatchArray(['target' => 'en/index.html', 'state' => 'document'])
        ->and($of('current')['refersTo'][0])->toMatchArray(['target' => 'en/mod', 'state' => 'document'])
        ->and($of('out.txt')['refersTo'][0]['state'])->toBe('outside')
        ->and($of('lost')['refersTo'][0]['state'])->toBe('stray')
        ->and($of('shown.png')['isText'])->toBeFalse()
        ->and($this->harbour->scan()->changed)->toBe(0)
        ->and(App\Models\Document::at($this->harbour->workspace, 'current/core.html'))->toBeNull();
});

it('rewrites them when what they name moves, relative and absolute, and takes that back', function () {
    $before = ($this->links)();
    [$plan, $saved] = ($this->relocate)(['paths' => ['en'], 'to' => 'english']);
    expect($plan['blockers'])->toBe([]);
    $saved->assertOk();
    expect(($this->links)())->toBe(['core' => '../english/mod/core.html', 'shown' => 'english/mod/drum.png', 'start' => $this->harbour->root.'/english/index.html', 'current' => 'english/mod'])
        ->and(is_dir($this->harbour->root.'/en'))->toBeFalse()
        ->and(file_get_contents($this->harbour->root.'/de/core.html'))->toContain('Core');
    ($this->undo)($saved->json('id'));
    expect(($this->links)())->toBe($before)->and(file_get_contents($this->harbour->root.'/de/core.html'))->toContain('Core');
});

it('leaves a link to a folder where only a part of it moves', function () {
    [, $saved] = ($this->relocate)(['paths' => ['en/mod/drum.png'], 'to' => 'pictures/drum.png']);
    $saved->assertOk();
    expect(($this->links)())->toMatchArray(['shown' => 'pictures/drum.png', 'current' => 'en/mod']);
});

it('says of links that what they show is written for another folder', function () {
    [$plan] = ($this->relocate)(['paths' => ['en/index.html'], 'to' => 'en/start/first.html']);
    expect(array_column($plan['warnings'], 'message', 'path')['de/core.html'])->toContain('rewritten for its own');
    [$plan] = ($this->relocate)(['paths' => ['de/core.html'], 'to' => 'deutsch/kern/core.html']);
    expect($plan['warnings'][0])->toMatchArray(['path' => 'deutsch/kern/core.html'])->and($plan['warnings'][0]['message'])->toContain('a link that goes to another folder');
});

it('moves a link, which then still leads there', function () {
    [, $saved] = ($this->relocate)(['paths' => ['shown.png', 'current', 'start.html'], 'into' => 'a/b']);
    $saved->assertOk();
    $read = fn (string $path): string => readlink($this->harbour->root.'/'.$path);
    expect($read('a/b/shown.png'))->toBe('../../en/mod/drum.png')->and($read('a/b/current'))->toBe('../../en/mod')->and($read('a/b/start.html'))->toBe($this->harbour->root.'/en/index.html')
        ->and($this->harbour->read('notes.md'))->toContain('](a/b/shown.png)');
    $lines = collect(api('GET', "logbook/{$saved->json('id')}")->json('lines'));
    $position = $lines->search(static fn (array $line): bool => $line['path'] === 'a/b/shown.png');
    expect(array_column(api('GET', "logbook/{$saved->json('id')}/lines/{$position}")->assertOk()->json('lines'), 'text'))->toBe(['en/mod/drum.png', '../../en/mod/drum.png']);
    ($this->undo)($saved->json('id'));
    expect(($this->links)()['shown'])->toBe('en/mod/drum.png');
});

it('copies a link as a link, and points it elsewhere', function () {
    $link = $this->harbour->document('shown.png');
    $copy = [['document' => $link->id, 'kind' => 'copy', 'path' => 'x/y.png']];
    $plan = api('POST', 'plan', ['decisions' => $copy])->assertOk()->json();
    api('POST', 'save', ['decisions' => $copy, 'fingerprint' => $plan['fingerprint']])->assertOk();
    expect(readlink($this->harbour->root.'/x/y.png'))->toBe('../en/mod/drum.png')->and($this->harbour->document('x/y.png')->format)->toBe('link');
    $reference = $this->getJson($this->harbour->api("/documents/{$link->id}"))->json('refersTo.0');
    $this->patchJson($this->harbour->api("/documents/{$link->id}/references"), ['offsets' => [$reference['offset']], 'target' => $this->harbour->document('en/index.html')->id], ['If-Match' => "\"{$link->revision}\""])->assertOk();
    $this->harbour->saveAll();
    expect(readlink($this->harbour->root.'/shown.png'))->toBe('en/index.html');
});

it('shows what stands at their end, and nothing outside', function () {
    $this->get($this->harbour->api('/show/shown.png'))->assertOk()->assertContent('a picture');
    expect($this->get($this->harbour->api('/show/out.txt'))->getContent())->not->toContain(trim((string) file_get_contents('/etc/hostname')));
});

it('makes no link that leads out, and takes no file for one', function (string $target) {
    $id = $this->harbour->document('notes.md')->id;
    $content = Hafenbuch\Core\Format\Link\LinkContent::MARK.$target;
    $this->call('PUT', $this->harbour->api("/documents/{$id}/draft"), server: $this->transformHeadersToServerVars(['Accept' => 'application/json', 'If-Match' => '"0"']), content: $content)->assertOk();
    $plan = api('POST', 'plan', ['decisions' => [['document' => $id, 'kind' => 'save']]])->assertOk()->json();
    api('POST', 'save', ['decisions' => [['document' => $id, 'kind' => 'save']], 'fingerprint' => $plan['fingerprint']])->assertStatus(507);
    expect(is_link($this->harbour->root.'/notes.md'))->toBeFalse()->and($this->harbour->read('notes.md'))->toContain('shown.png');
    file_put_contents($this->harbour->root.'/false.txt', $content);
    $this->harbour->scan();
    expect($this->harbour->document('false.txt')->note)->toContain('cannot be read')->and($this->harbour->document('false.txt')->format)->toBe('file');
})->with([['/etc/passwd'], ['../../etc/passwd'], ['a/../../x'], ["a\0b"], [''], ["../../etc/\xff"]]);

it('says that a draft without a link makes a file of it', function () {
    $link = $this->harbour->draft('shown.png', 'another picture');
    $plan = api('POST', 'plan', ['decisions' => [['document' => $link->id, 'kind' => 'save']]])->assertOk()->json();
    expect($plan['warnings'][0])->toMatchArray(['path' => 'shown.png'])->and($plan['warnings'][0]['message'])->toContain('a file takes its place');
    $saved = api('POST', 'save', ['decisions' => [['document' => $link->id, 'kind' => 'save']], 'fingerprint' => $plan['fingerprint']])->assertOk();
    expect(is_link($this->harbour->root.'/shown.png'))->toBeFalse()->and($this->harbour->read('en/mod/drum.png'))->toBe('a picture')->and($this->harbour->document('shown.png')->format)->toBe('file');
    ($this->undo)($saved->json('id'));
    expect(readlink($this->harbour->root.'/shown.png'))->toBe('en/mod/drum.png')->and($this->harbour->document('shown.png')->format)->toBe('link');
});

it('replaces a link by a file only where the plan says so', function () {
    $id = $this->harbour->document('notes.md')->id;
    $decision = ['document' => $id, 'kind' => 'copy', 'path' => 'shown.png'];
    $blocked = api('POST', 'plan', ['decisions' => [$decision]])->assertOk()->json();
    expect($blocked['blockers'][0]['path'])->toBe('shown.png');
    $replace = collect($blocked['blockers'][0]['waysOut'])->firstWhere('kind', 'replace')['value'];
    $decision['over'] = $replace;
    $plan = api('POST', 'plan', ['decisions' => [$decision]])->assertOk()->json();
    expect($plan['warnings'][0]['message'])->toContain('is replaced');
    $saved = api('POST', 'save', ['decisions' => [$decision], 'fingerprint' => $plan['fingerprint']])->assertOk();
    expect(is_link($this->harbour->root.'/shown.png'))->toBeFalse()->and($this->harbour->read('en/mod/drum.png'))->toBe('a picture');
    ($this->undo)($saved->json('id'));
    expect(readlink($this->harbour->root.'/shown.png'))->toBe('en/mod/drum.png');
});
