<?php

declare(strict_types=1);

use App\Saving\Execution;
use App\Saving\Planning;
use App\Saving\Undoing;
use Hafenbuch\Core\Plan\Choice;
use Hafenbuch\Core\Plan\Decision;
use Hafenbuch\Core\Plan\Warning;
use Tests\Support\Harbour;

beforeEach(function () {
    $this->harbour = new Harbour([
        'show/storm.mp4' => 'film', 'show/storm.srt' => 'words', 'show/storm.mp4.xmp' => 'notes', 'show/page.html' => '<img src="page_files/a.png">', 'show/page_files/a.png' => 'a', 'show/page_files/deep/b.png' => 'b',
        'order.md' => '[film](show/storm.mp4) [words](show/storm.srt)', 'show/other.srt' => 'other',
    ]);
    $this->save = fn (array $choices) => app(Execution::class)->save($this->harbour->workspace, $this->harbour->owner, $choices, null, null);
    $this->id = fn (string $path): string => $this->harbour->document($path)->id;
    $this->warnings = fn (array $choices): array => array_map(static fn (Warning $one): string => "{$one->path}: {$one->message}", app(Planning::class)->plan($this->harbour->workspace, $this->harbour->owner, $choices)->warnings);
});

it('takes along what belongs to a document, says so, and brings all of it back', function () {
    $before = $this->harbour->hashes();
    $move = [($this->id)('show/storm.mp4') => Decision::move('films/gale.mp4')];
    expect(($this->warnings)($move))->toBe(['show/storm.mp4: show/storm.mp4.xmp, show/storm.srt belong to it by name, and go along. Decide otherwise where one is to stay.']);
    $entry = ($this->save)($move);
    expect($this->harbour->read('films/gale.srt'))->toBe('words')->and($this->harbour->read('films/gale.mp4.xmp'))->toBe('notes')->and($this->harbour->read('show/storm.srt'))->toBeNull()
        ->and($this->harbour->read('order.md'))->toBe('[film](films/gale.mp4) [words](films/gale.srt)')->and($this->harbour->read('show/other.srt'))->toBe('other');
    app(Undoing::class)->undo($this->harbour->workspace, $this->harbour->owner, $entry, null);
    expect($this->harbour->hashes())->toBe($before);
});

it('takes a folder along', function () {
    ($this->save)([($this->id)('show/page.html') => Decision::move('web/front.html')]);
    expect($this->harbour->read('web/front_files/a.png'))->toBe('a')->and($this->harbour->read('web/front_files/deep/b.png'))->toBe('b')->and($this->harbour->read('web/front.html'))->toBe('<img src="front_files/a.png">');
});

it('copies it too, also where the copy is set aside', function (bool $isSetAside) {
    ($this->save)([($this->id)('show/storm.mp4') => new Choice(Decision::copy('kept/storm.mp4'), isSetAside: $isSetAside)]);
    expect($this->harbour->read('kept/storm.srt'))->toBe('words')->and($this->harbour->read('show/storm.srt'))->toBe('words')->and($this->harbour->read('kept/storm.mp4.xmp'))->toBe('notes');
})->with([false, true]);

it('leaves where it is what a person wants to leave, or what goes elsewhere', function () {
    ($this->save)([($this->id)('show/storm.mp4') => Decision::move('films/storm.mp4'), ($this->id)('show/storm.srt') => Decision::leave(), ($this->id)('show/storm.mp4.xmp') => Decision::move('notes.xmp')]);
    expect($this->harbour->read('show/storm.srt'))->toBe('words')->and($this->harbour->read('notes.xmp'))->toBe('notes')->and($this->harbour->read('films/storm.mp4.xmp'))->toBeNull();
});

it('warns of what a deleted document leaves behind', function () {
    $delete = [($this->id)('show/page.html') => Decision::delete()];
    expect(($this->warnings)($delete))->toContain('show/page.html: show/page_files/a.png, show/page_files/deep/b.png belong to it by name, and stay behind.');
});

it('goes by the rules of the workspace', function () {
    $this->actingAs($this->harbour->owner);
    api('GET', 'settings')->assertJsonPath('companions.0', '{stem}.xmp');
    changeSettings(['companions' => ['{stem}.txt']])->assertOk();
    $this->harbour->workspace->refresh();
    ($this->save)([($this->id)('show/storm.mp4') => Decision::move('films/storm.mp4')]);
    expect($this->harbour->read('show/storm.srt'))->toBe('words');
    changeSettings(['companions' => ['no pattern']])->assertStatus(422);
    changeSettings(['companions' => []])->assertOk()->assertJsonPath('companions', []);
});
