<?php

declare(strict_types=1);

use App\Models\Document;
use App\Saving\Execution;
use App\Workspace\Files\DiskContentStore;
use Hafenbuch\Core\Plan\Decision;
use Hafenbuch\Core\Write\UnableToWrite;
use Illuminate\Support\Facades\Cache;
use Illuminate\Support\Facades\DB;
use Illuminate\Support\Facades\Storage;
use Tests\Support\Harbour;

beforeEach(function () {
    $this->harbour = new Harbour(['book.md' => "# Book\n"]);
    $this->actingAs($this->harbour->owner);
    $this->save = function (array $decisions) {
        $plan = api('POST', 'plan', ['decisions' => $decisions])->assertOk()->json();

        return api('POST', 'save', ['decisions' => $decisions, 'fingerprint' => $plan['fingerprint']]);
    };
});

it('takes a very large text for a leaf, and says so', function () {
    $this->harbour->put('large.md', str_repeat("[a](book.md) and some words that fill a line\n", 1_200_000));
    $this->harbour->scan();
    $large = $this->harbour->document('large.md');
    expect($large->size)->toBeGreaterThan(50 * 2 ** 20)->and($large->note)->toContain('its references were not read')
        ->and(api('GET', "documents/{$large->id}")->assertOk()->json('isText'))->toBeFalse();
});

it('expands no entity and opens none', function (string $svg) {
    $this->harbour->put('bomb.svg', $svg);
    $start = microtime(true);
    $this->harbour->scan();
    $row = api('GET', 'documents/'.$this->harbour->document('bomb.svg')->id)->assertOk()->json();
    expect(microtime(true) - $start)->toBeLessThan(5.0)->and((string) $row['row']['title'])->not->toContain('root:')->and(strlen((string) $row['row']['title']))->toBeLessThan(500);
})->with([
    'a bomb' => ['<!DOCTYPE svg [<!ENTITY a "ha"><!ENTITY b "&a;&a;&a;&a;&a;&a;&a;&a;"><!ENTITY c "&b;&b;&b;&b;&b;&b;&b;&b;"><!ENTITY d "&c;&c;&c;&c;&c;&c;&c;&c;"><!ENTITY e "&d;&d;&d;&d;&d;&d;&d;&d;">]><svg xmlns="http://www.w3.org/2000/svg"><title>&e;</title><image href="&e;"/></svg>'],
    'an outside file' => ['<!DOCTYPE svg [<!ENTITY x SYSTEM "file:///etc/passwd">]><svg xmlns="http://www.w3.org/2000/svg"><title>&x;</title></svg>'],
]);

it('reads JSON of any depth', function () {
    $this->harbour->put('deep.gltf', '{"asset":{"version":"2.0"},"extras":'.str_repeat('[', 10_000).str_repeat(']', 10_000).',"images":[{"uri":"book.md"}]}');
    $this->harbour->put('deeper.otio', str_repeat('{"a":', 10_000).'1');
    $this->harbour->scan();
    expect(api('GET', 'documents/'.$this->harbour->document('deep.gltf')->id)->json('refersTo.0.target'))->toBe('book.md')
        ->and($this->harbour->document('deeper.otio')->note)->not->toBeNull();
});

it('works with odd names as with others', function (string $name) {
    $this->harbour->put($name, "# Odd\n\n[book](book.md)\n");
    $this->harbour->scan();
    $odd = $this->harbour->document($name);
    $book = $this->harbour->document('book.md');
    api('POST', "documents/{$book->id}/references", ['kind' => 'link', 'target' => $odd->id], $book->revision)->assertOk();
    expect(api('GET', "documents/{$book->id}")->json('refersTo.0.target'))->toBe($name);
    ($this->save)([['document' => $book->id, 'kind' => 'save']])->assertOk();
    ($this->save)([['document' => $odd->id, 'kind' => 'move', 'path' => 'plain/odd.md']])->assertOk();
    expect($this->harbour->read('book.md'))->toContain('(plain/odd.md)')->and($this->harbour->read('plain/odd.md'))->toBe("# Odd\n\n[book](../book.md)\n")->and($this->harbour->read($name))->toBeNull();
})->with([
    'a line break' => ["two\nlines.md"], 'quotes' => ["it's \"so\".md"], '255 bytes' => [str_repeat('n', 252).'.md'], 'composed' => ["caf\u{E9}.md"], 'decomposed' => ["cafe\u{301}.md"],
    'marks of URIs' => ['a#b?c%20&d.md'], 'a backslash' => ['a\\b.md'], 'spaces at both ends' => [' x .md'], 'emoji' => ["\u{1F6A2}.md"], 'angle brackets' => ['a<b>c.md'],
]);

