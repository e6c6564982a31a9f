<?php

declare(strict_types=1);

use App\Quay\Quay;
use App\Workspace\Index\Watcher;
use Facebook\WebDriver\WebDriverKeys;
use Illuminate\Support\Facades\DB;
use Tests\Support\Browser;
use Tests\Support\Harbour;

beforeEach(function () {
    $this->harbour = new Harbour(['a.md' => "# As found\n\n![arm](arm.svg)\n", 'arm.svg' => '<svg xmlns="http://www.w3.org/2000/svg"><title>Arm</title></svg>', 'b.md' => "# B\n"]);
    (new Quay($this->harbour->workspace, $this->harbour->owner))->open(array_map(fn (string $path): string => $this->harbour->document($path)->id, ['a.md', 'b.md', 'arm.svg']));
    $this->go = fn (string $path): Browser => $this->browser->at($path)->keys(WebDriverKeys::ENTER)->sees('Its past');
    $this->logIn = fn (): Browser => ($this->browser = new Browser)->logIn($this->harbour->owner->email);
    $this->until = function (callable $isSo, string $what, float $seconds = 20): void {
        for ($until = microtime(true) + $seconds; microtime(true) < $until; usleep(100_000)) {
            if ($isSo()) {
                return;
            }
        }
        throw new RuntimeException("Waited in vain until {$what}.");
    };
});

afterEach(fn () => $this->browser->close());

it('compares, labels, thins out and brings back versions', function () {
    foreach (['One', 'Two'] as $title) {
        $this->harbour->draft('a.md', "# {$title}\n");
        $this->harbour->saveAll("became {$title}");
    }
    ($this->logIn)();
    ($this->go)('a.md')->keys(WebDriverKeys::ESCAPE);
    $this->browser->press('Its whole past')->press('became One')->sees('From left to right: 1 field')->sees('only to look at');
    $this->browser->press('Label it')->fill('Label', 'First proof')->keys(WebDriverKeys::ENTER)->sees('“First proof”');
    foreach (['Three', 'Four'] as $title) {
        $this->harbour->draft('a.md', "# {$title}\n");
        $this->harbour->saveAll("became {$title}");
    }
    $this->browser->sees('became Four')->press('became Three')->press('Thin out')->sees('labelled, stays')->press('Let 1 version go')->lacks('[data-version="3"]');
    $this->browser->find('[data-version="0"]')->click();
    $this->browser->sees('1 reference removed')->press('Bring version 0 back')->sees('As found');
    ($this->until)(fn (): bool => str_contains($this->harbour->workingText('a.md'), 'As found'), 'the version is the draft');
    expect($this->harbour->read('a.md'))->toBe("# Four\n")->and($this->harbour->document('a.md')->versions()->pluck('number')->all())->toBe([0, 1, 2, 4])->and($this->browser->faults())->toBe([]);
});

it('shows a former drawing with the pictures that it places, fitted to its frame', function () {
    $this->harbour->put('panel.svg', '<svg xmlns="http://www.w3.org/2000/svg" width="4000" height="2000"><image href="arm.svg" width="400" height="200"/></svg>');
    $this->harbour->scan();
    $this->harbour->draft('panel.svg', '<svg xmlns="http://www.w3.org/2000/svg" width="4000" height="2000"><rect width="9" height="9"/></svg>');
    $this->harbour->saveAll();
    (new Quay($this->harbour->workspace, $this->harbour->owner))->open([$this->harbour->document('panel.svg')->id]);
    ($this->logIn)();
    ($this->go)('panel.svg')->keys(WebDriverKeys::ESCAPE);
    $this->browser->press('Its whole past')->find('[data-version="0"]')->click();
    $this->browser->find('iframe[title="as found"]');
    ($this->until)(fn (): bool => $this->browser->script('return document.querySelector("iframe[title=\'as found\']").contentDocument?.documentElement.getAttribute("viewBox")') === '0 0 4000 2000', 'the drawing fits');
    $loaded = $this->browser->script('return document.querySelector("iframe[title=\'as found\']").contentWindow.performance.getEntriesByType("resource").map((one) => one.name)');
    expect($loaded)->toHaveCount(1)->and($loaded[0])->toEndWith('/show/arm.svg');
    $this->browser->press('one over the other')->find('iframe[style*="clip-path"]');
    $this->browser->press('only where they differ')->find('.difference iframe[style*="difference"]');
    expect($this->browser->faults())->toBe([]);
});

