import type { Extension } from '@codemirror/state';
import { EditorView, ViewPlugin, type ViewUpdate } from '@codemirror/view';

const BLINK_MS = 600;

/** Hides and shows the caret while the editor has the focus; after each key it is there. */
class Blinking {
    private timer: ReturnType<typeof setInterval> | undefined;
    private readonly isCalm = matchMedia('(prefers-reduced-motion: reduce)');

    constructor(private readonly view: EditorView) {
        this.begin();
    }

    update({ docChanged, selectionSet, focusChanged }: ViewUpdate): void {
        if (docChanged || selectionSet || focusChanged) {
            this.begin();
        }
    }

    destroy(): void {
        clearInterval(this.timer);
    }

    private begin(): void {
        clearInterval(this.timer);
        const { dom } = this.view;
        delete dom.dataset.caret;
        if (this.view.hasFocus && !this.isCalm.matches) {
            this.timer = setInterval(() => {
                dom.dataset.caret = dom.dataset.caret ? '' : 'off';
            }, BLINK_MS);
        }
    }
}

/**
 * A caret that blinks by a clock. An animation would have the browser draw sixty frames a second for as long as the page stands open, and
 * each key wait for the next of them.
 */
export const blinkingCaret: Extension = [
    ViewPlugin.fromClass(Blinking),
    EditorView.theme({
        // The editor itself begins its animation anew at each key.
        '&.cm-focused > .cm-scroller > .cm-cursorLayer': { animation: 'none !important' },
        '&[data-caret=off] > .cm-scroller > .cm-cursorLayer': { visibility: 'hidden' },
    }),
];
