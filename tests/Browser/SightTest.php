<?php

declare(strict_types=1);

use App\Quay\Quay;
use Facebook\WebDriver\WebDriverKeys;
use Tests\Support\Browser;
use Tests\Support\Harbour;
use Tests\Support\Sight;

/* Every view and every sheet from 360 to 2560 px: nothing lies outside or has no room (WCAG 2.2, 1.4.10), and axe-core finds nothing. */

beforeEach(function () {
    $this->harbour = new Harbour([
        'guide/guide.md' => "# Gauge House Greetholm, a guide for everybody who comes by boat\n\n[keepers](keepers.md)\n\n![gauge](pictures/gauge.svg)\n[lost](scans/lost.png)\n",
        'guide/keepers.md' => "# The keepers\n\n[the tide](tide.md)\n", 'guide/tide.md' => "# The tide\n",
        'guide/pictures/gauge.svg' => '<svg xmlns="http://www.w3.org/2000/svg" viewBox="0 0 40 20"><title>The tide gauge</title><rect width="30" height="10"/></svg>',
        'guide/pictures/unused.svg' => '<svg xmlns="http://www.w3.org/2000/svg"><title>Nobody shows it</title></svg>',
    ]);
    $this->harbour->member('Ida');
    $this->harbour->draft('guide/tide.md', "# The tide at new moon\n");
    $this->harbour->saveAll('the tide is told');
    foreach (['guide/keepers.md' => "# The last keepers\n\n[the tide](tide.md)\n", 'guide/tide.md' => "# The tide at full moon\n", 'guide/pictures/gauge.svg' => '<svg xmlns="http://www.w3.org/2000/svg" viewBox="0 0 40 20"><title>The tide gauge</title><rect width="32" height="10"/></svg>'] as $path => $content) {
        $this->harbour->draft($path, $content);
    }
    $quay = new Quay($this->harbour->workspace, $this->harbour->owner);
    $quay->open(array_map(fn (string $path): string => $this->harbour->document($path)->id, ['guide/guide.md', 'guide/tide.md', 'guide/keepers.md', 'guide/pictures/gauge.svg']));
    $quay->close([$this->harbour->document('guide/keepers.md')->id]);
    $this->harbour->owner->forceFill(['is_administrator' => true])->save();
    $this->browser = (new Browser)->logIn($this->harbour->owner->email);
    $this->sight = new Sight($this->browser);
    $this->to = fn (string $view): Browser => $this->browser->visit("/w/{$this->harbour->workspace->slug}/{$view}");
});
afterEach(fn () => $this->browser->close());

it('shows every view at every size', function () {
    $tide = $this->harbour->document('guide/tide.md')->id;
    $gauge = $this->harbour->document('guide/pictures/gauge.svg')->id;
    $this->harbour->put('guide/keepers.md', "# The first keepers\n\n[the tide](tide.md)\n");
    $this->harbour->scan();
    $keepers = $this->harbour->document('guide/keepers.md')->id;
    $faults = [];
    foreach ([
        'quay' => 'what you have open', 'hold' => 'The last keepers', 'sessions' => 'Keep this session', 'files' => 'guide', 'strays' => 'lost.png', 'strays/take-in' => 'Taking in', 'strays/unused' => 'From where do people start',
        'strays/devices' => 'Devices', 'crates' => 'Crates', 'crates/pack?open=1' => 'Pack', 'crates/take-in' => 'Taking it in', 'people' => 'Ida', 'account' => 'logged in', 'server' => 'Ida', 'logbook' => 'the tide is told',
        "documents/{$tide}" => 'Its past', "documents/{$gauge}" => 'Its picture', "documents/{$keepers}/outside" => 'Take theirs', "documents/{$tide}/copy" => 'How it is copied', "documents/{$tide}/series" => 'Stages of',
        "documents/{$tide}/reach" => 'would show a change', "documents/{$tide}/reach?as=list" => 'directly', "documents/{$tide}/past" => 'Versions', "documents/{$tide}/as-of" => 'A moment', 'recovery' => 'Recovery', 'small' => 'to take out', 'chart' => 'unsettled', 'chart?of=folder&as=table' => 'is referred to by', 'find' => 'Your bookmarks', 'find?q=tide%20unsaved' => 'modified, open', 'find/replace?find=tide' => 'Make', 'nowhere' => 'There is nothing at this address',
    ] as $view => $says) {
        ($this->to)($view)->sees($says)->idle();
        array_push($faults, ...$this->sight->faults($view));
    }
    expect($faults)->toBe([]);
});

