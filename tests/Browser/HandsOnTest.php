<?php

declare(strict_types=1);

use App\Quay\Quay;
use Facebook\WebDriver\WebDriverKeys;
use Illuminate\Support\Facades\DB;
use Tests\Support\Browser;
use Tests\Support\Harbour;

/* What keys, “Back”, a second window and an expired session do. */

beforeEach(function () {
    $this->harbour = new Harbour(['book.md' => "# Book\n\n[one](one.md)\n", 'one.md' => "# One\n\n![arm](arm.svg)\n", 'arm.svg' => '<svg xmlns="http://www.w3.org/2000/svg"><title>Arm</title></svg>', 'far.md' => "# Far\n\n[one](one.md)\n"]);
    $this->harbour->draft('book.md', "# Book, changed\n\n[one](one.md)\n");
    (new Quay($this->harbour->workspace, $this->harbour->owner))->open([$this->harbour->document('one.md')->id]);
    $this->browser = (new Browser)->logIn($this->harbour->owner->email);
    $this->focus = fn (): string => (string) $this->browser->script('return document.activeElement?.tagName ?? "BODY"');
    $this->awaitFocus = function (): void {
        for ($until = microtime(true) + 10; microtime(true) < $until && ($this->focus)() === 'BODY'; usleep(50_000)) {
            // The page is drawn anew.
        }
        expect(($this->focus)())->not->toBe('BODY');
    };
});
afterEach(fn () => $this->browser->close());

it('carries out the plan by its chord, whatever has the focus', function () {
    $this->browser->rowSays('book.md', 'modified')->decide('book.md', 'save')->sees('Write 1 file');
    $this->browser->script('[...document.querySelectorAll("button")].find((one) => one.textContent === "Leave everything as it is").focus()');
    $this->browser->keys(WebDriverKeys::CONTROL.WebDriverKeys::ENTER)->sees('Done, as entry 1');
    expect($this->harbour->read('book.md'))->toBe("# Book, changed\n\n[one](one.md)\n")->and($this->browser->faults())->toBe([]);
});

it('keeps the focus on the page when what had it goes away', function () {
    $this->browser->at('book.md')->keys('v')->sees('Save as: Book, changed')->sees('Nothing refers to it')->find('input[value="book-02.md"]');
    $this->browser->script('[...document.querySelectorAll("button")].find((one) => one.textContent === "Not after all").focus()');
    $this->browser->keys(WebDriverKeys::ENTER)->sees('Nothing is chosen yet.');
    ($this->awaitFocus)();
    $this->browser->at('book.md')->keys(WebDriverKeys::ENTER)->find('.cm-content');
    ($this->awaitFocus)();
    $this->browser->script('document.activeElement.blur(); document.querySelector("h1").focus()');
    $this->browser->keys('p')->sees('versions');
    ($this->awaitFocus)();
    expect($this->browser->faults())->toBe([]);
});

it('takes a question back by Escape, and gives the focus back to the row', function () {
    $this->browser->at('one.md')->keys('v')->sees('Save as: One')->find('input[value="one-02.md"]');
    $this->browser->sees('Write 1 file')->until('return document.activeElement.matches("aside input")');
    $this->browser->keys(WebDriverKeys::ESCAPE)->sees('Nothing is chosen yet.')->until('return document.activeElement.dataset.path === "one.md"');
    expect($this->browser->text())->not->toContain('Save as: One')->and($this->browser->faults())->toBe([]);
});

it('closes a sheet by “Back”, and leaves the view behind it', function () {
    $this->browser->at('book.md')->keys('f')->sees('all that is in the workspace');
    $there = $this->browser->address();
    $this->browser->keys('?')->find('[role=dialog]');
    $this->browser->script('history.back()');
    $this->browser->lacks('[role=dialog]');
    expect($this->browser->address())->toBe($there);
    $this->browser->keys('?')->find('[role=dialog]');
    $this->browser->keys(WebDriverKeys::ESCAPE)->lacks('[role=dialog]');
    $this->browser->script('history.back()');
    $this->browser->rowSays('book.md', 'modified');
    expect($this->browser->address())->toEndWith('/quay');
});

it('keeps what was decided through a reload, and shows it in every window', function () {
    $this->browser->rowSays('book.md', 'modified')->decide('book.md', 'save')->sees('Write 1 file');
    $path = $this->browser->address();
    for ($until = microtime(true) + 10; microtime(true) < $until && DB::table('decisions')->where('workspace_id', $this->harbour->workspace->id)->doesntExist(); usleep(50_000)) {
        // It is on its way.
    }
    $other = (new Browser)->logIn($this->harbour->owner->email);
    try {
        $other->sees('Write 1 file')->decide('book.md', 'discard')->sees('Drop 1 draft');
        $this->browser->sees('Drop 1 draft');
        $this->browser->visit($path)->sees('Drop 1 draft');
    } finally {
        $other->close();
    }
});

it('reaches with all below also what is not open', function () {
    $this->harbour->draft('arm.svg', '<svg xmlns="http://www.w3.org/2000/svg"><title>Arm, changed</title></svg>');
    DB::table('quay_items')->where('document_id', $this->harbour->document('arm.svg')->id)->delete();
    $this->browser->at('book.md')->keys('b')->sees('Write 2 files')->sees('arm.svg');
});

it('says nothing of a name that is taken, once the copies are there', function () {
    $this->browser->menu('one.md', 'Copy with all below')->sees('Copy 2')->press('Copy 2')->sees('Copied, as entry');
    $this->browser->script('window.dispatchEvent(new Event("focus"))');
    expect($this->browser->idle()->text())->not->toContain('There is a document at');
});

it('names what was typed when the session has expired', function () {
    $this->browser->at('book.md')->keys(WebDriverKeys::ENTER)->inEditor();
    // Before it is sent, which is after a pause; whichever question of the page hears it first, this is not kept on the server.
    $this->browser->keys('typed late');
    DB::table('sessions')->where('user_id', $this->harbour->owner->id)->delete();
    $this->browser->sees('You were logged out. What you typed in “Book, changed');
});
