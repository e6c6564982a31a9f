<?php

declare(strict_types=1);

use App\Quay\Quay;
use Facebook\WebDriver\WebDriverKeys;
use Tests\Support\Browser;
use Tests\Support\Harbour;

/* Documents as what they are: words set beside their source, a sound as its wave, a solid to be turned, values as a table; and what hangs on them. */

beforeEach(function () {
    $wave = pack('A4VA8VvvVVvvA4V', 'RIFF', 36 + 8000, 'WAVEfmt ', 16, 1, 1, 8000, 8000, 1, 8, 'data', 8000).str_repeat("\x80\xA0\x80\x60", 2000);
    $this->harbour = new Harbour([
        'guide.md' => "# The guide\n\n[The tide](tide.md)\n\n<script>document.title = 'taken'</script><img src=x onerror=\"document.title = 'taken'\">\n\n![gauge](gauge.svg)\n\n![far](https://elsewhere.example/a.png)\n\n".implode("\n\n", array_map(static fn (int $n): string => "Paragraph {$n} of the guide.", range(1, 80)))."\n",
        'tide.md' => "# The tide\n", 'gauge.svg' => '<svg xmlns="http://www.w3.org/2000/svg" viewBox="0 0 40 20"><title>Gauge</title><rect width="40" height="20"/></svg>', 'gulls.wav' => $wave,
        'part.x3d' => '<?xml version="1.0"?><X3D profile="Immersive" version="4.0"><head><meta name="title" content="Part"/></head><Scene><Shape><Box/></Shape></Scene></X3D>', 'tides.csv' => "at;height\n06:12;\"3,1 m\"\n",
    ]);
    (new Quay($this->harbour->workspace, $this->harbour->owner))->open(array_map(fn (string $path): string => $this->harbour->document($path)->id, ['guide.md', 'tide.md', 'gauge.svg', 'gulls.wav', 'part.x3d', 'tides.csv']));
    $this->browser = (new Browser)->logIn($this->harbour->owner->email);
    $this->open = fn (string $path): Browser => $this->browser->at($path)->keys(WebDriverKeys::ENTER)->sees('Its past');
    $this->frame = 'document.querySelector("iframe[title$=\'as it is read\']").contentDocument';
    // The guide is set in slices, and its last paragraph comes last.
    $this->isWhole = "return [...{$this->frame}.querySelectorAll('p')].at(-1)?.textContent === 'Paragraph 80 of the guide.'";
});
afterEach(fn () => $this->browser->close());

it('sets a text beside its source while it is typed, and nothing of it acts', function () {
    ($this->open)('guide.md')->find("iframe[title$='as it is read']");
    $this->browser->until("return {$this->frame}.querySelector('h1')?.textContent === 'The guide' && {$this->frame}.querySelector('img[alt=gauge]')?.naturalWidth > 0");
    expect($this->browser->script("return [{$this->frame}.querySelectorAll('body script, body [onerror], body [style]').length, document.title === 'taken', {$this->frame}.title, {$this->frame}.querySelectorAll('img[src*=elsewhere]').length]"))->toBe([0, false, '', 0]);
    $this->browser->inEditor()->keys(WebDriverKeys::CONTROL.WebDriverKeys::HOME)->keys(WebDriverKeys::END, ' for everybody')->until("return {$this->frame}.querySelector('h1').textContent === 'The guide for everybody'");
    // What was typed is there after something else was shown.
    $this->browser->press('as it looks')->until('return !document.querySelector(".cm-content").checkVisibility()')->press('the source')->until('return document.querySelector(".cm-content").innerText.includes("The guide for everybody")');
    $this->browser->inEditor()->keys(WebDriverKeys::CONTROL.WebDriverKeys::HOME)->keys(WebDriverKeys::END, ', by boat')->sees('Draft kept');
    for ($until = microtime(true) + 15; microtime(true) < $until && ! str_starts_with($this->harbour->workingText('guide.md'), '# The guide for everybody, by boat'); usleep(100_000)) {
        // The edit is on its way.
    }
    expect($this->harbour->workingText('guide.md'))->toStartWith('# The guide for everybody, by boat');
    // What the browser says of it is that it was kept from running.
    expect(array_filter($this->browser->faults(), static fn (string $fault): bool => ! str_contains($fault, 'Executing inline event handler violates')))->toBe([]);
});

