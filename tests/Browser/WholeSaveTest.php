<?php

declare(strict_types=1);

use Facebook\WebDriver\WebDriverKeys;
use Tests\Support\Browser;
use Tests\Support\Harbour;

beforeEach(function () {
    $this->harbour = new Harbour([
        'book.md' => "# Guide\n\n[one](chapters/one.md)\n",
        'chapters/one.md' => "# One\n\n![panel](../panel.svg)\n",
        'panel.svg' => "<svg xmlns=\"http://www.w3.org/2000/svg\">\n  <title>Panel</title>\n</svg>\n",
        'other.md' => "# Other\n",
    ]);
    $this->harbour->draft('panel.svg', "<svg xmlns=\"http://www.w3.org/2000/svg\">\n  <title>Panel</title>\n  <image href=\"float.svg\"/>\n</svg>\n");
    $this->harbour->draft('float.svg', '<svg xmlns="http://www.w3.org/2000/svg"><title>Float</title></svg>');
    $this->harbour->draft('other.md', "# Other, changed\n");
    (new App\Quay\Quay($this->harbour->workspace, $this->harbour->owner))->open([$this->harbour->document('book.md')->id, $this->harbour->document('chapters/one.md')->id]);
    $this->browser = new Browser;
    $this->quay = "/w/{$this->harbour->workspace->slug}/quay";
});

afterEach(fn () => $this->browser->close());

it('goes from logging in to taking the save back', function () {
    $harbour = $this->harbour;
    $before = $harbour->hashes();
    $browser = $this->browser->logIn($harbour->owner->email);

    // What is open, and its states.
    $browser->rowSays('panel.svg', 'modified')->rowSays('float.svg', 'new')->rowSays('book.md', ': panel.svg')->rowSays('other.md', 'modified');

    // Edit one by its source, another by its form.
    $browser->script("document.querySelector('[data-path=\"chapters/one.md\"]').focus()");
    $browser->keys(WebDriverKeys::ENTER);
    $browser->inEditor();
    $browser->keys(WebDriverKeys::CONTROL.WebDriverKeys::END)->keys('Edited by hand.');
    $browser->sees('Draft kept');
    $browser->press('Quay')->rowSays('chapters/one.md', 'modified');
    expect($harbour->hashes())->toBe($before);

    // Decide in the rows; the plan follows.
    $browser->decide('panel.svg', 'save')->sees('Needed by panel.svg')->sees('Write 2 files');
    $browser->decide('chapters/one.md', 'save')->sees('Write 3 files');
    $browser->find('aside input')->sendKeys('The float is drawn');
    $browser->press('Write 3 files')->sees('It can be taken back');

    // Exactly those files changed on disk.
    $after = $harbour->hashes();
    expect(array_keys(array_diff_assoc($after, $before)))->toBe(['chapters/one.md', 'float.svg', 'panel.svg'])
        ->and($harbour->read('chapters/one.md'))->toBe("# One\n\n![panel](../panel.svg)\nEdited by hand.");
    $browser->rowSays('panel.svg', 'as saved')->rowSays('other.md', 'modified');

    // The logbook shows it and takes it back.
    $browser->press('entry 1')->sees('The float is drawn')->press('chapters/one.md')->sees('Edited by hand.');
    $browser->press('Take it back')->sees('Takes back entry 1')->press('Write 2 files, remove 1 file');
    $browser->sees('· taken back');
    expect($harbour->hashes())->toBe($before);
    $browser->visit($this->quay)->rowSays('panel.svg', 'modified')->rowSays('float.svg', 'new');
    expect($browser->faults())->toBe([]);
});

it('can be done with the keyboard alone', function () {
    $harbour = $this->harbour;
    $browser = $this->browser->logIn($harbour->owner->email);
    $browser->rowSays('panel.svg', 'modified');
    $browser->script("document.querySelector('[role=row][tabindex=\"0\"]').focus()");
    $browser->keys(WebDriverKeys::HOME)->keys('s')->sees('Write 2 files');
    $browser->keys(WebDriverKeys::CONTROL.WebDriverKeys::ENTER)->sees('It can be taken back');

    expect($harbour->read('float.svg'))->not->toBeNull();

    // An action by its name, and a document made and kept without a mouse.
    $browser->keys(WebDriverKeys::CONTROL.'k')->find('[role=combobox]');
    $browser->keys('new doc', WebDriverKeys::ENTER)->sees('it has no file until you save it');
    $browser->keys('Pen carriage', WebDriverKeys::ENTER)->find('.cm-content');
    $browser->sees('pen-carriage.md');
    expect($harbour->document('pen-carriage.md')->saved_hash)->toBeNull();
});

it('makes a new document for someone who is done before the templates are here', function () {
    $browser = $this->browser->logIn($this->harbour->owner->email);
    $browser->sees('Open …');
    $browser->slow(2500)->press('New …')->sees('Reading the templates')->fill('Title', 'Pen carriage')->keys(WebDriverKeys::ENTER)->slow(0)->find('.cm-content');
    $browser->sees('pen-carriage.md');
    expect($this->harbour->document('pen-carriage.md')->saved_hash)->toBeNull();
});

it('shows within seconds what someone else does', function () {
    $browser = $this->browser->logIn($this->harbour->owner->email);
    $browser->rowSays('book.md', 'unsettled');
    $this->harbour->command('draft', ['book.md', '--from', '-'], "# Guide, by the command line\n");

    $browser->sees('Guide, by the command line')->rowSays('book.md', 'modified');
});

it('stops a save that would write over a change from outside, and offers ways out', function () {
    $harbour = $this->harbour;
    $browser = $this->browser->logIn($harbour->owner->email);
    $browser->decide('other.md', 'save')->sees('Write 1 file');
    $harbour->put('other.md', '# By another program');
    $browser->press('Write 1 file')->sees('The plan is not the one that you read')->sees('Otherwise than you read (1)')->sees('changed outside of Hafenbuch');
    expect($harbour->read('other.md'))->toBe('# By another program');

    $browser->press('Take what is on disk')->sees('Drop 1 draft')->press('Drop 1 draft')->sees('It can be taken back');
    expect($harbour->read('other.md'))->toBe('# By another program');
    $browser->sees('By another program');
});

it('shows every line of a long plan, in the order of their paths, and finds one of them', function () {
    foreach (range(1, 70) as $n) {
        $this->harbour->draft("readings/reading-{$n}.md", "# Reading {$n}\n");
    }
    $browser = $this->browser->logIn($this->harbour->owner->email);
    $browser->press('The whole quay')->sees('Write 73 files');
    $lines = static fn (): array => $browser->script('return [...document.querySelectorAll("[data-plan-line]")].map((line) => line.dataset.planLine)');
    expect($lines())->toHaveCount(60);
    $browser->press('13 more: show them')->find('[data-plan-line="readings/reading-70.md"]');
    $shown = $lines();
    expect($shown)->toHaveCount(73)->and(array_search('readings/reading-9.md', $shown, true))->toBeLessThan(array_search('readings/reading-10.md', $shown, true));

    $browser->fill('Find a file in the plan', 'READING-42')->lacks('[data-plan-line="other.md"]');
    expect($lines())->toBe(['readings/reading-42.md']);
    $browser->fill('Find a file in the plan', 'nowhere')->sees('No line of the plan has this');
});