it('steps back and forward by keys, and makes a new document from a step', function () {
    foreach (['One', 'Two', 'Three'] as $title) {
        $this->harbour->draft('a.md', "# {$title}\n");
    }
    ($this->logIn)();
    ($this->go)('a.md')->sees('all 4 steps')->keys(WebDriverKeys::ALT.',')->sees('# Two');
    ($this->until)(fn (): bool => $this->harbour->workingText('a.md') === "# Two\n", 'it is a step back');
    $this->browser->keys(WebDriverKeys::NULL)->keys(WebDriverKeys::ALT.'.')->sees('# Three');
    $this->browser->press('all 4 steps')->sees('on the screen');
    $this->browser->script('document.querySelectorAll("[data-step]")[2].click()');
    $this->browser->press('New document from it')->fill('Its path', 'branch.md')->press('Make it, stay here')->sees('on the screen');
    ($this->until)(fn (): bool => App\Models\Document::at($this->harbour->workspace, 'branch.md') !== null, 'the branch is there');
    expect($this->harbour->workingText('branch.md'))->toBe("# One\n")->and($this->harbour->workingText('a.md'))->toBe("# Three\n")->and($this->browser->faults())->toBe([]);
});

it('has an edit on the server within five seconds, however long a person types', function () {
    ($this->logIn)();
    ($this->go)('b.md');
    $this->browser->inEditor();
    $waited = 0.0;
    for ($from = microtime(true), $since = $from; microtime(true) < $from + 13;) {
        $this->browser->keys('x');
        usleep(150_000);
        $last = DB::table('drafts')->where('document_id', $this->harbour->document('b.md')->id)->value('updated_at');
        $waited = max($waited, microtime(true) - max($since, $last === null ? 0 : (float) Illuminate\Support\Carbon::parse($last, 'UTC')->format('U.u')));
    }
    // The page sends after 3.5 s at the latest; the rest is what a busy machine needs to tell. Without that nothing would come before the pause.
    expect($waited)->toBeLessThan(11.0);
});

it('finds everything again after the browser died in mid-typing', function () {
    $this->browser = (new Browser(folder: sys_get_temp_dir().'/hafenbuch-browser-'.bin2hex(random_bytes(6))))->logIn($this->harbour->owner->email);
    ($this->go)('b.md');
    $this->browser->inEditor();
    $this->browser->keys('kept ');
    ($this->until)(fn (): bool => str_contains($this->harbour->workingText('b.md'), 'kept'), 'the edit is kept');
    $this->browser->offline(true)->keys('typed last ');
    $this->browser->sees('is not kept on the server');
    $this->browser->crash();
    $this->browser = new Browser(folder: $this->browser->folder);
    // Whether it is still logged in depends on when the browser last wrote its cookies.
    $this->browser->visit('/')->find('input[type=email], nav[aria-label=Views]');
    if (! str_contains($this->browser->text(), 'your visit broke off') && str_contains($this->browser->text(), 'E-mail address')) {
        $this->browser->logIn($this->harbour->owner->email);
    }
    $this->browser->sees('your visit broke off')->sees('edits in this browser')->sees('typed last');
    $this->browser->press('Go on with this')->rowSays('b.md', 'modified');
    expect($this->harbour->workingText('b.md'))->toContain('typed last')->and($this->browser->faults())->toBe([]);
    $this->browser->visit('/')->rowSays('b.md', 'modified')->lacks('[data-state]');
});

