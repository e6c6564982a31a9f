import { MergeView } from '@codemirror/merge';
import { EditorState } from '@codemirror/state';
import { EditorView } from '@codemirror/view';
import { basicSetup } from 'codemirror';
import { useEffect, useRef } from 'react';
import styled from 'styled-components';
import { sourceOf } from '../ui/source';

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
    onEdit?: (text: string) => void;
}

/** Two texts side by side, aligned, with what differs marked. */
export function MergePane({ path, left, right, leftLabel, rightLabel, isFolded, onEdit }: Props) {
    const place = useRef<HTMLDivElement>(null);
    const edit = useRef(onEdit);
    edit.current = onEdit;
    const isFixed = onEdit === undefined;
    useEffect(() => {
        if (!place.current) {
            return;
        }
        const side = (text: string, label: string, canEdit: boolean) => ({
            doc: text,
            extensions: [
                basicSetup,
                sourceOf(path, text),
                EditorState.readOnly.of(!canEdit),
                EditorState.phrases.of({ '$ unchanged lines': '$ lines alike' }),
                EditorView.contentAttributes.of({ 'aria-label': label }),
                EditorView.updateListener.of((update) => canEdit && update.docChanged && edit.current?.(update.state.sliceDoc())),
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
        return () => view.destroy();
    }, [path, left, right, leftLabel, rightLabel, isFolded, isFixed]);
    return <Place ref={place} data-merge={path} />;
}
