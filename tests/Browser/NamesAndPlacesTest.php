<?php

declare(strict_types=1);

use App\Quay\Quay;
use Facebook\WebDriver\WebDriverKeys;
use Tests\Support\Browser;
use Tests\Support\Harbour;

beforeEach(function () {
    $svg = static fn (string $title, string $inner = ''): string => "<svg xmlns=\"http://www.w3.org/2000/svg\">\n  <title>{$title}</title>\n{$inner}</svg>\n";
    $this->harbour = new Harbour([
        'book.md' => "# Guide\n\n![gauge](mechanism/gauge.svg)\n",
        'show.md' => "# Show\n\n![gauge](mechanism/gauge.svg)\n",
        'mechanism/gauge.svg' => $svg('Gauge', "  <image href=\"parts/arm.svg\"/>\n  <image href=\"parts/drum.svg\"/>\n"),
        'mechanism/parts/arm.svg' => $svg('Arm', "  <image href=\"drum.svg\"/>\n"), 'mechanism/parts/drum.svg' => $svg('Drum'),
        'templates/panel.svg' => $svg('{{title}}'),
    ]);
    (new Quay($this->harbour->workspace, $this->harbour->owner))->open(array_map(fn (string $path): string => $this->harbour->document($path)->id, ['mechanism/gauge.svg', 'book.md']));
    $this->browser = new Browser;
    $this->at = "/w/{$this->harbour->workspace->slug}";
});

afterEach(fn () => $this->browser->close());

it('saves as, and asks who follows', function () {
    $harbour = $this->harbour;
    $before = $harbour->hashes();
    $browser = $this->browser->logIn($harbour->owner->email);
    $browser->at('mechanism/gauge.svg')->keys('v')->sees('Who follows to the new name?')->rowSays('mechanism/gauge.svg', 'nobody follows');
    $browser->tick('those open here')->rowSays('mechanism/gauge.svg', 'those open here follow')->sees('change 1 draft');
    $browser->press('save too')->sees('Write 2 files');
    $browser->fill('New path in the workspace', 'mechanism/gauge-north.svg')->rowSays('mechanism/gauge.svg', 'save as gauge-north.svg');
    $browser->press('Write 2 files')->sees('It can be taken back')->rowSays('mechanism/gauge-north.svg', 'as saved');

    expect(array_keys(array_diff_assoc($harbour->hashes(), $before)))->toEqualCanonicalizing(['book.md', 'mechanism/gauge-north.svg'])
        ->and($harbour->read('book.md'))->toContain('(mechanism/gauge-north.svg)')->and($harbour->read('show.md'))->toContain('(mechanism/gauge.svg)');
    $browser->press('entry 1')->sees('Saved gauge.svg as gauge-north.svg')->press('Take it back')->sees('Takes back entry 1')->press('remove 1 file')->sees('· taken back');
    expect($harbour->hashes())->toBe($before)->and($browser->faults())->toBe([]);
});

it('has nothing decided any more after a save that was asked for while the decision was still on its way', function () {
    $this->harbour->draft('book.md', "# Guide, rewritten\n");
    $browser = $this->browser->logIn($this->harbour->owner->email)->at('book.md');
    $browser->script(<<<'JS'
        const send = window.fetch;
        window.fetch = async (request, options) => {
            if (request.method !== 'PATCH' || ! request.url.endsWith('/decisions')) {
                return send(request, options);
            }
            await new Promise((later) => setTimeout(later, 1500));
            const answer = await send(request, options);
            window.landed = true;
            return answer;
        };
        JS);
    $browser->keys('s')->press('Write 1 file')->sees('It can be taken back')->until('return window.landed === true')->idle();
    expect($browser->text())->not->toContain('Stopped')->and((new App\Quay\KeptDecisions($this->harbour->workspace, $this->harbour->owner))->all())->toBe([]);
});

it('copies a document with all below it under a naming rule', function () {
    $harbour = $this->harbour;
    $harbour->put('north/parts/n-arm.svg', '<svg xmlns="http://www.w3.org/2000/svg"/>');
    $harbour->scan();
    $browser = $this->browser->logIn($harbour->owner->email);
    $browser->menu('mechanism/gauge.svg', 'Copy with all below')->sees('3 documents, each once');
    $browser->fill('Folder that holds the copy', 'north')->fill('Before the name', 'n-')->sees('There is a document at north/parts/n-arm.svg already');
    $browser->press('Take all suggestions')->press('Copy 3 documents');
    $browser->sees('3 documents copied, 3 references inside the copy, 0 leading back');
    expect($harbour->read('north/n-gauge.svg'))->toContain('href="parts/n-arm-2.svg"')->toContain('href="parts/n-drum.svg"')
        ->and($harbour->read('north/parts/n-arm-2.svg'))->toContain('href="n-drum.svg"');
    $browser->press('Open the copy')->sees('north/n-gauge.svg')->sees('A copy of');
    expect($browser->faults())->toBe([]);
});