it('offers both where someone else has gone on while the network was away', function () {
    ($this->logIn)();
    ($this->go)('b.md');
    $this->browser->inEditor();
    $this->browser->offline(true)->keys('mine ');
    $this->browser->sees('is not kept on the server');
    $this->harbour->draft('b.md', "# B, theirs\n");
    $this->browser->offline(false)->sees('Someone else has written meanwhile')->press('Look at both')->sees('Both have gone on')->sees('# B, theirs')->sees('mine');
    $this->browser->press('Keep what was typed here');
    ($this->until)(fn (): bool => str_contains($this->harbour->workingText('b.md'), 'mine'), 'mine is the draft');
    expect(DB::table('draft_steps')->where('document_id', $this->harbour->document('b.md')->id)->where('hash', hash('sha256', "# B, theirs\n"))->exists())->toBeTrue();
});

it('asks to log in again where the session has ended, and goes on with what was typed', function () {
    ($this->logIn)();
    ($this->go)('b.md');
    $this->browser->inEditor();
    // Away, so that nothing is sent between the typing and the session's end.
    $this->browser->offline(true)->keys('typed meanwhile ');
    DB::table('sessions')->where('user_id', $this->harbour->owner->id)->delete();
    $this->browser->offline(false)->sees('E-mail address')->sees('You were logged out');
    expect($this->harbour->workingText('b.md'))->toBe("# B\n");
    $this->browser->find('input[type=email]')->sendKeys($this->harbour->owner->email);
    $this->browser->find('input[type=password]')->sendKeys('tidegauge');
    $this->browser->press('Log in')->sees('typed meanwhile');
    ($this->until)(fn (): bool => str_contains($this->harbour->workingText('b.md'), 'typed meanwhile'), 'what was typed is kept');
});

it('holds what is closed, opens it again, and discards only after a look', function () {
    $this->harbour->draft('b.md', "# B, unsaved\n");
    ($this->logIn)();
    $this->browser->at('b.md')->keys('c')->sees('in the hold')->lacks('[data-path="b.md"]');
    $this->browser->keys('u')->rowSays('b.md', 'modified');
    $this->browser->at('b.md')->keys('c')->lacks('[data-path="b.md"]')->keys('h')->sees('B, unsaved')->press('Clear the hold')->sees('1 document with a draft stays');
    $this->browser->press('Discard its draft')->sees('Discard the draft of')->press('Discard this draft')->sees('of the logbook takes that back');
    expect($this->harbour->workingText('b.md'))->toBe("# B\n")->and($this->browser->faults())->toBe([]);
});

it('shows what is unsaved before a person logs out', function () {
    $this->harbour->draft('a.md', "# A, unsaved\n\n![arm](arm.svg)\n");
    $this->harbour->draft('arm.svg', '<svg xmlns="http://www.w3.org/2000/svg"><title>Arm, unsaved</title></svg>');
    ($this->logIn)();
    $this->browser->press('Log out')->sees('2 documents have a draft')->sees('unsaved below it: arm.svg')->press('See the plan and save')->sees('Write 2 files');
    $this->browser->press('Log out')->press('Leave them in the hold')->sees('E-mail address');
    expect((new Quay($this->harbour->workspace, $this->harbour->owner))->inHold())->toHaveCount(2);
});

it('lets go of a page that nobody has touched without asking, and its draft stays', function () {
    $this->harbour->draft('b.md', "# B, once more\n");
    ($this->logIn)();
    foreach (range(1, 2) as $ignored) {
        $this->browser->visit("/w/{$this->harbour->workspace->slug}/quay")->rowSays('b.md', 'modified');
    }
    expect($this->browser->faults())->toBe([])->and($this->harbour->workingText('b.md'))->toBe("# B, once more\n");
});

