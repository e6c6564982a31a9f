<?php

declare(strict_types=1);

use App\Quay\Quay;
use Facebook\WebDriver\WebDriverKeys;
use Tests\Support\Browser;
use Tests\Support\Harbour;

afterEach(fn () => $this->browser->close());

/** A quay of so many documents, each of which refers to the next. */
function fullQuay(int $count): Harbour
{
    $files = [];
    foreach (range(1, $count) as $n) {
        $files[sprintf('%s/f%03d.md', ['chapters', 'panels', 'scenes'][$n % 3], $n)] = sprintf("# Document %03d\n\n[next](../%s/f%03d.md)\n", $n, ['chapters', 'panels', 'scenes'][($n + 1) % 3], $n + 1);
    }
    $harbour = new Harbour($files);
    (new Quay($harbour->workspace, $harbour->owner))->open(array_map(fn (string $path): string => $harbour->document($path)->id, array_keys($files)));

    return $harbour;
}

it('asks for the rows once and before all that nobody looks at first', function () {
    $harbour = fullQuay(40);
    $browser = ($this->browser = new Browser)->logIn($harbour->owner->email);
    $browser->visit("/w/{$harbour->workspace->slug}/quay")->sees('all 40')->idle();
    $asked = array_filter($browser->script('return performance.getEntriesByType("resource").map((one) => [new URL(one.name).pathname.split("/").slice(2).join("/"), one.startTime, one.responseEnd])'), static fn (array $one): bool => str_contains($one[0], 'workspaces/'));
    $of = static fn (string $what): array => array_values(array_filter($asked, static fn (array $one): bool => str_ends_with($one[0], "/{$what}")));
    expect($of('quay'))->toHaveCount(1);
    foreach (['watch', 'decisions', 'bookmarks', 'recovery', 'pulse'] as $later) {
        expect($of($later)[0][1])->toBeGreaterThanOrEqual($of('quay')[0][2] - 1, $later);
    }
    expect($browser->faults())->toBe([]);
});

it('lights one row at a time, and a key is for the one that is lit', function () {
    $harbour = fullQuay(40);
    $browser = ($this->browser = new Browser)->logIn($harbour->owner->email);
    $browser->sees('all 40')->at('panels/f001.md')->keys(WebDriverKeys::ARROW_DOWN.WebDriverKeys::ARROW_DOWN.WebDriverKeys::ARROW_DOWN.'c');
    // The third after it was closed, though what stands beside the rows had not followed yet.
    $browser->until('return document.querySelector("[data-path=\"panels/f004.md\"]") === null && document.querySelector("[data-path=\"panels/f001.md\"]") !== null');
    expect($browser->text())->toContain('all 39')->and($browser->script('return document.querySelectorAll("[role=row][tabindex=\"0\"]").length'))->toBe(1)->and($browser->faults())->toBe([]);
});

it('stays usable with two hundred open documents', function () {
    $harbour = fullQuay(200);
    $harbour->draft('panels/f100.md', "# Document 100, changed\n");
    $browser = ($this->browser = new Browser)->logIn($harbour->owner->email);
    $browser->sees('all 200')->rowSays('panels/f001.md', 'unsettled through 98: f100.md');
    $rows = fn (): int => (int) $browser->script('return document.querySelectorAll("[role=row]").length');
    expect($rows())->toBeLessThan(60);

    // With the keyboard from one end to the other.
    $browser->at('panels/f001.md')->keys(WebDriverKeys::END)->rowSays('scenes/f200.md', 'stray: f201.md');
    $browser->keys(WebDriverKeys::HOME)->rowSays('panels/f001.md', 'unsettled');
    $browser->keys(WebDriverKeys::PAGE_DOWN);
    expect($browser->script('return document.activeElement.dataset.path'))->not->toBe('panels/f001.md');

    // Filtered, ordered, found.
    $browser->press('unsaved 1')->rowSays('panels/f100.md', 'modified')->lacks('[data-path="panels/f001.md"]');
    $browser->press('all 200');
    $browser->script("const s = document.querySelector('select'); s.value = 'folder'; s.dispatchEvent(new Event('change', { bubbles: true }))");
    $browser->sees('chapters (66)');
    $browser->find('input[aria-label="Find in the quay"]')->sendKeys('chapters 150');
    $browser->rowSays('chapters/f150.md', 'Document 150')->lacks('[data-path="panels/f100.md"]');
    expect($rows())->toBe(1)->and($browser->faults())->toBe([]);
});