it('tells names apart that differ in Unicode form alone', function () {
    $this->harbour->put("caf\u{E9}.md", '# composed');
    $this->harbour->put("cafe\u{301}.md", '# decomposed');
    $this->harbour->put('list.md', "[a](caf\u{E9}.md) [b](cafe\u{301}.md)");
    $this->harbour->scan();
    $refersTo = api('GET', 'documents/'.$this->harbour->document('list.md')->id)->json('refersTo');
    expect(array_column($refersTo, 'title'))->toBe(['composed', 'decomposed']);
});

it('knows what leads out of the workspace', function () {
    $this->harbour->put('out.md', "[a](../../x.md) [b](/etc/passwd) [c](file:///etc/passwd) [d](https://example.org/) [e](C:/x.md) [f](#here) [g](..%2f..%2fx.md)\n");
    $this->harbour->scan();
    $refersTo = api('GET', 'documents/'.$this->harbour->document('out.md')->id)->json('refersTo');
    expect(array_slice(array_column($refersTo, 'state'), 0, 4))->toBe(['outside', 'outside', 'outside', 'web'])
        ->and(array_filter(array_column($refersTo, 'targetId')))->toBe([]);
});

it('is stopped by a folder in place of a file', function () {
    $new = $this->harbour->draft('new.md', '# New');
    $book = $this->harbour->draft('book.md', '# Changed');
    mkdir($this->harbour->root.'/new.md');
    unlink($this->harbour->root.'/book.md');
    mkdir($this->harbour->root.'/book.md');
    $plan = api('POST', 'plan', ['decisions' => [['document' => $new->id, 'kind' => 'save'], ['document' => $book->id, 'kind' => 'save']]])->assertOk()->json();
    expect($plan['blockers'])->toHaveCount(2)->and($plan['blockers'][0]['waysOut'])->not->toBeEmpty();
    expect($this->harbour->scan()->state)->toBe('done')->and($this->harbour->workingText('new.md'))->toBe('# New');
});

it('shows a file that it may not read, and saves none that it may not write', function () {
    // Whatever classes a scan needs are loaded by someone who may read them.
    $this->harbour->put('open.md', '# Open');
    $this->harbour->scan();
    $this->harbour->put('closed.md', '# Closed');
    chmod($this->harbour->root.'/closed.md', 0);
    posix_seteuid(65534);
    try {
        $state = $this->harbour->scan()->state;
    } finally {
        posix_seteuid(0);
    }
    expect($state)->toBe('done')->and(Document::at($this->harbour->workspace, 'book.md'))->not->toBeNull();
    chmod($this->harbour->root.'/closed.md', 0o644);
    $this->harbour->scan();
    expect($this->harbour->document('closed.md')->title)->toBe('Closed');
})->skip(fn (): bool => posix_geteuid() !== 0, 'needs to become someone else');

it('takes everything back when the disk is full', function () {
    $mount = $this->harbour->root.'/small';
    mkdir($mount);
    exec('mount -t tmpfs -o size=256k none '.escapeshellarg($mount).' 2>&1', $out, $code);
    if ($code !== 0) {
        $this->markTestSkipped('no mount can be made here: '.implode(' ', $out));
    }
    try {
        $first = $this->harbour->draft('small/first.md', str_repeat("first\n", 100));
        $big = $this->harbour->draft('small/second.md', str_repeat("too much for this disk\n", 20_000));
        $before = $this->harbour->hashes();
        ($this->save)([['document' => $first->id, 'kind' => 'save'], ['document' => $big->id, 'kind' => 'save']])->assertStatus(507);
        expect($this->harbour->hashes())->toBe($before)->and(api('GET', 'logbook')->json('0.state'))->toBe('rolled back')
            ->and($this->harbour->workingText('small/second.md'))->toStartWith('too much');
    } finally {
        // What was taken away is let go at the end of a request.
        app()->forgetScopedInstances();
        exec('umount '.escapeshellarg($mount).' 2>&1', $out, $code);
    }
    expect($code)->toBe(0, implode(' ', $out));
});