it('has references underlined also while what is typed is not on the server', function () {
    ($this->open)('guide.md')->until('return document.querySelectorAll(".cm-content .reference").length > 2');
    $this->browser->inEditor()->keys(WebDriverKeys::CONTROL.WebDriverKeys::HOME)->offline(true)->keys('by boat ')->sees('Not kept on the server yet');
    expect($this->browser->script('return [...document.querySelectorAll(".cm-content .reference")].map((one) => one.textContent)'))->toBe(['tide.md', 'x', 'gauge.svg', 'https://elsewhere.example/a.png']);
    $this->browser->offline(false)->sees('Draft kept');
});

it('sets each paragraph where it stands in the source, wherever of a long text it was written', function () {
    $text = implode('', array_map(static fn (int $n): string => "Line {$n} of the log.\n\n", range(1, 400)));
    $this->harbour->draft('log.md', $text);
    $this->browser->visit("/w/{$this->harbour->workspace->slug}/quay");
    $shown = "[...{$this->frame}.querySelectorAll('p')].map((one) => one.textContent)";
    ($this->open)('log.md')->find("iframe[title$='as it is read']");
    $this->browser->until("return {$shown}.length === 400");
    $pasted = static fn (string $what, int $of): array => array_map(static fn (int $n): string => "{$what} {$n}.", range(1, $of));
    foreach ([['Above', 150, WebDriverKeys::HOME], ['Below', 90, WebDriverKeys::END]] as [$what, $of, $where]) {
        $this->browser->inEditor()->keys(WebDriverKeys::CONTROL.$where);
        $this->browser->script('document.execCommand("insertText", false, arguments[0])', implode('', array_map(static fn (string $line): string => "{$line}\n\n", $pasted($what, $of))));
    }
    $wanted = [...$pasted('Above', 150), ...array_map(static fn (int $n): string => "Line {$n} of the log.", range(1, 400)), ...$pasted('Below', 90)];
    $this->browser->until("return {$shown}.join('|') === ".json_encode(implode('|', $wanted)));
});

it('leaves what is not written on as it is, and asks for its pictures anew when they change', function () {
    ($this->open)('guide.md')->find("iframe[title$='as it is read']");
    $this->browser->until($this->isWhole)->until("return {$this->frame}.querySelector('img[alt=gauge]')?.naturalWidth > 0");
    $this->browser->script("[...{$this->frame}.querySelectorAll('p')].at(-1).wasThere = true");
    $this->browser->inEditor()->keys(WebDriverKeys::CONTROL.WebDriverKeys::HOME)->keys(WebDriverKeys::END, ' for everybody')->until("return {$this->frame}.querySelector('h1').textContent === 'The guide for everybody'");
    expect($this->browser->sees('Draft kept')->script("return [...{$this->frame}.querySelectorAll('p')].at(-1).wasThere"))->toBeTrue();
    $before = json_encode($this->browser->script("return {$this->frame}.querySelector('img[alt=gauge]').src"));
    $this->harbour->draft('gauge.svg', '<svg xmlns="http://www.w3.org/2000/svg" viewBox="0 0 40 80" width="40" height="80"><title>Gauge</title></svg>');
    $this->browser->until("return {$this->frame}.querySelector('img[alt=gauge]').src !== {$before} && {$this->frame}.querySelector('img[alt=gauge]').naturalHeight === 80");
    expect($this->browser->script("return [...{$this->frame}.querySelectorAll('p')].at(-1).wasThere"))->toBeTrue();
});

