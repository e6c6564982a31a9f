/** Sections in one stretch. The browser looks at each stretch whenever it draws, so that many small ones cost; and sets one whole, so that large ones do. */
const MOST = 8;

/**
 * The sections of a long text, in stretches of which the browser sets only those in sight. A section stands where it is put, whatever
 * stretches that takes: one that is full is cut in two there.
 */
export class Stretches {
    constructor(private readonly page: Document) {}

    clear(): void {
        this.page.body.replaceChildren();
    }

    /** @param before the section behind which it is put; null: it is the first of all */
    put(section: HTMLElement, before: HTMLElement | null): void {
        const stretch = before ? before.parentElement : this.page.body.firstElementChild;
        if (stretch && stretch.childElementCount < MOST) {
            stretch.insertBefore(section, before ? before.nextSibling : stretch.firstChild);
            return;
        }
        const next = this.page.createElement('div');
        this.page.body.insertBefore(next, before && stretch ? stretch.nextSibling : stretch);
        next.append(section);
        // What stood behind it goes along, so that there is room where somebody writes.
        while (before?.nextSibling) {
            next.append(before.nextSibling);
        }
    }

    remove(section: HTMLElement): void {
        const stretch = section.parentElement;
        section.remove();
        if (stretch?.childElementCount === 0) {
            stretch.remove();
        }
    }

    all(): HTMLElement[] {
        return [...this.page.body.querySelectorAll<HTMLElement>(':scope > div > section')];
    }

    /** @param one in the text */
    static sectionOf(one: Element | null | undefined): HTMLElement | null {
        return one?.closest<HTMLElement>('body > div > section') ?? null;
    }

    /** The section behind it. */
    static next(section: Element): HTMLElement | null {
        return (section.nextElementSibling ?? section.parentElement?.nextElementSibling?.firstElementChild ?? null) as HTMLElement | null;
    }

    /** The first one of which something is below the upper edge of the page. */
    firstInSight(): HTMLElement | null {
        const isInSight = (one: Element) => one.getBoundingClientRect().bottom > 0;
        // Whoever asks where a section out of sight is has its stretch set.
        const stretch = [...this.page.body.children].find(isInSight);
        return (stretch && ([...stretch.children].find(isInSight) as HTMLElement | undefined)) ?? null;
    }
}
