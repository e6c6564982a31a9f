<?php

declare(strict_types=1);

use Facebook\WebDriver\WebDriverKeys;
use Tests\Support\Browser;
use Tests\Support\Harbour;

/* Finding, keeping and replacing, by the keyboard alone. */

beforeEach(function () {
    $this->harbour = new Harbour([
        'mechanism/drum.x3d' => '<X3D><head><meta name="title" content="Recording drum"/><meta name="material" content="brass"/></head><Scene/></X3D>',
        'guidebook/flood.md' => "# The flood of 1893\n\nIt came at night.\n\nThe pen carriage was lost with the drum.\n",
        'guidebook/möwen.md' => "# Möwen am Pegelhaus\n",
    ]);
    $this->browser = (new Browser)->logIn($this->harbour->owner->email);
    $this->place = "/w/{$this->harbour->workspace->slug}";
    $this->browser->visit("{$this->place}/quay")->sees('what you have open');
});
afterEach(fn () => $this->browser->close());

it('finds by words and filters, and opens what was found at its place', function () {
    $this->browser->keys(WebDriverKeys::ALT.'s')->keys('drum')->sees('2 documents')->sees('The pen carriage was lost with the');
    $this->browser->keys(' in guidebook')->sees('1 document')->find('[aria-label="take out: in guidebook"]');
    $this->browser->keys(WebDriverKeys::ARROW_DOWN)->keys(WebDriverKeys::ALT.'b')->sees('bookmark kept: The flood of 1893');
    $this->browser->keys(WebDriverKeys::ENTER)->sees('It came at night.')->until('return location.search === "?line=5"');
    $this->browser->keys(WebDriverKeys::ALT.'l')->sees('Your bookmarks')->sees('The flood of 1893');
});

it('takes a filter out, forgives one letter, and says so', function () {
    $this->browser->visit("{$this->place}/find?q=recroding%20in%20guidebook")->sees('nothing found')->sees('looked for “recording”');
    $this->browser->press('in guidebook')->sees('1 document')->sees('mechanism')->until('return document.getElementById("find-field").value === "recroding"');
    $this->browser->visit("{$this->place}/find?q=mowen")->sees('Möwen am Pegelhaus');
});

it('replaces in what was chosen, as drafts', function () {
    $this->browser->visit("{$this->place}/find/replace?find=drum")->sees('1 of 1 place')->fill('becomes', 'cylinder')->sees('Make 2 drafts: 2 places')->tick('Recording drum')->press('Make 1 draft: 1 place')->rowSays('guidebook/flood.md', 'modified');
    expect($this->harbour->workingText('guidebook/flood.md'))->toContain('lost with the cylinder')->and($this->harbour->read('guidebook/flood.md'))->toContain('drum');
});

it('keeps a search, which narrows the quay', function () {
    foreach (['mechanism/drum.x3d', 'guidebook/flood.md'] as $path) {
        $this->harbour->draft($path, str_replace('flood', 'great flood', (string) $this->harbour->read($path)).' ');
    }
    $this->browser->visit("{$this->place}/find?q=material%20is%20brass")->sees('1 document')->press('Keep this search')->sees('bookmark kept: material is brass');
    $this->browser->visit("{$this->place}/quay")->rowSays('guidebook/flood.md', 'modified')->idle()->press('more')->choose('Only what is found by “material is brass”');
    $this->browser->until('return document.querySelector("[data-path=\"guidebook/flood.md\"]") === null')->rowSays('mechanism/drum.x3d', 'modified');
});

it('drags a bookmark into a folder', function () {
    foreach ([['kind' => 'folder', 'name' => 'Mechanism', 'leadsTo' => ''], ['kind' => 'search', 'name' => 'Brass', 'leadsTo' => 'material is brass']] as $item) {
        (new App\Quay\Bookmarks($this->harbour->workspace, $this->harbour->owner, true))->add([$item], null, false);
    }
    $this->browser->visit("{$this->place}/find")->sees('Brass');
    $this->browser->script(<<<'JS'
        const line = (name) => [...document.querySelectorAll('[data-bookmark]')].find((one) => one.textContent.includes(name)).closest('[draggable]');
        const [from, to] = [line('Brass'), line('Mechanism')];
        const box = to.getBoundingClientRect();
        const data = new DataTransfer();
        const tell = (on, kind) => on.dispatchEvent(new DragEvent(kind, { bubbles: true, cancelable: true, dataTransfer: data, clientX: box.left + 90, clientY: box.top + box.height / 2 }));
        tell(from, 'dragstart');
        setTimeout(() => { tell(to, 'dragover'); setTimeout(() => { tell(to, 'drop'); tell(from, 'dragend'); }, 60); }, 60);
        JS);
    $this->browser->until('return [...document.querySelectorAll("li li [data-bookmark]")].some((one) => one.textContent.includes("Brass"))');
    expect(App\Models\Bookmark::query()->where('name', 'Brass')->where('workspace_id', $this->harbour->workspace->id)->value('parent_id'))->not->toBeNull();
});