it('refuses a path that is longer than the system takes, and loses nothing', function () {
    $before = $this->harbour->hashes();
    $book = $this->harbour->document('book.md')->id;
    $long = implode('/', array_fill(0, 20, str_repeat('d', 200))).'/book.md';
    $plan = api('POST', 'plan', ['decisions' => [['document' => $book, 'kind' => 'move', 'path' => $long]]])->assertOk()->json();
    if ($plan['blockers'] === []) {
        api('POST', 'save', ['decisions' => [['document' => $book, 'kind' => 'move', 'path' => $long]], 'fingerprint' => $plan['fingerprint']])->assertStatus(507);
    }
    api('POST', 'plan', ['decisions' => [['document' => $book, 'kind' => 'move', 'path' => str_repeat('x', 256)]]])->assertStatus(422);
    expect($this->harbour->hashes())->toBe($before);
    $longest = str_repeat('y', 252).'.md';
    ($this->save)([['document' => $book, 'kind' => 'move', 'path' => $longest]])->assertOk();
    expect($this->harbour->read($longest))->toBe("# Book\n");
});

it('takes back a move whose target turns out read-only half-way', function () {
    $harbour = $this->harbour;
    foreach (range(1, 6) as $n) {
        $harbour->put("parts/f{$n}.md", "# {$n}\n\n[book](../book.md)\n");
        app(DiskContentStore::class)->putBytes("# {$n}\n\n[book](../book.md)\n");
        app(DiskContentStore::class)->putBytes("# {$n}\n\n[book](../../../book.md)\n");
    }
    foreach (['kept/open', 'kept/shut'] as $folder) {
        mkdir("{$harbour->root}/{$folder}", 0o777, true);
        chmod("{$harbour->root}/{$folder}", $folder === 'kept/open' ? 0o777 : 0o755);
    }
    chmod($harbour->root, 0o777);
    chmod("{$harbour->root}/parts", 0o777);
    $harbour->scan();
    $decisions = [];
    foreach (range(1, 6) as $n) {
        $decisions[$harbour->document("parts/f{$n}.md")->id] = Decision::move(($n < 5 ? 'kept/open/in' : 'kept/shut/in')."/f{$n}.md");
    }
    mkdir("{$harbour->root}/kept/open/in", 0o777);
    mkdir("{$harbour->root}/kept/shut/in", 0o755);
    chmod("{$harbour->root}/kept/open/in", 0o777);
    $desk = app(Execution::class);
    // All that is needed is loaded before becoming someone who may not read it.
    $harbour->draft('book.md', '# Changed');
    $desk->save($harbour->workspace, $harbour->owner, [$harbour->document('book.md')->id => Decision::save()], null, null);
    $before = $harbour->hashes();
    class_exists(UnableToWrite::class);
    exec('chmod -R a+rwX '.escapeshellarg(Storage::disk('contents')->path('')));
    $failure = null;
    posix_seteuid(65534);
    try {
        $desk->save($harbour->workspace, $harbour->owner, $decisions, null, null);
    } catch (Throwable $caught) {
        $failure = $caught;
    } finally {
        posix_seteuid(0);
    }
    expect($failure)->toBeInstanceOf(UnableToWrite::class);
    expect($harbour->hashes())->toBe($before)->and(api('GET', 'logbook')->json('0.state'))->toBe('rolled back');
})->skip(fn (): bool => posix_geteuid() !== 0, 'needs to become someone else');