it('brings a document back as of an entry, with what was deleted since', function () {
    $this->harbour->draft('a.md', "# Entry one\n\n![arm](arm.svg)\n");
    $this->harbour->saveAll('one');
    $this->harbour->draft('a.md', "# Entry two\n");
    $this->harbour->saveAll('two');
    app(App\Saving\Execution::class)->save($this->harbour->workspace, $this->harbour->owner, [$this->harbour->document('arm.svg')->id => Hafenbuch\Core\Plan\Decision::delete()], null, 'arm deleted', 'delete');
    ($this->logIn)();
    ($this->go)('a.md');
    $this->browser->press('Its whole past')->press('With all below')->sees('Choose a moment');
    $this->browser->find('[data-entry="1"]')->click();
    $this->browser->sees('Comes back as a new document (1)')->press('Bring back 2 documents')->sees('Write 2 files')->press('Write 2 files')->sees('written');
    ($this->until)(fn (): bool => $this->harbour->read('arm.svg') !== null && $this->harbour->read('a.md') === "# Entry one\n\n![arm](arm.svg)\n", 'both are back');
    expect($this->browser->faults())->toBe([]);
});

it('merges a file that changed outside, place by place', function () {
    $this->harbour->put('b.md', "# B\n\none\n\ntwo\n\nthree\n");
    $this->harbour->scan();
    $this->harbour->draft('b.md', "# B\n\nmine\n\ntwo\n\nmine too\n");
    $this->harbour->put('b.md', "# B, theirs\n\ntheirs\n\ntwo\n\nthree\n");
    app(Watcher::class)->look($this->harbour->workspace);
    ($this->logIn)();
    $this->browser->rowSays('b.md', 'changed outside');
    ($this->go)('b.md')->press('Compare and merge')->sees('1 place to choose first')->press('Both')->press('Take what is merged')->sees('Write 1 file')->press('Write 1 file')->sees('written');
    ($this->until)(fn (): bool => $this->harbour->read('b.md') === "# B, theirs\n\nmine\ntheirs\n\ntwo\n\nmine too\n", 'the merge is written');
    expect($this->browser->faults())->toBe([]);
});

it('shows places that both have changed in the joined text, without marks, whatever ends its lines', function () {
    $text = fn (string $first, string $second): string => "# B\r\n\r\n{$first}\r\n\r\nbetween\r\n\r\n{$second}\r\n\r\nend\r\n";
    $this->harbour->put('b.md', $text('one', 'two'));
    $this->harbour->scan();
    $this->harbour->draft('b.md', $text('my one', 'my two'));
    $this->harbour->put('b.md', $text('their one', 'their two'));
    app(Watcher::class)->look($this->harbour->workspace);
    ($this->logIn)();
    ($this->go)('b.md')->press('Compare and merge')->sees('2 places to choose first')->sees('my one')->sees('their two');
    expect($this->browser->text())->not->toContain('<<<<')->not->toContain('====');
    $this->browser->press('2 places to choose first')->until('return document.activeElement.textContent === "Yours"')->keys(WebDriverKeys::ENTER);
    $this->browser->sees('1 place to choose first')->until('return document.activeElement.textContent === "Yours"')->press('Theirs');
    $this->browser->press('Take what is merged')->sees('Write 1 file')->press('Write 1 file')->sees('written');
    ($this->until)(fn (): bool => $this->harbour->read('b.md') === $text('my one', 'their two'), 'the merge is written');
    expect($this->browser->faults())->toBe([]);
});

it('shows what a retention rule would take before it is kept', function () {
    foreach (range(1, 8) as $n) {
        $this->harbour->draft('b.md', "# B {$n}\n");
        $this->harbour->saveAll();
    }
    ($this->logIn)();
    $this->browser->sees('Open …')->keys(WebDriverKeys::CONTROL.'k')->find('[role=combobox]');
    $this->browser->keys('what is kept')->keys(WebDriverKeys::ENTER)->sees('Which versions stay');
    $this->browser->tick('the last ones')->press('See what would go')->sees('3 versions of 1 document would go')->sees('1–3');
    expect($this->harbour->document('b.md')->versions()->count())->toBe(9);
    $this->browser->press('Keep this rule and let 3 versions go')->sees('3 versions went');
    expect($this->harbour->document('b.md')->versions()->pluck('number')->all())->toBe([0, 4, 5, 6, 7, 8])->and($this->browser->faults())->toBe([]);
});