it('shows every sheet at every size', function () {
    ($this->to)('quay')->rowSays('guide/guide.md', 'stray');
    $faults = [];
    foreach ([
        'Open documents …', 'New document …', 'Settings of this workspace …', 'States of documents …', 'What comes in, and what goes along …', 'The watch: autosave', 'What is kept, and what it takes …',
        'Keep this session, or put it away …', 'Your settings …', 'For you: mentions', 'Show the shortcuts', 'Find or do …',
    ] as $command) {
        $this->browser->keys(WebDriverKeys::CONTROL.'k')->find('[role=dialog] input');
        $this->browser->keys($command, WebDriverKeys::ENTER);
        $this->browser->until('return document.querySelector("[role=dialog]") !== null')->idle();
        array_push($faults, ...$this->sight->faults($command));
        $this->browser->keys(WebDriverKeys::ESCAPE)->lacks('[role=dialog]');
    }
    $look = function (string $name) use (&$faults): void {
        $this->browser->find('[role=dialog]');
        $this->browser->idle();
        array_push($faults, ...$this->sight->faults($name));
        $this->browser->keys(WebDriverKeys::ESCAPE)->lacks('[role=dialog]');
    };
    foreach (['Lock', 'Set aside', 'Move to another state'] as $entry) {
        $this->browser->menu('guide/tide.md', $entry);
        $look($entry);
    }
    $this->browser->at('guide/tide.md')->keys('s');
    $this->browser->sees('Write 1 file')->press('compare');
    $look('compare');
    $this->browser->press('Leave everything as it is')->press('Log out');
    $look('leaving');
    ($this->to)("documents/{$this->harbour->document('guide/guide.md')->id}")->sees('Refers to')->press('point at');
    $look('point at');
    $this->browser->press('Add a reference');
    $look('add a reference');
    $this->browser->script('document.querySelector("h1").focus(); document.activeElement.blur()');
    $this->browser->keys('i');
    $look('views');
    $this->browser->press('more')->choose('Its small picture');
    $look('small picture');
    ($this->to)('files')->sees('guide')->press('Move …');
    $look('move');
    expect($faults)->toBe([]);
});

it('folds the plan to its name and its one button on a telephone, and opens it where something is asked', function () {
    ($this->to)('quay')->rowSays('guide/guide.md', 'stray')->sized(360, 740);
    $this->browser->press('Views')->find('nav[aria-label=Views] a');
    $this->browser->keys(WebDriverKeys::ESCAPE)->until('return document.activeElement.textContent.startsWith("Views")');
    $this->browser->press('Views');
    $this->browser->press('Hold')->sees('what is closed from view')->until('return !document.querySelector("nav[aria-label=Views]").checkVisibility()');
    ($this->to)('quay')->sees('nothing is chosen yet')->at('guide/guide.md')->keys('a');
    $this->browser->sees('Write 3 files')->press('The plan');
    $this->browser->sees('Note for the logbook')->keys(WebDriverKeys::ESCAPE)->until('return !document.body.innerText.includes("Note for the logbook")');
    $this->browser->at('guide/guide.md')->keys('v')->sees('Save as: Gauge House Greetholm');
    $lying = $this->browser->script('const all = [...document.querySelectorAll("[role=toolbar] button, [role=toolbar] select")].filter((one) => one.checkVisibility()).map((one) => [one, one.getBoundingClientRect()]); return all.flatMap(([one, a], index) => all.slice(index + 1).filter(([, b]) => a.left < b.right - 1 && b.left < a.right - 1 && a.top < b.bottom - 1 && b.top < a.bottom - 1).map(([other]) => one.textContent + " on " + other.textContent))');
    expect($lying)->toBe([]);
    $small = $this->browser->script('return [...document.querySelectorAll("button, select, input, nav a")].filter((one) => one.checkVisibility() && one.getBoundingClientRect().height < 43.5 && !one.closest("[role=row]")).map((one) => one.outerHTML.slice(0, 120))');
    expect($small)->toBe([])->and($this->browser->faults())->toBe([]);
});
