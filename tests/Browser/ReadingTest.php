<?php

declare(strict_types=1);

use App\Quay\Quay;
use Facebook\WebDriver\WebDriverKeys;
use Tests\Support\Browser;
use Tests\Support\Harbour;

beforeEach(function () {
    $this->harbour = new Harbour([
        'leaflet.html' => "<meta charset=\"iso-8859-1\">\n<title>F\xfchrung</title>\n<img src=\"pictures/well.png\">\n",
        'pictures/well.png' => 'a picture',
        'sheet.svg' => "<svg xmlns=\"http://www.w3.org/2000/svg\">\n<image href=pictures/well.png>",
    ]);
    symlink('pictures/well.png', $this->harbour->root.'/shown.png');
    $this->harbour->scan();
    (new Quay($this->harbour->workspace, $this->harbour->owner))->open([$this->harbour->document('leaflet.html')->id, $this->harbour->document('shown.png')->id]);
    $this->browser = new Browser;
});

afterEach(fn () => $this->browser->close());

it('edits a document in its own charset', function () {
    $browser = $this->browser->logIn($this->harbour->owner->email);
    $browser->at('leaflet.html')->keys(WebDriverKeys::ENTER)->sees('Führung')->sees('In windows-1252.')->inEditor();
    $browser->keys(WebDriverKeys::CONTROL, WebDriverKeys::HOME, WebDriverKeys::NULL)->keys('<!-- für Gäste -->')->sees('Draft kept')->sees('In windows-1252.');
    $browser->press('Save: see the plan')->press('Write 1 file')->sees('It can be taken back');
    expect($this->harbour->read('leaflet.html'))->toBe("<!-- f\xfcr G\xe4ste --><meta charset=\"iso-8859-1\">\n<title>F\xfchrung</title>\n<img src=\"pictures/well.png\">\n")
        ->and($browser->faults())->toBe([]);
});

it('tells what could not be read whole before something moves, and moves a link’s target', function () {
    $browser = $this->browser->logIn($this->harbour->owner->email);
    $browser->at('shown.png')->keys(WebDriverKeys::ENTER)->sees('A link')->sees('It leads to');
    $browser->press('Files')->press('1 document not read whole')->sees('sheet.svg')->press('Close');
    $browser->find('[data-path="pictures"]');
    $browser->at('pictures')->keys('m')->fill('New path', 'photographs')->press('See the plan')->sees('Move 1 file, write 2 files');
    $browser->press('1 thing to know first')->sees('contains “well.png”')->press('Move 1 file')->sees('It can be taken back');
    expect(readlink($this->harbour->root.'/shown.png'))->toBe('photographs/well.png')
        ->and($this->harbour->read('leaflet.html'))->toContain('src="photographs/well.png"')->toContain("F\xfchrung")
        ->and($browser->faults())->toBe([]);
});
