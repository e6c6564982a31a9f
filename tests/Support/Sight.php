<?php

declare(strict_types=1);

namespace Tests\Support;

/** Looks at a page at several sizes and in both colours: what lies outside, what is squeezed to nothing, and what axe-core finds. */
final class Sight
{
    /** Pixels: a telephone, twice enlarged, as most, very wide. */
    private const SIZES = [[360, 740], [740, 600], [1280, 800], [2560, 1200]];

    private const AXE_WIDTHS = [360, 1280, 2560];

    /** What is read or pressed and lies beside the page, where nothing brings it into sight, or has no room. */
    private const LAYOUT = <<<'JS'
        const faults = [];
        if (document.scrollingElement.scrollWidth > innerWidth) {
            faults.push(`the page is ${document.scrollingElement.scrollWidth} px wide`);
        }
        const scrolled = (one) => {
            for (let above = one.parentElement; above; above = above.parentElement) {
                // What is dragged about as a map is has no edge.
                if (above.matches('[data-panned]') || (/auto|scroll/.test(getComputedStyle(above).overflowX) && above.scrollWidth > above.clientWidth + 1)) {
                    return true;
                }
            }
            return false;
        };
        for (const one of document.querySelectorAll('button, a, input:not([type=hidden]):not([type=file]), select, h1, h2, h3, strong, b')) {
            if (!one.checkVisibility({ opacityProperty: true, visibilityProperty: true }) || [one, one.parentElement].some((each) => getComputedStyle(each).clipPath !== 'none') || one.closest('.cm-editor, [data-react-aria-prevent-focus]')) {
                continue;
            }
            const { left, right, top, bottom, width, height } = one.getBoundingClientRect();
            const name = `${one.tagName.toLowerCase()} “${(one.ariaLabel || one.innerText || one.placeholder || '').slice(0, 40)}”`;
            if (bottom > 0 && top < innerHeight && (width < 5 || height < 8) && one.innerText !== '') {
                faults.push(`${name} has ${Math.round(width)} × ${Math.round(height)} px`);
            } else if (bottom > 0 && top < innerHeight && (left < -1 || right > innerWidth + 1) && !scrolled(one)) {
                faults.push(`${name} lies outside`);
            }
        }
        return [...new Set(faults)];
        JS;

    private const AXE = <<<'JS'
        const done = arguments[arguments.length - 1];
        (async () => {
            const faults = [];
            for (const theme of ['day', 'night']) {
                document.documentElement.dataset.theme = theme;
                await new Promise(requestAnimationFrame);
                const found = await axe.run(document, { resultTypes: ['violations'] });
                faults.push(...found.violations.map((one) => `${theme}: ${one.id} at ${one.nodes.slice(0, 3).map((node) => node.html.slice(0, 160)).join(' | ')}`));
            }
            return faults;
        })().then(done, (error) => done([String(error)]));
        JS;

    public function __construct(private readonly Browser $browser) {}

    /** @return list<string> */
    public function faults(string $where): array
    {
        $faults = [];
        foreach (self::SIZES as [$width, $height]) {
            $this->browser->sized($width, $height);
            $found = (array) $this->browser->script(self::LAYOUT);
            if (in_array($width, self::AXE_WIDTHS, true)) {
                $this->browser->script('if (!window.axe) { (0, eval)(arguments[0]); }', (string) file_get_contents(base_path('node_modules/axe-core/axe.min.js')));
                array_push($found, ...(array) $this->browser->scriptAsync(self::AXE));
            }
            array_push($faults, ...array_map(static fn (string $fault): string => "{$where} at {$width} px: {$fault}", $found));
        }
        $this->browser->sized(1280, 800);

        return $faults;
    }
}