it('scrolls words and source together, and follows their links', function () {
    ($this->open)('guide.md')->find("iframe[title$='as it is read']");
    $this->browser->until($this->isWhole);
    $this->browser->script('document.querySelector(".cm-scroller").scrollTop = 1400');
    $this->browser->until("return {$this->frame}.defaultView.scrollY > 300");
    $before = $this->browser->script('return document.querySelector(".cm-scroller").scrollTop');
    $this->browser->script("{$this->frame}.defaultView.scrollTo(0, 0); {$this->frame}.dispatchEvent(new WheelEvent('wheel'))");
    $this->browser->until("return document.querySelector('.cm-scroller').scrollTop < {$before} - 300");
    $this->browser->script("{$this->frame}.querySelector('a').click()");
    $this->browser->until('return document.querySelector("h1").textContent === "The tide"');
});

it('shows a sound as its wave, a solid to be turned, values as a table', function () {
    ($this->open)('gulls.wav')->sees('of 1.0 s')->find('[aria-label="The wave of gulls.wav"]');
    $this->browser->press('Back to the quay');
    ($this->open)('tides.csv')->press('as it looks')->until('return document.querySelector("table td:nth-child(2)")?.textContent === "3,1 m"');
    $this->browser->press('Back to the quay');
    ($this->open)('part.x3d')->press('as it looks')->find('x3d-canvas');
    $this->browser->until('return performance.getEntriesByType("resource").some((one) => one.name.endsWith("/show/part.x3d") && one.responseStatus === 200)');
});

it('shows a solid whose profile has scripts, and runs none of them', function () {
    $script = '<Script DEF="s"><![CDATA[ecmascript: function initialize() { document.title = "taken over"; }]]></Script>';
    $this->harbour->put('model.x3d', '<?xml version="1.0"?><X3D profile="Immersive" version="4.0"><Scene>'.$script.'<Inline url=\'"part.x3d"\'/><ROUTE fromNode="s" fromField="a" toNode="s" toField="b"/></Scene></X3D>');
    $this->harbour->scan();
    $model = $this->harbour->document('model.x3d');
    $this->browser->visit("/w/{$this->harbour->workspace->slug}/documents/{$model->id}")->sees('as it looks')->press('as it looks')->find('x3d-canvas');
    $this->browser->press('1 part')->tick('Part')->sees('1 hidden');
    expect($this->browser->script('return document.title'))->not->toContain('taken over');
});

it('lists the parts of a solid, hides and opens them, and has its small picture show it from where it was turned to', function () {
    $this->harbour->put('model.x3d', '<?xml version="1.0"?><X3D profile="Immersive" version="4.0"><head><meta name="title" content="Model"/></head><Scene><Inline url=\'"part.x3d"\'/><Inline url=\'"lost.x3d"\'/></Scene></X3D>');
    $this->harbour->scan();
    $this->harbour->draft('part.x3d', '<?xml version="1.0"?><X3D profile="Immersive" version="4.0"><head><meta name="title" content="Part"/></head><Scene><Shape><Sphere/></Shape></Scene></X3D>');
    $model = $this->harbour->document('model.x3d');
    $this->browser->visit("/w/{$this->harbour->workspace->slug}/documents/{$model->id}")->sees('as it looks')->press('as it looks')->find('x3d-canvas');
    $this->browser->press('2 parts, 2 of note')->sees('is not there')->sees('modified')->tick('Part')->sees('1 hidden');
    // A turn is remembered, and can be what its small picture shows.
    $this->browser->script('const canvas = document.querySelector("x3d-canvas"); canvas.dispatchEvent(new PointerEvent("pointerdown", { clientX: 1, clientY: 1, bubbles: true }));');
    $this->browser->press('more')->choose('Its small picture')->sees('all of it, as it is drawn where nobody chooses')->tick('Renew it when the content changes')->press('Show it so')->sees('chose it');
    expect(App\Models\PictureChoice::query()->find($model->id)?->hash)->toBe($model->saved_hash);
    $this->browser->press('Done')->press('open')->until('return document.querySelector("h1").textContent === "Part"');
});

