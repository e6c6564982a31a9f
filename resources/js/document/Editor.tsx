import { type ChangeSet, Compartment, EditorState, type Text } from '@codemirror/state';
import { EditorView } from '@codemirror/view';
import { basicSetup } from 'codemirror';
import { useEffect, useRef } from 'react';
import type { Reference } from '../api/client';
import { sourceOf } from '../ui/source';
import { references as referenceMarks, showReferences } from './underlines';

interface Props {
    path: string;
    text: string;
    /** A new number starts the editor over with the text. */
    load: number;
    references: Reference[];
    /** Whether it can only be read. */
    isFixed?: boolean;
    onEdit: (load: number, changes: ChangeSet, now: Text) => void;
    onOpen: (id: string) => void;
}

export function Editor({ path, text, load, references, isFixed, onEdit, onOpen }: Props) {
    const place = useRef<HTMLDivElement>(null);
    const editor = useRef<EditorView | null>(null);
    const fixing = useRef(new Compartment());
    const latest = useRef({ text, onEdit, onOpen });
    latest.current = { text, onEdit, onOpen };

    // biome-ignore lint/correctness/useExhaustiveDependencies: only a new load starts over; the text of each edit comes from here
    useEffect(() => {
        if (!place.current) {
            return;
        }
        const view = new EditorView({
            parent: place.current,
            state: EditorState.create({
                doc: latest.current.text,
                extensions: [
                    basicSetup,
                    sourceOf(path, latest.current.text),
                    fixing.current.of(EditorState.readOnly.of(isFixed ?? false)),
                    EditorView.contentAttributes.of({ 'aria-label': `Source of ${path}` }),
                    referenceMarks((id) => latest.current.onOpen(id)),
                    EditorView.updateListener.of(
                        (update) => update.docChanged && latest.current.onEdit(load, update.changes, update.state.doc),
                    ),
                ],
            }),
        });
        editor.current = view;
        return () => {
            editor.current = null;
            view.destroy();
        };
    }, [load, path]);

    useEffect(() => {
        editor.current?.dispatch({ effects: fixing.current.reconfigure(EditorState.readOnly.of(isFixed ?? false)) });
    }, [isFixed]);

    // biome-ignore lint/correctness/useExhaustiveDependencies: a new editor wants its marks too
    useEffect(() => {
        editor.current?.dispatch({ effects: showReferences.of(references) });
    }, [references, load]);
    return <div ref={place} style={{ height: '100%', overflow: 'hidden' }} data-editor={path} />;
}
