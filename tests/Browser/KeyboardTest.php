<?php

declare(strict_types=1);

use App\Quay\Quay;
use Facebook\WebDriver\WebDriverKeys;
use Tests\Support\Browser;
use Tests\Support\Harbour;

/* The main ways through Hafenbuch without a pointer: only keys are pressed, each where the focus is. */

beforeEach(function () {
    $this->harbour = new Harbour([
        'guide.md' => "# Guide\n\n[tide](tide.md)\n", 'tide.md' => "# Tide\n", 'gauge.svg' => '<svg xmlns="http://www.w3.org/2000/svg"><title>Gauge</title></svg>',
    ]);
    $this->harbour->draft('tide.md', "# The tide\n");
    $quay = new Quay($this->harbour->workspace, $this->harbour->owner);
    $quay->open([$this->harbour->document('guide.md')->id, $this->harbour->document('tide.md')->id]);
    $this->browser = (new Browser)->logIn($this->harbour->owner->email);
    $this->browser->visit("/w/{$this->harbour->workspace->slug}/quay")->rowSays('tide.md', 'modified');
    /** Goes on with Tab until something with these words has the focus. */
    $this->tabTo = function (string $words): Browser {
        for ($presses = 0; $presses < 90; $presses++) {
            if ($this->browser->script('const at = document.activeElement; return ["BUTTON", "A", "INPUT"].includes(at.tagName) && `${at.ariaLabel ?? ""} ${at.innerText ?? ""} ${at.labels?.[0]?.innerText ?? ""}`.includes(arguments[0])', $words)) {
                return $this->browser;
            }
            $this->browser->keys(WebDriverKeys::TAB);
        }
        throw new RuntimeException("Nothing that says “{$words}” is reached by Tab. The page says:\n".$this->browser->text());
    };
});
afterEach(fn () => $this->browser->close());

/** Comes to a row by Tab and arrows. */
function goToRow(object $test, string $path): Browser
{
    $isHome = false;
    for ($presses = 0; $presses < 60; $presses++) {
        $at = (string) $test->browser->script('return document.activeElement?.dataset?.path ?? ""');
        if ($at === $path) {
            return $test->browser;
        }
        $test->browser->keys($at === '' ? WebDriverKeys::TAB : ($isHome ? WebDriverKeys::ARROW_DOWN : WebDriverKeys::HOME));
        $isHome = $isHome || $at !== '';
    }
    throw new RuntimeException("The row of {$path} is not reached by keys.");
}

it('saves a document, and takes it back', function () {
    goToRow($this, 'tide.md')->keys('s')->sees('Write 1 file')->keys(WebDriverKeys::CONTROL.WebDriverKeys::ENTER)->rowSays('tide.md', 'as saved');
    expect($this->harbour->read('tide.md'))->toBe("# The tide\n");
    $this->browser->keys(WebDriverKeys::NULL)->keys('g')->sees('newest first');
    ($this->tabTo)('Take it back')->keys(WebDriverKeys::ENTER)->find('[role=dialog] button');
    ($this->tabTo)('1 file')->keys(WebDriverKeys::ENTER)->lacks('[role=dialog]')->sees('Took back');
    expect($this->harbour->read('tide.md'))->toBe("# Tide\n");
});

it('opens a document, writes in it, and closes it again', function () {
    $this->browser->keys('o')->find('[role=dialog] input');
    $this->browser->keys('gauge')->sees('gauge.svg');
    ($this->tabTo)('gauge.svg')->keys(WebDriverKeys::SPACE);
    ($this->tabTo)('Open with all below')->keys(WebDriverKeys::TAB, WebDriverKeys::ENTER)->lacks('[role=dialog]')->rowSays('gauge.svg', 'as saved');
    goToRow($this, 'gauge.svg')->keys(WebDriverKeys::ENTER)->sees('Every edit is kept');
});

it('saves under another name, keeps a session, and goes through the views', function () {
    goToRow($this, 'tide.md')->keys('v')->find('aside input');
    ($this->tabTo)('path')->keys(WebDriverKeys::CONTROL.'a', WebDriverKeys::NULL.'high-tide.md');
    $this->browser->sees('high-tide.md');
    $this->browser->keys(WebDriverKeys::ESCAPE)->sees('Nothing is chosen yet');
    $this->browser->keys('k')->find('[role=dialog] input');
    $this->browser->keys('Before the spring');
    ($this->tabTo)('Keep it')->keys(WebDriverKeys::ENTER)->lacks('[role=dialog]');
    foreach (['j' => 'Before the spring', 'f' => 'Files', 't' => 'Strays', 'r' => 'Crates', 'h' => 'Hold', 'q' => 'what you have open'] as $key => $says) {
        $this->browser->keys($key)->sees($says);
    }
});