it('says of a drawing that is gone that it is, and where it was', function () {
    unlink("{$this->harbour->workspace->root}/gauge.svg");
    $this->harbour->scan();
    $this->browser->visit("/w/{$this->harbour->workspace->slug}/documents/{$this->harbour->document('gauge.svg')->id}")->sees('Its file is gone')->lacks('iframe');
    $this->browser->press('Look into its past')->sees('Past of');
});

it('shows what hangs on a document as a chart, by its keys, and as a list', function () {
    $this->browser->at('tide.md')->keys('e')->sees('What hangs on The tide')->sees('1 document would show a change of it');
    $start = 'document.getElementById("reach-'.$this->harbour->document('tide.md')->id.'")';
    $this->browser->script("{$start}.focus()");
    $this->browser->keys(WebDriverKeys::ARROW_RIGHT)->until('return document.activeElement.textContent.includes("The guide")');
    $this->browser->keys(WebDriverKeys::ARROW_LEFT)->until("return document.activeElement === {$start}");
    $this->browser->press('as a list')->sees('directly')->press('what it hangs on')->sees('It shows nothing else');
    $this->browser->press('what hangs on it')->press('as a chart')->keys(WebDriverKeys::TAB);
    expect($this->browser->faults())->toBe([]);
});

it('shows a part in its parent as soon as someone writes on it, and again', function () {
    $harbour = new Harbour([
        'panel.svg' => '<svg xmlns="http://www.w3.org/2000/svg" viewBox="0 0 40 20"><title>Panel</title><image href="gauge.svg" width="20" height="20"/></svg>',
        'gauge.svg' => '<svg xmlns="http://www.w3.org/2000/svg" viewBox="0 0 40 20"><title>Gauge</title><rect width="4" height="4"/></svg>',
    ]);
    $browser = (new Browser)->logIn($harbour->owner->email);
    try {
        $browser->visit("/w/{$harbour->workspace->slug}/documents/{$harbour->document('panel.svg')->id}")->sees('as it looks')->press('as it looks');
        // What it places is asked for again whenever the frame is made anew.
        $address = 'document.querySelector("iframe[title^=Picture]")?.src';
        foreach (['11', '12', '13'] as $width) {
            $before = (string) $browser->script("return {$address} ?? ''");
            // The first edit makes it modified; of the others only the words differ.
            $harbour->draft('gauge.svg', "<svg xmlns=\"http://www.w3.org/2000/svg\" viewBox=\"0 0 40 20\"><title>Gauge</title><rect width=\"{$width}\" height=\"4\"/></svg>");
            $browser->until("return {$address} !== undefined && {$address} !== ".json_encode($before));
        }
    } finally {
        $browser->close();
    }
});

it('shows a part of a part in the view of what takes in both, also when it is edited again', function () {
    $svg = static fn (string $inside): string => "<svg xmlns=\"http://www.w3.org/2000/svg\" viewBox=\"0 0 40 20\"><title>Gauge</title>{$inside}</svg>";
    $dial = static fn (int $width): string => $svg("<rect width=\"{$width}\" height=\"4\"/>");
    $harbour = new Harbour(['panel.svg' => $svg('<image href="gauge.svg" width="20" height="20"/>'), 'gauge.svg' => $svg('<image href="dial.svg" width="20" height="20"/>'), 'dial.svg' => $dial(4)]);
    $browser = (new Browser)->logIn($harbour->owner->email);
    try {
        $browser->visit("/w/{$harbour->workspace->slug}/documents/{$harbour->document('panel.svg')->id}")->sees('as it looks')->press('as it looks');
        $address = 'document.querySelector("iframe[title^=Picture]")?.src';
        foreach ([11, 12, 13] as $width) {
            $before = (string) $browser->script("return {$address} ?? ''");
            $harbour->draft('dial.svg', $dial($width));
            $browser->until("return {$address} !== undefined && {$address} !== ".json_encode($before));
        }
    } finally {
        $browser->close();
    }
});
