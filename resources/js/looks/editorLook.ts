import { foldEffect, foldedRanges, unfoldEffect } from '@codemirror/language';
import { EditorSelection, type StateEffect } from '@codemirror/state';
import { EditorView } from '@codemirror/view';
import type { LookSettings } from '../api/client';

/** More folds than this are not worth remembering. */
const FOLDS = 500;

/** What of a view the editor knows. */
export function lookOf(view: EditorView): LookSettings {
    const { state } = view;
    const main = state.selection.main;
    const folds: number[][] = [];
    foldedRanges(state).between(0, state.doc.length, (from, to) => {
        if (folds.length < FOLDS) {
            folds.push([from, to]);
        }
    });
    const top = view.lineBlockAtHeight(view.scrollDOM.scrollTop - view.documentPadding.top);
    return { anchor: main.anchor, caret: main.head, line: state.doc.lineAt(Math.min(top.from, state.doc.length)).number, folds };
}

/** Looks at the text like that, as far as it is long enough. */
export function lookLike(view: EditorView, look: LookSettings): void {
    const { state } = view;
    const within = (place: number) => Math.min(Math.max(0, place), state.doc.length);
    const effects: StateEffect<unknown>[] = [];
    foldedRanges(state).between(0, state.doc.length, (from, to) => {
        effects.push(unfoldEffect.of({ from, to }));
    });
    for (const [from, to] of (look.folds ?? []) as [number, number][]) {
        if (from < to && to <= state.doc.length) {
            effects.push(foldEffect.of({ from, to }));
        }
    }
    if (look.line !== undefined) {
        const line = state.doc.line(Math.min(Math.max(1, look.line), state.doc.lines));
        effects.push(EditorView.scrollIntoView(line.from, { y: 'start', yMargin: 0 }));
    }
    view.dispatch({
        effects,
        ...(look.caret === undefined ? {} : { selection: EditorSelection.single(within(look.anchor ?? look.caret), within(look.caret)) }),
    });
}
