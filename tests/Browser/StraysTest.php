<?php

declare(strict_types=1);

use App\Models\Operation;
use Facebook\WebDriver\WebDriverKeys;
use Tests\Support\Browser;
use Tests\Support\Harbour;

beforeEach(function () {
    $this->harbour = new Harbour([
        'book.md' => "# Book\n\n![drum](old-scans/drum.png) ![pen](old-scans/pen.png)\n", 'panel.svg' => '<svg xmlns="http://www.w3.org/2000/svg"><title>Panel</title><image href="old-scans/pen.png"/><image href="never.png"/></svg>',
        'old-scans/drum.png' => 'the drum', 'old-scans/pen.png' => 'the pen', 'lonely.txt' => 'lonely',
    ]);
    $this->browser = new Browser;
    $this->go = fn (string $path) => $this->browser->visit("/w/{$this->harbour->workspace->slug}/{$path}");
});

afterEach(fn () => $this->browser->close());

it('mends all that a renamed folder has broken by one answer, and lets a stray be', function () {
    rename("{$this->harbour->root}/old-scans", "{$this->harbour->root}/scans");
    // Another content, so that only the name tells.
    $this->harbour->put('scans/pen.png', 'a new pen');
    $this->harbour->scan();
    $browser = $this->browser->logIn($this->harbour->owner->email);
    $browser->keys('t')->sees('3 references to 2 files that lay in')->sees('Sure: it has the same content')->sees('can be looked for in scans too');
    $browser->press('Look there for all')->sees('What lay in old-scans is looked for in scans')->sees('References that end elsewhere')->press('Write 2 files')->sees('can be taken back as one');
    expect($this->harbour->read('book.md'))->toContain('scans/drum.png')->toContain('scans/pen.png')->and($this->harbour->read('panel.svg'))->toContain('href="scans/pen.png"')->toContain('never.png');

    $browser->sees('1 reference to 1 file that lay in')->sees('No file of this name was ever seen here')->lacks('[data-stray="old-scans/pen.png"]');
    $browser->find('[data-stray="never.png"] button[aria-haspopup]')->click();
    $browser->choose('It may stay as it is')->fill('Why it may stay', 'Drawn by hand')->press('It may stay')->sees('may stay 1')->press('may stay 1')->sees('Drawn by hand');
    expect(Operation::query()->where('workspace_id', $this->harbour->workspace->id)->pluck('kind')->all())->toBe(['relink'])->and($browser->faults())->toBe([]);
});

it('says what of a plan is another than was read, when it is carried out and when it is taken back', function () {
    rename("{$this->harbour->root}/old-scans", "{$this->harbour->root}/scans");
    $this->harbour->scan();
    $browser = $this->browser->logIn($this->harbour->owner->email);
    $browser->keys('t')->sees('Write 2 files');
    $this->harbour->put('book.md', "# Book, by another program\n\n![drum](old-scans/drum.png) ![pen](old-scans/pen.png)\n");
    $browser->press('Write 2 files')->sees('Otherwise than you read (1)')->sees('It would write 2 files as well')->press('I have read the new plan')->lacks('section[aria-label="Otherwise than you read"]')->sees('Look for changed files, then plan again');
    $this->harbour->scan();
    $browser->press('Write 2 files')->sees('can be taken back as one');
    expect($this->harbour->read('book.md'))->toBe("# Book, by another program\n\n![drum](scans/drum.png) ![pen](scans/pen.png)\n");

    $browser->press('Entry 1')->press('Take it back')->sees('Takes back entry 1');
    $this->harbour->put('panel.svg', '<svg xmlns="http://www.w3.org/2000/svg"/>');
    $browser->press('Write 2 files')->sees('The plan is not the one that you read');
    expect($this->harbour->read('book.md'))->toContain('(scans/drum.png)');
});

it('mends many strays by keys alone', function () {
    $links = '';
    for ($n = 0; $n < 60; $n++) {
        $this->harbour->put("old-scans/s{$n}.png", "scan {$n}");
        $links .= "![scan](old-scans/s{$n}.png)\n";
    }
    $this->harbour->put('book.md', $links);
    $this->harbour->scan();
    rename("{$this->harbour->root}/old-scans", "{$this->harbour->root}/scans");
    $this->harbour->scan();
    $browser = $this->browser->logIn($this->harbour->owner->email);
    $browser->keys('t')->sees('references to 61 files that lay in')->sees('Write 2 files')->keys(WebDriverKeys::CONTROL.WebDriverKeys::ENTER)->sees('can be taken back as one');
    expect($this->harbour->read('book.md'))->toContain('(scans/s59.png)')->not->toContain('old-scans')->and($browser->faults())->toBe([]);
});

it('takes in what lies elsewhere, and says what came of it', function () {
    $library = config('hafenbuch.roots')[0].'/library-'.bin2hex(random_bytes(5));
    mkdir($library);
    file_put_contents("{$library}/map.png", 'a map');
    $this->harbour->put('panel.svg', '<svg xmlns="http://www.w3.org/2000/svg"><image href="'.$library.'/map.png"/><image href="'.$library.'/none.png"/></svg>');
    $this->harbour->scan();
    $browser = $this->browser->logIn($this->harbour->owner->email);
    ($this->go)('strays/take-in');
    $browser->sees('map.png')->sees('1 reference that cannot come in')->sees('Taken in')->press('Write 2 files')->sees('On disk: 1 file taken in, 1 reference now inside, 1 still outside.');
    expect($this->harbour->read('panel.svg'))->toContain('href="taken-in/map.png"')->and($this->harbour->read('taken-in/map.png'))->toBe('a map')->and($browser->faults())->toBe([]);
});

it('finds unused files and sets them aside by a plan', function () {
    $browser = $this->browser->logIn($this->harbour->owner->email);
    ($this->go)('strays/unused');
    $browser->sees('From where do people start?')->press('Count from')->fill('Words in name, title or folder', 'book')->press('book.md')->sees('counted from book.md')->sees('lonely.txt');
    $browser->find('[data-unused="lonely.txt"] label')->click();
    $browser->sees('1 chosen')->press('Set aside into')->press('Move 1 file')->lacks('[data-unused="lonely.txt"]');
    expect($this->harbour->read('set-aside/lonely.txt'))->toBe('lonely')->and($browser->faults())->toBe([]);
});

it('says where no rack of devices answers, and still shows what is referred to', function () {
    $this->harbour->put('book.md', '[camera](device:camera/bridge)');
    $this->harbour->scan();
    $browser = $this->browser->logIn($this->harbour->owner->email);
    ($this->go)('strays/devices');
    $browser->sees('bridge')->sees('1 reference')->sees('No rack of devices answers');
    expect($browser->faults())->toBe([]);
});