it('stops a save that a person wants stopped, and takes back what was written', function () {
    $this->harbour->draft('book.md', '# Changed');
    $before = $this->harbour->hashes();
    $stops = 1;
    DB::listen(function ($query) use (&$stops): void {
        if (str_starts_with($query->sql, 'insert into `operations`') && $stops-- > 0) {
            // It is under way, and has told so.
            $id = $query->bindings[0];
            Cache::put("progress:{$this->harbour->workspace->id}", ['operation' => $id, 'done' => 0, 'of' => 1]);
            api('DELETE', 'progress/'.str_repeat('0', 26))->assertStatus(204);
            expect(api('GET', 'progress')->json())->toBe(['operation' => $id, 'done' => 0, 'of' => 1]);
            api('DELETE', "progress/{$id}")->assertStatus(204);
        }
    });
    $decisions = [['document' => $this->harbour->document('book.md')->id, 'kind' => 'save']];
    ($this->save)($decisions)->assertStatus(409)->assertJsonPath('detail', 'Stopped after 0 of 1 files, which have been taken back.');
    expect($this->harbour->hashes())->toBe($before)->and(api('GET', 'logbook')->json('0.state'))->toBe('rolled back')->and(api('GET', 'progress')->json('done'))->toBeNull();
    ($this->save)($decisions)->assertOk();
});

it('says of a document that was taken away that it is not there, wherever it is asked for', function () {
    $harbour = new Tests\Support\Harbour(['a.md' => '# A', 'b.md' => '# B', 'gone.svg' => '<svg xmlns="http://www.w3.org/2000/svg"/>']);
    $this->harbour = $harbour;
    $this->actingAs($harbour->owner);
    $document = $harbour->document('gone.svg');
    app(App\Saving\Execution::class)->save($harbour->workspace, $harbour->owner, [$document->id => Hafenbuch\Core\Plan\Decision::delete([])], null, null);
    $failed = [];
    foreach (Tests\Support\Routes::all() as $name => $route) {
        if (str_contains($name, '{document}')) {
            $address = '/'.strtr($route->uri(), ['{workspace}' => $harbour->workspace->slug, '{document}' => $document->id, '{other}' => $harbour->document('a.md')->id, '{source}' => 'draft', '{number}' => '1', '{step}' => '1', '{view}' => '1', '{comment}' => '1']);
            foreach ([[], ['kind' => 'copy', 'choice' => ['kind' => 'copy'], 'path' => 'c.md', 'aspect' => null, 'stays' => true, 'text' => 'x', 'name' => 'x', 'view' => [], 'theirs' => str_repeat('0', 64), 'at' => '2026-01-01T00:00:00Z']] as $body) {
                $status = test()->json($route->methods()[0], $address, $body, ['If-Match' => "\"{$document->fresh()->revision}\""])->baseResponse->getStatusCode();
                if ($status >= 500) {
                    $failed[$name] = $status;
                }
            }
        }
    }
    expect($failed)->toBe([]);
    api('GET', "documents/{$document->id}")->assertNotFound();
});

it('refuses identities with letters that none has, one or many of them', function (int $count) {
    $none = static fn (int $n): string => str_repeat('ü', 12).sprintf('%02d', $n);
    $ids = [$this->harbour->document('book.md')->id, ...array_map($none, range(1, $count))];
    $answers = [
        'plan' => api('POST', 'plan', ['decisions' => array_map(static fn (string $id): array => ['document' => $id, 'kind' => 'save'], $ids)]),
        'decisions' => api('PATCH', 'decisions', ['choices' => array_map(static fn (string $id): array => ['document' => $id, 'decision' => ['kind' => 'save']], $ids)]),
        'open' => api('POST', 'quay', ['documents' => $ids]),
        'close' => api('POST', 'quay/close', ['documents' => $ids, 'choice' => 'hold']),
        'rows' => api('GET', 'rows?documents='.rawurlencode(implode(',', $ids))),
        'find in' => api('GET', 'find/places?q=book&documents='.rawurlencode(implode(',', $ids))),
        'pictures' => api('GET', 'pictures?documents='.rawurlencode(implode(',', $ids))),
        'copies' => api('POST', 'copies', ['documents' => $ids, 'folder' => 'copies']),
        'small' => api('POST', 'small', ['documents' => $ids]),
        'chart' => api('GET', 'chart?of=document&document='.rawurlencode($ids[1])),
    ];
    expect(array_filter(array_map(static fn ($answer): int => $answer->baseResponse->getStatusCode(), $answers), static fn (int $status): bool => $status >= 500))->toBe([]);
    $answers['plan']->assertStatus(422);
    $answers['open']->assertOk();
})->with([1, 3, 20]);