it('keeps a closed draft in the hold, and takes it out again', function () {
    $harbour = fullQuay(3);
    $harbour->draft('panels/f001.md', '# Kept');
    $browser = ($this->browser = new Browser)->logIn($harbour->owner->email);
    $browser->at('panels/f001.md')->keys('c')->sees('The draft is kept in the hold.')->lacks('[data-path="panels/f001.md"]');
    $browser->press('1 document in the hold')->sees('what is closed from view')->press('Take it out')->sees('The hold is empty');
    $browser->press('Back to the quay')->rowSays('panels/f001.md', 'modified');
    $browser->at('panels/f001.md')->keys('c')->sees('in the hold')->press('Open again')->rowSays('panels/f001.md', 'modified');
    expect($harbour->workingText('panels/f001.md'))->toBe('# Kept')->and($browser->faults())->toBe([]);
});

it('reaches every action by its name, and lists its keys', function () {
    $harbour = fullQuay(3);
    $harbour->draft('panels/f001.md', '# Changed');
    $browser = ($this->browser = new Browser)->logIn($harbour->owner->email);
    $browser->rowSays('panels/f001.md', 'modified');
    $browser->keys('?')->sees('Letters work wherever you are not typing.')->sees('save it as the next stage')->keys(WebDriverKeys::ESCAPE)->lacks('[role=dialog]');
    $browser->keys(WebDriverKeys::CONTROL.'k')->find('[role=combobox]');
    $browser->keys('everything on')->keys(WebDriverKeys::ENTER)->sees('Write 1 file');
    $browser->keys(WebDriverKeys::CONTROL.'k')->find('[role=combobox]');
    $browser->keys('leave everything')->keys(WebDriverKeys::ENTER)->sees('Nothing is chosen yet.');
    $browser->keys(WebDriverKeys::CONTROL.'k')->find('[role=combobox]');
    $browser->keys('night')->keys(WebDriverKeys::ENTER)->sees('Day colours');
    expect($browser->script('return document.documentElement.dataset.theme'))->toBe('night');
    $browser->keys(WebDriverKeys::CONTROL.'k')->find('[role=combobox]');
    $browser->keys('settings of')->keys(WebDriverKeys::ENTER)->sees('for everyone who works in it')->fill('Folder that holds templates', 'models')->press('Keep these settings')->lacks('[role=dialog]');
    expect($harbour->workspace->refresh()->settings['templates'])->toBe('models')->and($browser->faults())->toBe([]);
});

it('opens documents from the whole workspace, many at once and with all below', function () {
    $harbour = fullQuay(5);
    $quay = new Quay($harbour->workspace, $harbour->owner);
    $quay->close($quay->shown());
    $browser = ($this->browser = new Browser)->logIn($harbour->owner->email);
    $browser->sees('Nothing is open')->press('Open documents')->sees('None chosen yet')->tick('Document 003')->sees('1 document chosen')->press('Open with all below');
    $browser->rowSays('chapters/f003.md', 'as saved')->rowSays('scenes/f005.md', 'stray: f006.md')->lacks('[data-path="panels/f001.md"]');
});

it('asks before it writes over what someone else has written in the same draft', function () {
    $harbour = fullQuay(2);
    $browser = ($this->browser = new Browser)->logIn($harbour->owner->email);
    $browser->at('panels/f001.md')->keys(WebDriverKeys::ENTER)->inEditor();
    $browser->script("window.realFetch = window.fetch; window.fetch = (...all) => (all[0].method === 'PATCH' ? (window.isSending = true, new Promise((done) => setTimeout(() => done(window.realFetch(...all)), 1500))) : window.realFetch(...all))");
    $browser->keys(WebDriverKeys::CONTROL.WebDriverKeys::END)->keys('mine');
    $browser->until('return window.isSending === true');
    $harbour->command('draft', ['panels/f001.md', '--from', '-'], "# Theirs\n");
    $browser->sees('Someone else has written meanwhile')->press('Keep mine over theirs');
    for ($until = microtime(true) + 20; microtime(true) < $until && ! str_contains($harbour->workingText('panels/f001.md'), 'mine'); usleep(100_000)) {
        // Mine is sent after a pause.
    }
    expect($harbour->workingText('panels/f001.md'))->toContain('mine');
});

it('keeps a page usable when the server is away, and goes on by itself', function () {
    $harbour = fullQuay(2);
    $browser = ($this->browser = new Browser)->logIn($harbour->owner->email);
    $browser->rowSays('panels/f001.md', 'as saved');
    $browser->offline(true)->sees('The server cannot be reached.')->rowSays('panels/f001.md', 'as saved');
    $browser->offline(false)->lacks('[role=alert]');
    $harbour->command('draft', ['panels/f001.md', '--from', '-'], '# Changed meanwhile');
    $browser->rowSays('panels/f001.md', 'modified');
});
