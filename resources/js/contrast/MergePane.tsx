import { MergeView } from '@codemirror/merge';
import { EditorState } from '@codemirror/state';
import { EditorView } from '@codemirror/view';
import { basicSetup } from 'codemirror';
import { type RefObject, useEffect, useRef } from 'react';
import styled from 'styled-components';
import { font } from '../theme/tokens';
import { lineBreakOf, sourceOf } from '../ui/source';
import { nextOpenPlace, type OpenPlace, openPlaces, withOpenPlaces } from './openPlaces';

const Place = styled.div`
    height: 100%; min-height: 0; overflow: auto; background: var(--sheet); border-top: 1px solid var(--rule);
    .cm-mergeView { min-height: 100%; }
    .cm-mergeViewEditor + .cm-mergeViewEditor { border-left: 1px solid var(--rule-strong); }
    .cm-merge-a .cm-changedLine, .cm-merge-a .cm-deletedChunk { background: var(--removed); }
    .cm-merge-b .cm-changedLine, .cm-merge-b .cm-insertedLine { background: var(--added); }
    .cm-merge-a .cm-changedText, .cm-merge-b .cm-changedText { background: none; text-decoration: underline; text-decoration-color: var(--ink-soft); text-decoration-thickness: 1.5px; text-underline-offset: 3px; }
    .cm-changeGutter { width: 4px; }
    .cm-merge-a .cm-changedLineGutter { background: var(--brass); }
    .cm-merge-b .cm-changedLineGutter { background: var(--ink-soft); }
    .cm-collapsedLines { background: var(--tint-soft); color: var(--ink-soft); padding: 3px 10px; font-size: 13px; }
    .cm-collapsedLines::before, .cm-collapsedLines::after { content: '…'; }
    .open-place { border-block: 1.5px solid var(--brass); background: var(--brass-tint); padding: 8px 12px 10px; font: 14px ${font.plain}; white-space: normal; }
    .open-place .sides { display: grid; grid-template-columns: repeat(auto-fit, minmax(180px, 1fr)); gap: 4px 14px; }
    .open-place small { color: var(--ink-soft); font-size: 12.5px; }
    .open-place pre { margin: 2px 0 0; font: 12.5px/17px ${font.mono}; white-space: pre-wrap; overflow-wrap: anywhere; max-height: 170px; overflow: auto; background: var(--sheet); padding: 3px 7px; }
    .open-place .ways { display: flex; flex-wrap: wrap; gap: 8px; margin-top: 9px; }
    .open-place button { font: 600 14px ${font.plain}; color: var(--ink); background: var(--sheet); border: 1px solid var(--rule-strong); border-radius: 3px; padding: 5px 12px; cursor: pointer; }
    .open-place button:hover { background: var(--tint); }
`;

interface Props {
    path: string;
    left: string;
    right: string;
    leftLabel: string;
    rightLabel: string;
    /** Whether stretches that are alike are folded to their edges. */
    isFolded: boolean;
    /** The right side can be edited where this is given. */
    onEdit?: (text: string, open: number) => void;
    /** Where on the right side something is still to be chosen. */
    open?: OpenPlace[];
    /** Brings the first of these into sight. */
    next?: RefObject<() => void>;
}

/** Two texts side by side, aligned, with what differs marked. */
export function MergePane({ path, left, right, leftLabel, rightLabel, isFolded, onEdit, open, next }: Props) {
    const place = useRef<HTMLDivElement>(null);
    const edit = useRef(onEdit);
    edit.current = onEdit;
    const isFixed = onEdit === undefined;
    // Only what it begins with: what is chosen since is in the text.
    const start = useRef(open);
    const toNext = useRef(next);
    useEffect(() => {
        if (!place.current) {
            return;
        }
        // In the editor an end of a line is one character, however it is written.
        const places = start.current?.map((place) => ({
            ...place,
            at: right.slice(0, place.at).replaceAll(lineBreakOf(right), '\n').length,
        }));
        const side = (text: string, label: string, canEdit: boolean) => ({
            doc: text,
            extensions: [
                basicSetup,
                sourceOf(path, text),
                EditorState.readOnly.of(!canEdit),
                EditorState.phrases.of({ '$ unchanged lines': '$ lines alike' }),
                EditorView.contentAttributes.of({ 'aria-label': label }),
                EditorView.updateListener.of(
                    (update) => canEdit && update.docChanged && edit.current?.(update.state.sliceDoc(), openPlaces(update.state).length),
                ),
                canEdit && places ? withOpenPlaces(places) : [],
            ],
        });
        const view = new MergeView({
            parent: place.current,
            a: side(left, leftLabel, false),
            b: side(right, rightLabel, !isFixed),
            collapseUnchanged: isFolded ? { margin: 3, minSize: 6 } : undefined,
            highlightChanges: true,
            gutter: true,
            diffConfig: { scanLimit: 2000, timeout: 1500 },
        });
        if (toNext.current) {
            toNext.current.current = () => nextOpenPlace(view.b);
        }
        return () => view.destroy();
    }, [path, left, right, leftLabel, rightLabel, isFolded, isFixed]);
    return <Place ref={place} data-merge={path} />;
}
