<?php

declare(strict_types=1);

use App\Past\Recovery\PointReason;
use App\Past\Recovery\RecoveryPoints;
use App\Workspace\Files\DiskContentStore;
use Illuminate\Support\Facades\Storage;
use Tests\Support\Harbour;

beforeEach(function () {
    $demo = base_path('demo/files/evening-show');
    $this->harbour = new Harbour([
        'book.md' => "---\ntitle: Guide\n---\n\n[a](a.md) [b](b.md)\n\none\ntwo\n", 'other.md' => "# Other\n", 'a.md' => '# A', 'b.md' => '# B',
        'bell.wav' => (string) file_get_contents("{$demo}/sounds/bell.wav"), 'still.png' => (string) file_get_contents("{$demo}/stills/1-dusk.png"), 'raw.bin' => "\x00\x01\x02",
    ]);
    $this->actingAs($this->harbour->owner);
    $this->id = fn (string $path): string => $this->harbour->document($path)->id;
    $this->contrast = fn (string $left, string $right) => api('GET', "contrast?left={$left}&right={$right}");
    $this->book = ($this->id)('book.md');
});

it('says what differs in the job’s terms', function () {
    $this->harbour->draft('book.md', "---\ntitle: A guide\n---\n\n[a](parts/a.md) [c](c.md) [d](d.md)\n\none\n");
    $contrast = ($this->contrast)("{$this->book}:file", "{$this->book}:draft")->assertOk()->json();
    expect($contrast['fields'])->toBe([['name' => 'title', 'before' => 'Guide', 'after' => 'A guide']])
        ->and($contrast['references'])->toBe([['kind' => 'link', 'before' => 'a.md', 'after' => 'parts/a.md'], ['kind' => 'link', 'before' => 'b.md', 'after' => 'c.md'], ['kind' => 'link', 'before' => null, 'after' => 'd.md']])
        ->and([$contrast['linesAdded'], $contrast['linesRemoved'], $contrast['isAlike']])->toBe([2, 3, false])
        ->and([$contrast['left']['label'], $contrast['left']['isPast'], $contrast['right']['label'], $contrast['right']['isPast']])->toBe(['the file', true, 'draft', false]);
});

it('sets any two beside each other: versions, points, steps, files, other documents', function () {
    $this->harbour->draft('book.md', "# One\n");
    $step = $this->harbour->document('book.md')->step_id;
    $point = app(RecoveryPoints::class)->make($this->harbour->workspace, $this->harbour->owner, PointReason::ByHand);
    $this->harbour->saveAll('one');
    $this->harbour->draft('book.md', "# Two\n");
    foreach (['version-0' => 'as found', 'version-1' => 'version 1', "point-{$point?->id}" => 'recovery point', "step-{$step}" => 'step “lines 1–1”', 'base' => 'what the draft was begun on', 'file' => 'the file', 'draft' => 'draft'] as $source => $label) {
        $side = ($this->contrast)("{$this->book}:{$source}", ($this->id)('other.md').':draft')->assertOk()->json('left');
        expect($side['source'])->toBe($source);
        if (! str_starts_with($source, 'step')) {
            expect($side['label'])->toBe($label);
        }
    }
    expect(($this->contrast)("{$this->book}:version-1", "{$this->book}:point-{$point?->id}")->json('isAlike'))->toBeTrue();
});

it('keeps someone’s recovery points to themselves', function () {
    $this->harbour->draft('book.md', "# One\n");
    $point = app(RecoveryPoints::class)->make($this->harbour->workspace, $this->harbour->owner, PointReason::ByHand);
    api('GET', "documents/{$this->book}/contents/point-{$point?->id}")->assertOk();
    api('GET', "documents/{$this->book}/contents/point-{$point?->id}", as: $this->harbour->member('Ida'))->assertStatus(404);
    expect(api('GET', "documents/{$this->book}/points")->json())->toHaveCount(1)->and(api('GET', "documents/{$this->book}/points", as: $this->harbour->member('Jonas'))->json())->toBe([]);
});

it('knows sounds and pictures by their facts, and other files by size and hash', function () {
    $sound = ($this->contrast)(($this->id)('bell.wav').':file', ($this->id)('bell.wav').':draft')->assertOk()->json();
    expect($sound['isAlike'])->toBeTrue()->and($sound['left']['facts'])->toHaveKeys(['duration', 'coding', 'sound'])->and($sound['left']['facts']['duration'])->toMatch('~^0:00:0\d\.\d{3}$~')->and($sound['left']['isText'])->toBeFalse();
    expect(($this->contrast)(($this->id)('still.png').':file', ($this->id)('still.png').':draft')->json('left.facts'))->toHaveKey('width × height');
    $raw = ($this->contrast)(($this->id)('raw.bin').':file', ($this->id)('bell.wav').':file')->json();
    expect([$raw['isAlike'], $raw['linesAdded'], $raw['left']['size'], $raw['left']['hash']])->toBe([false, null, 3, hash('sha256', "\x00\x01\x02")]);
});