it('moves a folder by the file view, and every reference follows', function () {
    $harbour = $this->harbour;
    $browser = $this->browser->logIn($harbour->owner->email);
    $browser->keys('f')->find('[role=treegrid] [data-path="mechanism"]');
    // Dropped on a folder by mouse, then renamed by keyboard; both are decisions before they are acts.
    $browser->script("
        const data = new DataTransfer();
        const at = (path, type) => document.querySelector('[data-path=\"' + path + '\"]').dispatchEvent(new DragEvent(type, { bubbles: true, cancelable: true, dataTransfer: data }));
        at('mechanism', 'dragstart'); at('templates', 'dragover'); at('templates', 'drop');
    ");
    $browser->sees('Move 3 files, write 2 files');
    expect($harbour->read('mechanism/gauge.svg'))->not->toBeNull();
    $browser->press('Leave everything as it is');
    // What cannot be is said where it was asked for.
    $browser->at('mechanism')->keys('m')->sees('every reference follows')->fill('New path', '../works')->press('See the plan')->until('return document.querySelector("[role=dialog] [role=alert]")?.textContent.includes("leads out of the workspace")');
    $browser->fill('New path', 'works')->lacks('[role=dialog] [role=alert]')->press('See the plan');
    $browser->sees('Move 3 files, write 2 files')->press('Move 3 files')->sees('It can be taken back');
    expect($harbour->read('book.md'))->toContain('(works/gauge.svg)')->and($harbour->read('works/parts/arm.svg'))->not->toBeNull()->and(is_dir($harbour->root.'/mechanism'))->toBeFalse();
    $browser->at('works')->keys(WebDriverKeys::ARROW_RIGHT)->find('[data-path="works/gauge.svg"]');
    $browser->menu('works/gauge.svg', 'Delete')->sees('book.md refers to it.')->press('Accept the stray in book.md')->press('Accept the stray in show.md')->press('Remove 1 file')->sees('It can be taken back');
    expect($harbour->read('works/gauge.svg'))->toBeNull()->and($browser->faults())->toBe([]);
});

it('refers to a new document, begun from a template', function () {
    $harbour = $this->harbour;
    $harbour->workspace->update(['settings' => ['templates' => 'templates', 'numbering' => ['SVG' => 'GH-{0000}']]]);
    $browser = $this->browser->logIn($harbour->owner->email);
    $browser->visit("{$this->at}/documents/{$harbour->document('book.md')->id}")->press('Add a reference')->tick('image')->press('To a new document')->press('SVG')->sees('GH-0001 is reserved for you');
    $browser->fill('Title', 'Pen carriage')->press('Make it')->sees('GH-0001 pen-carriage.svg');
    $browser->sees('Pen carriage');
    expect($harbour->workingText('book.md'))->toContain('![Pen carriage](GH-0001%20pen-carriage.svg)')->and($harbour->workingText('GH-0001 pen-carriage.svg'))->toContain('<title>Pen carriage</title>');
    $browser->lacks('[role=dialog]')->find('[aria-label="take out the reference to Pen carriage"]')->click();
    $browser->lacks('a[title="GH-0001 pen-carriage.svg"]');
    expect($harbour->workingText('book.md'))->not->toContain('pen-carriage')->and($browser->faults())->toBe([]);
});

it('keeps stages, and goes on from any of them', function () {
    $harbour = $this->harbour;
    $browser = $this->browser->logIn($harbour->owner->email);
    $browser->at('mechanism/gauge.svg')->keys('x')->sees('Save as the next stage')->rowSays('mechanism/gauge.svg', 'save as gauge-02.svg')->rowSays('mechanism/gauge.svg', 'those open here follow');
    $browser->fill('What this stage is', 'before the storm')->press('Write 1 file')->sees('It can be taken back')->rowSays('mechanism/gauge-02.svg', 'as saved');
    $browser->menu('mechanism/gauge-02.svg', 'Its stages')->sees('before the storm')->sees('gauge.svg');
    $browser->press('Go on from this stage')->sees('Save as the next stage')->rowSays('mechanism/gauge-02.svg', 'save as gauge-03.svg');
    expect($browser->faults())->toBe([]);
});

it('keeps a locked document from others, and shows whose it is', function () {
    $harbour = $this->harbour;
    $harbour->draft('book.md', '# Guide, changed');
    $ida = $harbour->member('Ida');
    App\Drafts\Locks::take($harbour->document('book.md'), $ida);
    $browser = $this->browser->logIn($harbour->owner->email);
    $browser->rowSays('book.md', 'locked by Ida')->decide('book.md', 'save')->sees('Ida has locked it.');
    $browser->press('Leave it unsaved')->menu('book.md', 'Release their lock')->rowSays('book.md', 'modified');
    $browser->menu('book.md', 'Lock for me')->sees('others read it')->fill('Note for the others', 'I turn the drum')->press('Lock it')->lacks('[role=dialog]');
    $browser->menu('book.md', 'Release the lock');
    expect($browser->faults())->toBe([]);
});

it('says once why a path cannot be had, and takes another', function () {
    $browser = $this->browser->logIn($this->harbour->owner->email);
    $browser->keys('w')->sees('Proposed path')->fill('Title', 'Aside')->fill('Proposed path', '../../aside.md')->sees('leads out of the workspace');
    $browser->keys(WebDriverKeys::ENTER);
    expect(substr_count($browser->idle()->text(), 'leads out of the workspace'))->toBe(1);
    $browser->fill('Proposed path', 'aside.md')->keys(WebDriverKeys::ENTER)->sees('Its past');
    expect($this->harbour->document('aside.md')->title)->toBe('Aside')->and($browser->text())->not->toContain('leads out')->and($browser->faults())->toBe([]);
});
