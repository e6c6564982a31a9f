<?php

declare(strict_types=1);

use App\Models\Role;
use App\People\Totp;
use App\Quay\Quay;
use Facebook\WebDriver\WebDriverKeys;
use Tests\Support\Browser;
use Tests\Support\Harbour;

beforeEach(function () {
    $this->harbour = new Harbour(['drum.md' => "# Drum\n\n[axle](axle.md)\n", 'axle.md' => "# Axle\n"]);
    $this->open = fn (App\Models\User $person) => (new Quay($this->harbour->workspace, $person))->open([$this->harbour->document('drum.md')->id, $this->harbour->document('axle.md')->id]);
    ($this->open)($this->harbour->owner);
    $this->browser = new Browser;
});

afterEach(function () {
    $this->browser->close();
    isset($this->other) && $this->other->close();
});

it('invites somebody by a link, who comes in as what they were invited', function () {
    $email = 'ida-'.bin2hex(random_bytes(4)).'@greetholm.example';
    $browser = $this->browser->logIn($this->harbour->owner->email);
    $browser->press('People')->sees('Folders that are only read');
    $browser->find('input[type=email]')->sendKeys($email);
    $browser->find('select[aria-label="As what"]')->sendKeys('as a reader');
    $browser->press('Let them in')->sees('Send this link to');
    $link = $browser->find('code')->getText();
    $browser->press('I have it')->sees('invited')->press('Log out')->find('input[type=password]');

    $browser->visit('/enter'.substr($link, (int) strpos($link, '#')))->sees('invites '.$email)->fill('Your name', 'Ida Brandt')->fill('Password', 'four herons over the weir')->press('Come in');
    $browser->sees('you only read here');
    expect($browser->script('return location.hash'))->toBe('');
    ($this->open)(App\Models\User::query()->where('email', $email)->firstOrFail());
    $browser->visit("/w/{$this->harbour->workspace->slug}/quay")->rowSays('drum.md', 'you only read it');
    $browser->visit("/w/{$this->harbour->workspace->slug}/documents/{$this->harbour->document('drum.md')->id}")->sees('You are a reader of')->sees('# Drum');
    $browser->inEditor()->keys('X');
    expect($this->harbour->document('drum.md')->draft)->toBeNull()->and($browser->faults())->toBe([]);
});

it('asks for a lock, and is answered in place, while both see each other', function () {
    $ida = $this->harbour->member('Ida');
    ($this->open)($ida);
    $at = "/w/{$this->harbour->workspace->slug}/documents/{$this->harbour->document('drum.md')->id}";
    $mine = $this->browser->logIn($this->harbour->owner->email);
    $this->other = (new Browser)->logIn($ida->email);
    $this->other->visit($at)->sees('Axle');
    $mine->until('return document.querySelector("abbr[aria-label=\'Ida has it on their screen\']") !== null');
    App\Drafts\Locks::take($this->harbour->document('drum.md'), $ida, 'I turn it');
    $mine->visit($at)->sees('“I turn it”')->press('Ask for it …')->fill('What you need it for', 'only the title')->keys(WebDriverKeys::ENTER);
    $mine->sees('They are asked');
    $this->other->sees('1 for you')->press('1 for you')->sees('only the title')->press('Leave it to them')->sees('Nothing. Whoever asks');
    $mine->sees('You have locked it')->sees('1 for you');
    expect(App\Drafts\Locks::holder($this->harbour->document('drum.md'))?->id)->toBe($this->harbour->owner->id)->and($mine->faults())->toBe([])->and($this->other->faults())->toBe([]);
});

it('releases a document with all below it by the plan, and takes that back', function () {
    $browser = $this->browser->logIn($this->harbour->owner->email);
    $browser->menu('drum.md', 'Move to another state')->sees('It becomes')->tick('released')->tick('with all below it')->keys(WebDriverKeys::ENTER);
    $browser->sees('Becomes released, revision A')->rowSays('drum.md', 'becomes released')->press('Move 2 documents on')->sees('It can be taken back');
    $browser->rowSays('axle.md', 'released A, read-only');
    expect($this->harbour->document('axle.md')->mark()->words())->toBe('released, revision A');
    $browser->press('Logbook')->sees('drum.md became released, revision A and 1 more')->press('Take it back …')->sees('without a state again')->press('Move 2 documents on');
    $browser->sees('Took back entry 1');
    expect($this->harbour->document('axle.md')->mark()->words())->toBe('without a state')->and($browser->faults())->toBe([]);
});

it('sets up a second factor, and logs in with it', function () {
    $browser = $this->browser->logIn($this->harbour->owner->email);
    $browser->find('a[title="Your account"]')->click();
    $browser->sees('A login can ask for a code');
    $browser->script('[...document.querySelectorAll("label")].filter((one) => one.textContent === "Your password").at(-1).control.focus()');
    $browser->keys('tidegauge')->press('Set it up')->sees('By hand');
    $browser->find('[role=img] svg');
    $secret = $browser->find('p code')->getText();
    $browser->fill('Code', Totp::at($secret, time()))->press('Ask for a code from now on')->sees('They are shown only now')->sees('10 recovery codes are left');
    $codes = explode("\n", trim($browser->find('[role=status] code')->getText()));
    $browser->press('I have it')->press('Log out')->sees('I do not know my password');
    $browser->find('input[type=email]')->sendKeys($this->harbour->owner->email);
    $browser->find('input[type=password]')->sendKeys('tidegauge');
    $browser->press('Log in')->sees('The code that your device shows')->fill('The code that your device shows', '000000')->press('Log in')->sees('does not hold');
    $browser->fill('The code that your device shows', $codes[0])->press('Log in');
    $browser->row('drum.md');
    expect($browser->faults())->toBe([]);
});

it('shows readers and writers no more than they may', function (Role $role, bool $mayInvite) {
    $person = $this->harbour->member('Jon', $role);
    $browser = $this->browser->logIn($person->email);
    $browser->press('People')->sees('Folders that are only read');
    expect(str_contains($browser->text(), 'Let them in'))->toBe($mayInvite)->and($browser->text())->not->toContain('The server');
})->with([[Role::Reader, false], [Role::Writer, false], [Role::Keeper, true]]);
