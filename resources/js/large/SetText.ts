import DOMPurify from 'dompurify';
import { alike } from './alike';
import type { Block } from './reading';
import { Stretches } from './Stretches';

/** The page is not kept from keys for longer. */
const SLICE_MS = 6;

const CLEANED = {
    RETURN_DOM_FRAGMENT: true as const,
    ADD_ATTR: ['data-line'],
    FORBID_TAGS: ['style', 'form', 'input', 'button', 'textarea', 'select', 'iframe', 'object', 'embed', 'audio', 'video', 'svg', 'math'],
    FORBID_ATTR: ['style', 'srcset', 'id', 'name'],
};

interface Shown {
    html: string;
    section: HTMLElement;
}

/** So few are set without asking whether they are in sight, which has the browser lay out the page. */
const FEW = 4;

/** What nobody sees yet is set when so long nothing new has come and no key was pressed, in milliseconds: whoever types has the page for themselves. */
const REST_MS = 1000;

/** Pixels from the left of the page, where a section is. */
const INSIDE = 40;

function soon(work: () => void, after = 0): () => void {
    const timer = setTimeout(work, after);
    return () => clearTimeout(timer);
}

function idle(work: () => void): () => void {
    if (!window.requestIdleCallback) {
        return soon(work);
    }
    const request = requestIdleCallback(work);
    return () => cancelIdleCallback(request);
}

/** The blocks of a text in a page. What has not changed stays as it is; what is new comes in slices, what is in sight first. */
export class SetText {
    private shown: Shown[] = [];
    /** What is to be in sections that are there already. */
    private readonly unfilled = new Map<HTMLElement, string>();
    /** Where each begins in the source. */
    private readonly lines = new WeakMap<HTMLElement, number>();
    private cancel = () => {};
    private restsAt = 0;
    private state = '';
    private readonly stretches: Stretches;

    /** @param base  the address by which the text is shown, from which it refers to its pictures */
    constructor(
        private readonly page: Document,
        private readonly base: URL,
        private readonly pictures: string,
    ) {
        this.stretches = new Stretches(page);
        this.stretches.clear();
        page.addEventListener('scroll', this.scrolled, { passive: true });
    }

    /** What comes into sight is set at once. */
    private readonly scrolled = () => {
        if (this.unfilled.size > 0) {
            this.cancel();
            this.cancel = soon(() => this.fill());
        }
    };

    /** Somebody types. */
    wait(): void {
        this.restsAt = performance.now() + REST_MS;
    }

    /** Whether there is anything of a text yet. */
    get isShown(): boolean {
        return this.shown.length > 0;
    }

    /** @param state  of what it takes in; with another one its pictures are asked for anew */
    show(blocks: Block[], state: string): void {
        const before = this.shown;
        const [same, rest] = alike(before, blocks, (one, other) => one.html === other.html);
        const fresh = blocks.slice(same, blocks.length - rest).map((block) => this.placeFor(block));
        const gone = before.slice(same, before.length - rest);
        let last = before[same - 1]?.section ?? null;
        for (const { section } of fresh) {
            this.stretches.put(section, last);
            last = section;
        }
        for (const { section } of gone) {
            this.stretches.remove(section);
            this.unfilled.delete(section);
        }
        this.shown = [...before.slice(0, same), ...fresh, ...before.slice(before.length - rest)];
        this.shown.forEach(({ section }, index) => {
            this.lines.set(section, blocks[index]?.line ?? 0);
        });
        this.renew(state);
        this.cancel();
        if (before.length > 0) {
            this.wait();
        }
        this.fill();
    }

    /** The line of the source that something in the text comes from. */
    lineOf(one: HTMLElement): number {
        const section = Stretches.sectionOf(one);
        return ((section && this.lines.get(section)) ?? 0) + (Number(one.dataset.line) || 0);
    }

    private renew(state: string): void {
        if (state !== this.state) {
            this.state = state;
            for (const { section } of this.shown) {
                for (const image of section.querySelectorAll<HTMLImageElement>('img[data-from]')) {
                    image.src = this.stated(image.src);
                }
            }
        }
    }

    end(): void {
        this.cancel();
        this.page.removeEventListener('scroll', this.scrolled);
    }

    private placeFor({ html, isFront }: Block): Shown {
        const section = this.page.createElement('section');
        if (isFront) {
            section.className = 'front';
        }
        this.unfilled.set(section, html);
        return { html, section };
    }

    private fill(): void {
        const until = performance.now() + SLICE_MS;
        const isFew = this.unfilled.size <= FEW;
        // Asked once for all that is set in this slice.
        const seen = isFew ? [] : this.inSight();
        const isResting = until > this.restsAt;
        for (const section of seen.length > 0 ? seen : isFew || isResting ? this.unfilled.keys() : []) {
            section.replaceChildren(this.page.importNode(this.cleaned(this.unfilled.get(section) ?? ''), true));
            this.unfilled.delete(section);
            if (performance.now() > until) {
                break;
            }
        }
        if (this.unfilled.size > 0) {
            const goesOn = () => this.fill();
            // What nobody sees yet comes when nothing else is to be done.
            this.cancel =
                isFew || seen.length > 0 ? soon(goesOn) : isResting ? idle(goesOn) : soon(goesOn, this.restsAt - performance.now());
        }
    }

    /** The sections in sight that are not filled. */
    private inSight(): HTMLElement[] {
        const height = this.page.defaultView?.innerHeight ?? 0;
        const seen: HTMLElement[] = [];
        let one = Stretches.sectionOf(this.page.elementFromPoint(INSIDE, 1)) ?? this.stretches.firstInSight();
        for (; one && one.getBoundingClientRect().top < height; one = Stretches.next(one)) {
            if (this.unfilled.has(one)) {
                seen.push(one);
            }
        }
        return seen;
    }

    /** Nothing of a document acts in the page, loads from elsewhere or stands over something else. */
    private cleaned(html: string): DocumentFragment {
        const clean = DOMPurify.sanitize(html, CLEANED);
        for (const image of clean.querySelectorAll('img')) {
            const from = image.getAttribute('src') ?? '';
            const to = URL.canParse(from, this.base) ? new URL(from, this.base) : null;
            if (to?.origin === this.base.origin && to.pathname.startsWith(this.pictures)) {
                image.src = this.stated(to.href);
                image.setAttribute('data-from', from);
            } else {
                image.removeAttribute('src');
                image.alt = `(not loaded from elsewhere: ${from}) ${image.alt}`;
            }
        }
        return clean;
    }

    private stated(address: string): string {
        const url = new URL(address);
        url.searchParams.set('state', this.state);
        return url.href;
    }
}
