<?php

declare(strict_types=1);

use App\Quay\Quay;
use Facebook\WebDriver\WebDriverKeys;
use Tests\Support\Browser;
use Tests\Support\Harbour;

beforeEach(function () {
    $this->harbour = new Harbour(['one.md' => "# One\n", 'two.md' => "# Two\n", 'three.md' => "# Three\n", 'four.md' => "# Four\n"]);
    $this->open = fn (string ...$paths) => (new Quay($this->harbour->workspace, $this->harbour->owner))->arrange(array_fill_keys(array_map(fn (string $path): string => $this->harbour->document($path)->id, $paths), false), true);
    $this->shown = fn (): array => array_map(fn (string $id): string => App\Models\Document::query()->findOrFail($id)->path, (new Quay($this->harbour->workspace, $this->harbour->owner))->shown());
    $this->browser = new Browser;
});

afterEach(fn () => $this->browser->close());

it('keeps, puts away, opens in part, and goes one step back, by keys', function () {
    $this->harbour->draft('two.md', "# Two, worked on\n");
    ($this->open)('one.md', 'two.md', 'three.md');
    $browser = $this->browser->logIn($this->harbour->owner->email);
    $browser->row('one.md');
    $browser->keys('k')->sees('Keeping a session writes no file')->sees('Two, worked on')->fill('Name', 'Guidebook')->press('Put away: keep, and clear the quay')->sees('Nothing is open')->lacks('[role=dialog]');
    expect(($this->shown)())->toBe([])->and($this->harbour->read('two.md'))->toBe("# Two\n");

    ($this->open)('four.md');
    $browser->row('four.md');
    $browser->keys('j')->sees('Opens 3, closes 1, which stays kept.')->find('[data-kept="three.md"] label')->click();
    $browser->sees('Opens 2, closes 1, which stays kept.')->sees('1 left out')->press('Open 2 of 3');
    $browser->row('two.md');
    expect(($this->shown)())->toBe(['one.md', 'two.md']);
    $browser->sees('Guidebook')->sees('1 differs');

    $browser->keys('z');
    $browser->row('four.md');
    expect(($this->shown)())->toBe(['four.md'])->and($browser->faults())->toBe([]);
});

it('shows two drafts side by side, and takes the one that is chosen', function () {
    $this->harbour->draft('one.md', "# One, of the session\n");
    app(App\Sessions\Keeping::class)->keep($this->harbour->owner, 'Guidebook', [$this->harbour->workspace], true);
    $this->harbour->draft('one.md', "# One, of now\n");
    $browser = $this->browser->logIn($this->harbour->owner->email);
    $browser->press('Sessions')->sees('has another draft')->sees('opens and keeps the draft of now');
    $browser->press('Look at both and choose')->sees('what you work on')->press('Take that of the session')->sees('opens and takes the draft of the session');
    $browser->press('Open it');
    $browser->rowSays('one.md', 'One, of the session');
    expect($this->harbour->workingText('one.md'))->toBe("# One, of the session\n")->and($this->harbour->read('one.md'))->toBe("# One\n")->and($browser->faults())->toBe([]);
});

it('says what happens anew where something has changed since it was looked at', function () {
    ($this->open)('one.md', 'two.md');
    app(App\Sessions\Keeping::class)->keep($this->harbour->owner, 'Guidebook', [$this->harbour->workspace], false);
    ($this->open)('four.md');
    $browser = $this->browser->logIn($this->harbour->owner->email);
    $browser->press('Sessions')->sees('Opens 2, closes 1');
    // The pages hear of nothing, as where a message is on its way.
    $browser->script('window.fetch = ((before) => (what, ...rest) => (what.url ?? what).includes("/pulse") ? new Promise(() => {}) : before(what, ...rest))(window.fetch)');
    Illuminate\Support\Facades\DB::table('documents')->where('id', $this->harbour->document('two.md')->id)->update(['is_gone' => true]);
    $browser->press('Open all 2')->sees('Something has changed since you looked')->sees('it is gone');
    expect(($this->shown)())->toBe(['four.md']);
});

it('opens each part in its own workspace, and moves between them', function () {
    $office = new Harbour(['letter.md' => "# Letter\n"]);
    $office->workspace->members()->attach($this->harbour->owner->id, ['role' => 'writer']);
    ($this->open)('one.md');
    (new Quay($office->workspace, $this->harbour->owner))->open([$office->document('letter.md')->id]);
    app(App\Sessions\Keeping::class)->putAway($this->harbour->owner, 'Both', [$this->harbour->workspace, $office->workspace], true);
    $browser = $this->browser->logIn($this->harbour->owner->email)->visit("/w/{$this->harbour->workspace->slug}/sessions");
    $browser->sees($office->workspace->name)->press('Open all 2');
    $browser->row('one.md');
    $browser->find("[aria-label^='Workspace {$this->harbour->workspace->name}']")->click();
    $browser->find('[role=menu]');
    $browser->script('[...document.querySelectorAll("[role=menuitem]")].find((one) => one.textContent.includes(arguments[0])).click()', $office->workspace->name);
    $browser->row('letter.md');
    expect($browser->address())->toContain($office->workspace->slug)->and($browser->faults())->toBe([]);
});

it('opens a document as it was last looked at, and under a view that has a name', function () {
    $this->harbour->put('long.md', implode("\n", array_map(static fn (int $n): string => "line {$n}", range(1, 400))));
    $this->harbour->scan();
    ($this->open)('long.md', 'one.md');
    $browser = $this->browser->logIn($this->harbour->owner->email);
    $browser->at('long.md')->keys(WebDriverKeys::ENTER)->inEditor();
    $browser->keys(WebDriverKeys::CONTROL, WebDriverKeys::END, WebDriverKeys::NULL)->sees('line 400');
    $browser->press('Quay')->at('long.md')->keys(WebDriverKeys::ENTER)->sees('line 400');
    expect(api('GET', "documents/{$this->harbour->document('long.md')->id}", as: $this->harbour->owner)->json('row.content'))->toBe('as saved');
    $browser->find('[aria-label="More for this document"]')->click();
    $browser->find('[role=menu]');
    $browser->script('[...document.querySelectorAll("[role=menuitem]")].find((one) => one.textContent.includes("Views")).click()');
    $browser->fill('Keep the view as it is now, under this name', 'The end')->press('Keep this view')->sees('open like this')->press('open like this')->sees('opens like this')->press('Done');
    $browser->inEditor()->keys(WebDriverKeys::CONTROL, WebDriverKeys::HOME, WebDriverKeys::NULL)->sees('line 1');
    $browser->press('Quay')->at('long.md')->keys(WebDriverKeys::ENTER)->sees('line 400');
    expect($browser->faults())->toBe([]);
});
