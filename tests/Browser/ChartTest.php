<?php

declare(strict_types=1);

use Facebook\WebDriver\WebDriverKeys;
use Tests\Support\Browser;
use Tests\Support\Harbour;

beforeEach(function () {
    $this->harbour = new Harbour([
        'book/guide.md' => "# Guide\n\n[keepers](keepers.md)\n", 'book/keepers.md' => "# Keepers\n\n[tide](tide.md) [lost](lost.md)\n", 'book/tide.md' => "# Tide\n", 'book/storm.md' => "# Storm\n",
    ]);
    foreach (['guide', 'keepers', 'tide', 'storm'] as $name) {
        $ids[$name] = $this->harbour->document("book/{$name}.md")->id;
    }
    $this->ids = $ids;
    $this->browser = (new Browser)->logIn($this->harbour->owner->email);
    $this->browser->visit("/w/{$this->harbour->workspace->slug}/chart?of=document&which={$this->ids['guide']}&depth=3")->find("[data-item=\"{$this->ids['guide']}\"]");
});
afterEach(fn () => $this->browser->close());

it('is walked along the references, and says what there is to see', function () {
    $has = fn (string $path): Browser => $this->browser->until("return document.activeElement.dataset.item === '{$this->ids[$path]}'");
    $this->browser->sees('3 documents')->sees('1 stray')->script("document.querySelector('[data-item=\"{$this->ids['guide']}\"]').focus()");
    $has('guide')->keys(WebDriverKeys::ARROW_RIGHT);
    $has('keepers')->sees('1 stray')->keys(WebDriverKeys::ARROW_RIGHT);
    $has('tide')->keys(WebDriverKeys::ARROW_LEFT);
    $has('keepers')->keys(WebDriverKeys::ENTER)->sees('# Keepers');
});

it('folds a folder, and unfolds it', function () {
    $this->browser->press('fold the folders')->find('[data-item="/book"]');
    $this->browser->press('Unfold it')->find("[data-item=\"{$this->ids['tide']}\"]");
});

it('leads a reference elsewhere, as a draft', function () {
    $this->browser->script("document.querySelector('[data-item=\"{$this->ids['keepers']}\"]').focus()");
    $this->browser->find('[aria-label="point the reference to Tide elsewhere"]')->sendKeys(WebDriverKeys::ENTER);
    $this->browser->sees('1 reference of Keepers that lead to Tide')->press('Storm')->sees('Keepers leads to Storm now, as a draft');
    expect($this->harbour->workingText('book/keepers.md'))->toContain('[tide](storm.md)')->and($this->harbour->read('book/keepers.md'))->toContain('[tide](tide.md)');
    $this->browser->find("[data-item=\"{$this->ids['storm']}\"]");
});

it('says the same as a table', function () {
    $this->browser->press('as a table')->sees('is referred to by')->until("return [...document.querySelectorAll('tbody tr')].some((row) => row.textContent.includes('Keepers') && row.textContent.includes('1 stray') && row.textContent.includes('Tide'))");
});