it('serves what was under its own kind, and lets it run nothing', function () {
    $answer = api('GET', 'documents/'.($this->id)('still.png').'/contents/file')->assertOk()->assertHeader('Content-Type', 'image/png');
    expect($answer->headers->get('Content-Security-Policy'))->toContain('sandbox');
    api('GET', "documents/{$this->book}/contents/file")->assertHeader('Content-Type', 'application/octet-stream');
    api('GET', "documents/{$this->book}/contents/base")->assertStatus(422);
    api('GET', "documents/{$this->book}/contents/version-7")->assertStatus(404);
    api('GET', "documents/{$this->book}/contents/secret")->assertStatus(404);
});

it('shows a former drawing as if it were at its path, so that it places its pictures', function () {
    $harbour = new Harbour(['panels/arm.svg' => '<svg xmlns="http://www.w3.org/2000/svg"><image href="../still.png"/></svg>', 'still.png' => 'PNG']);
    $harbour->draft('panels/arm.svg', '<svg xmlns="http://www.w3.org/2000/svg"/>');
    $harbour->saveAll();
    $this->harbour = $harbour;
    $id = $harbour->document('panels/arm.svg')->id;
    $answer = api('GET', "show/panels/arm.svg?document={$id}&source=version-0", as: $harbour->owner)->assertOk()->assertHeader('Content-Type', 'image/svg+xml');
    expect($answer->content())->toContain('../still.png')->and($answer->headers->get('Content-Security-Policy'))->toContain("img-src 'self'")->not->toContain('script');
    expect(api('GET', 'show/panels/arm.svg', as: $harbour->owner)->content())->not->toContain('still.png');
    api('GET', "show/panels/arm.svg?document={$id}", as: $harbour->owner)->assertStatus(422);
    api('GET', "show/panels/arm.svg?document={$id}&source=../secret", as: $harbour->owner)->assertStatus(422);
    api('GET', "show/panels/arm.svg?document={$this->book}&source=draft", as: $harbour->owner)->assertStatus(404);
});

it('refuses sources that are written otherwise, and those of other workspaces', function (string $left) {
    $stranger = new Harbour(['x.md' => '# X']);
    ($this->contrast)(str_replace(['{own}', '{other}'], [$this->book, $stranger->document('x.md')->id], $left), "{$this->book}:draft")->assertStatus(404);
})->with(['{own}', '{own}:', '{own}:version', '{own}:version--1', '{other}:draft', '../x:draft']);

it('says so where a content is damaged, and compares the others', function () {
    $this->harbour->draft('book.md', $text = '# Damaged '.bin2hex(random_bytes(6)));
    $this->harbour->saveAll();
    $this->harbour->draft('book.md', '# Whole');
    $file = Storage::disk('contents')->path(DiskContentStore::name(hash('sha256', $text)));
    file_put_contents($file, 'x');
    expect(($this->contrast)("{$this->book}:version-1", "{$this->book}:draft")->assertStatus(409)->json('detail'))->toContain('damaged');
    ($this->contrast)("{$this->book}:version-0", "{$this->book}:draft")->assertOk();
    app(DiskContentStore::class)->put(DiskContentStore::stream($text));
});

it('has the same comparison in the plan, before anything is replaced', function () {
    $this->harbour->draft('book.md', "---\ntitle: New\n---\n");
    $decisions = [['document' => $this->book, 'kind' => 'save']];
    $answer = api('POST', 'plan/compare', ['decisions' => $decisions, 'path' => 'book.md'])->assertOk()->json();
    expect($answer['contrast']['fields'][0])->toBe(['name' => 'title', 'before' => 'Guide', 'after' => 'New'])->and($answer['contrast']['references'])->toHaveCount(2);
});

it('says of a plan’s line and of an entry’s under which names both contents can be looked at', function () {
    $drawing = static fn (int $width): string => '<svg xmlns="http://www.w3.org/2000/svg"><rect width="'.$width.'" height="1"/></svg>';
    $harbour = new Tests\Support\Harbour(['panel.svg' => $drawing(1)]);
    $this->harbour = $harbour;
    $this->actingAs($harbour->owner);
    $harbour->draft('panel.svg', $drawing(2));
    $id = $harbour->document('panel.svg')->id;
    $decisions = [['document' => $id, 'kind' => 'save']];
    expect(api('POST', 'plan/compare', ['decisions' => $decisions, 'path' => 'panel.svg'])->assertOk()->json('shown'))->toBe(['document' => $id, 'left' => 'file', 'right' => 'draft']);
    $entry = $harbour->saveAll();
    expect(api('GET', "logbook/{$entry->id}/lines/0")->assertOk()->json('shown'))->toBe(['document' => $id, 'left' => 'version-0', 'right' => 'version-1']);
});
