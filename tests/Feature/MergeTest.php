<?php

declare(strict_types=1);

use App\Workspace\Index\Watcher;
use Tests\Support\Harbour;

beforeEach(function () {
    $this->harbour = new Harbour(['a.md' => "# A\n\none\n\ntwo\n"]);
    $this->actingAs($this->harbour->owner);
    $this->harbour->draft('a.md', "# A\n\nmine\n\ntwo\n");
    $this->harbour->put('a.md', "# A\n\none\n\ntheirs\n");
    app(Watcher::class)->look($this->harbour->workspace);
    $this->a = $this->harbour->document('a.md');
    $this->merge = fn (string $content, string $theirs, ?int $revision) => api('POST', "documents/{$this->a->id}/merge?theirs={$theirs}", $content, $revision);
});

it('has draft, file and base at hand', function () {
    $text = fn (string $source): string => api('GET', "documents/{$this->a->id}/contents/{$source}")->assertOk()->streamedContent();
    expect([$text('draft'), $text('file'), $text('base')])->toBe(["# A\n\nmine\n\ntwo\n", "# A\n\none\n\ntheirs\n", "# A\n\none\n\ntwo\n"]);
});

it('takes what was merged as the draft of the file as it is now', function () {
    ($this->merge)(" # A\n\nmine\n\ntheirs\n ", (string) $this->a->saved_hash, $this->a->revision)->assertOk()->assertJson(['file' => 'there', 'content' => 'modified']);
    expect($this->harbour->workingText('a.md'))->toBe(" # A\n\nmine\n\ntheirs\n ");
    $this->harbour->saveAll();
    expect($this->harbour->read('a.md'))->toBe(" # A\n\nmine\n\ntheirs\n ");
});

it('is as saved where theirs was taken whole', function () {
    ($this->merge)("# A\n\none\n\ntheirs\n", (string) $this->a->saved_hash, $this->a->revision)->assertOk()->assertJson(['content' => 'as saved']);
});

it('refuses what was merged with another file, or over someone’s work', function () {
    ($this->merge)('x', hash('sha256', 'other'), $this->a->revision)->assertStatus(409);
    ($this->merge)('x', (string) $this->a->saved_hash, $this->a->revision - 1)->assertStatus(412);
    ($this->merge)('x', (string) $this->a->saved_hash, null)->assertStatus(428);
    expect($this->harbour->workingText('a.md'))->toBe("# A\n\nmine\n\ntwo\n");
});
