<?php

declare(strict_types=1);

use App\Quay\Quay;
use Facebook\WebDriver\WebDriverKeys;
use Tests\Support\Browser;
use Tests\Support\Harbour;

/* A register that lists 260 readings, each of which shows one stamp. */

beforeEach(function () {
    $files = ['stamp.svg' => '<svg xmlns="http://www.w3.org/2000/svg"><title>Stamp</title></svg>', 'register.md' => "# Register\n\n"];
    for ($n = 0; $n < 260; $n++) {
        $files["readings/r{$n}.md"] = "# Reading {$n}\n\n![stamp](../stamp.svg)\n";
        $files['register.md'] .= "- [{$n}](readings/r{$n}.md)\n";
    }
    $files['register.md'] .= "- [lost](readings/lost.md)\n";
    $this->harbour = new Harbour($files);
    (new Quay($this->harbour->workspace, $this->harbour->owner))->open([$this->harbour->document('register.md')->id, $this->harbour->document('stamp.svg')->id]);
    $this->browser = (new Browser)->logIn($this->harbour->owner->email);
    $this->count = fn (string $selector): int => (int) $this->browser->script("return document.querySelectorAll('{$selector}').length");
});

afterEach(fn () => $this->browser->close());

it('shows many references in parts, strays first, and finds one by name', function () {
    $this->browser->at('register.md')->keys(WebDriverKeys::ENTER)->sees('Refers to (261 references)')->sees('211 more: show the next 200');
    expect(($this->count)('aside li'))->toBe(50)->and($this->browser->find('aside li')->getText())->toContain('lost.md');
    $this->browser->press('211 more')->sees('11 more: show them');
    expect(($this->count)('aside li'))->toBe(250);
    $this->browser->fill('Find among those that it refers to', 'reading 177')->lacks('aside li + li');
    expect($this->browser->find('aside li')->getText())->toContain('readings/r177.md')->and($this->browser->faults())->toBe([]);
});

it('lets many strays be accepted together, and many follow', function () {
    $this->browser->menu('stamp.svg', 'Delete')->sees('260 documents would point at nothing')->sees('210 more: show the next 200');
    $this->browser->press('Accept all 260 strays')->sees('a stray, as you accepted')->rowSays('stamp.svg', 'all strays accepted');
    $this->browser->press('Remove 1 file')->sees('It can be taken back');
    expect($this->harbour->read('stamp.svg'))->toBeNull()->and($this->harbour->scan()->strays)->toBe(261);
    $this->browser->press('entry 1')->press('Take it back')->press('Write 1 file')->sees('· taken back');
    $this->browser->press('Quay')->at('stamp.svg')->keys('v')->tick('everyone (260)')->sees('change 260 drafts')->rowSays('stamp.svg', 'everyone follows');
    // What is hidden in the rows must not lengthen the page.
    expect($this->browser->script('return document.documentElement.scrollHeight - innerHeight'))->toBe(0)->and($this->harbour->read('stamp.svg'))->not->toBeNull()->and($this->browser->faults())->toBe([]);
});

it('goes back to the oldest entry of a long logbook', function () {
    foreach (range(1, 55) as $number) {
        $this->harbour->draft('register.md', "# Register {$number}\n");
        $this->harbour->saveAll("saved {$number} times");
    }
    $first = App\Models\Operation::query()->where('workspace_id', $this->harbour->workspace->id)->where('number', 1)->value('id');
    $this->browser->visit("/w/{$this->harbour->workspace->slug}/logbook/{$first}")->sees('1. Saved register.md')->sees('“saved 1 times”')->sees('saved 55 times')->sees('Older entries');
    $this->browser->press('Older entries')->lacks('[aria-label=Entries] p')->press('saved 2 times')->sees('2. Saved register.md');
    expect(($this->count)('[aria-label=Entries] > button'))->toBe(55)->and($this->browser->faults())->toBe([]);
});
