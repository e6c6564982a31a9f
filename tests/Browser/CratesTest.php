<?php

declare(strict_types=1);

use App\Models\Crate;
use Tests\Support\Browser;
use Tests\Support\Harbour;

beforeEach(function () {
    $this->harbour = new Harbour([
        'book.md' => "---\nauthor: Mara Quist\n---\n# Book\n\n![drum](pictures/drum.png) ![none](pictures/none.png)\n\n[two](two.md)\n", 'two.md' => "# Two\n\nfirst\n\nlast\n", 'pictures/drum.png' => 'the drum',
    ]);
    $this->browser = new Browser;
    $this->go = fn (string $path) => $this->browser->visit("/w/{$this->harbour->workspace->slug}/{$path}");
});

afterEach(fn () => $this->browser->close());

it('packs what is chosen once what leads out is answered, and blanks what it should not give away', function () {
    $browser = $this->browser->logIn($this->harbour->owner->email);
    ($this->go)("crates/pack?of={$this->harbour->document('book.md')->id}");
    $browser->sees('1 reference needs an answer')->sees('1 reference to answer first')->sees('3 files');
    $browser->find('[data-lead="pictures/none.png"] button')->click();
    $browser->sees('all are answered')->sees('Pack 3 files, 1 leads out');
    $browser->press('What could it give away?')->sees('Mara Quist')->find('[data-secret="Mara Quist"] select')->sendKeys('blank');
    $browser->press('Done')->fill('Name', 'For the printers')->fill('For whom', 'Ida')->press('Pack 3 files, 1 leads out')->sees('“For the printers” is packed: 3 files');
    expect($browser->faults())->toBe([]);
    $crate = Crate::query()->where('workspace_id', $this->harbour->workspace->id)->firstOrFail();
    $folder = config('hafenbuch.roots')[0].'/browsed-'.bin2hex(random_bytes(4));
    exec('unzip -qq '.escapeshellarg(storage_path("app/crates/{$crate->file}")).' -d '.escapeshellarg($folder));
    expect((string) file_get_contents("{$folder}/For the printers/data/book.md"))->toContain('author: ""')->and($this->harbour->read('book.md'))->toContain('Mara Quist');

    ($this->go)('crates');
    $browser->sees('For the printers')->sees('Ida')->sees('1 reference leads out');
    expect((string) file_get_contents("{$folder}/For the printers/index.html"))->toContain('Not complete: 1 reference leads out of it')->not->toContain('Mara Quist');
});

it('takes a crate back with what they changed, on a quay of its own', function () {
    $packed = $this->harbour->command('crate:pack', ['book.md', '--to', $folder = config('hafenbuch.roots')[0].'/lent-'.bin2hex(random_bytes(4)), '--folder', '--json']);
    expect($packed['code'])->toBe(0, $packed['err']);
    file_put_contents("{$folder}/data/two.md", "# Two\n\nfirst, by them\n\nlast\n");
    $browser = $this->browser->logIn($this->harbour->owner->email);
    ($this->go)('crates/take-in');
    $browser->fill('Path of a ZIP file or a folder', $folder)->press('Look into it')->sees('fault')->sees('It was changed, or damaged');
    $browser->tick('someone worked on its files')->sees('changed by them')->press('compare')->sees('first, by them');
    $browser->press('Take in 1 draft')->sees('1 draft came')->press('Look, compare and save')->sees('modified')->press('The whole quay')->press('Write 1 file')->sees('entry');
    expect($this->harbour->read('two.md'))->toBe("# Two\n\nfirst, by them\n\nlast\n")->and($browser->faults())->toBe([]);
});
