import { type ChangeSet, Compartment, EditorState, type Text } from '@codemirror/state';
import { EditorView } from '@codemirror/view';
import { basicSetup } from 'codemirror';
import { useEffect, useRef } from 'react';
import type { LookSettings, Reference } from '../api/client';
import type { SharedPlace } from '../large/sharedPlace';
import { lookLike, lookOf } from '../looks/editorLook';
import type { LookKeeper } from '../looks/LookKeeper';
import { sourceOf } from '../ui/source';
import { references as referenceMarks, showReferences } from './underlines';

export interface EditorProps {
    path: string;
    text: string;
    /** A new number starts the editor over with the text. */
    load: number;
    references: Reference[];
    /** Whether it can only be read. */
    isFixed?: boolean;
    onEdit: (load: number, changes: ChangeSet, now: Text) => void;
    onOpen: (id: string) => void;
    /** How the text is looked at. */
    keeper: LookKeeper;
    /** A view that was chosen; another object is looked at anew. */
    look: LookSettings | null;
    /** Which line is in sight first, shared with what is shown beside it. */
    place?: SharedPlace;
}

export function Editor({ path, text, load, references, isFixed, onEdit, onOpen, keeper, look, place: shared }: EditorProps) {
    const place = useRef<HTMLDivElement>(null);
    const editor = useRef<EditorView | null>(null);
    const fixing = useRef(new Compartment());
    const isLed = useRef(0);
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
                    EditorView.updateListener.of((update) => {
                        if (update.docChanged) {
                            latest.current.onEdit(load, update.changes, update.state.doc);
                        }
                        keeper.touch();
                    }),
                    EditorView.domEventHandlers({
                        scroll: (_event, view) => {
                            keeper.touch();
                            if (shared && isLed.current === 0) {
                                const top = view.lineBlockAtHeight(view.scrollDOM.scrollTop).from;
                                shared.set({ line: view.state.doc.lineAt(top).number - 1, by: 'source' });
                            }
                            isLed.current = Math.max(0, isLed.current - 1);
                        },
                    }),
                ],
            }),
        });
        editor.current = view;
        lookLike(view, keeper.now());
        const unfollow = shared?.watch(() => {
            const { line, by } = shared.now();
            if (by === 'words') {
                const to = view.lineBlockAt(view.state.doc.line(Math.min(view.state.doc.lines, line + 1)).from).top;
                // What it is led to it does not lead to.
                isLed.current = Math.abs(view.scrollDOM.scrollTop - to) < 1 ? 0 : 1;
                view.scrollDOM.scrollTop = to;
            }
        });
        keeper.ofEditor = () => lookOf(view);
        return () => {
            // What came from elsewhere than the editor is looked at where the text before it was.
            keeper.state.set(keeper.now());
            keeper.ofEditor = null;
            editor.current = null;
            unfollow?.();
            view.destroy();
        };
    }, [load, path, keeper, shared]);

    useEffect(() => {
        if (look && editor.current) {
            lookLike(editor.current, look);
            editor.current.focus();
        }
    }, [look]);

    useEffect(() => {
        editor.current?.dispatch({ effects: fixing.current.reconfigure(EditorState.readOnly.of(isFixed ?? false)) });
    }, [isFixed]);

    // biome-ignore lint/correctness/useExhaustiveDependencies: a new editor wants its marks too
    useEffect(() => {
        editor.current?.dispatch({ effects: showReferences.of(references) });
    }, [references, load]);
    return <div ref={place} style={{ height: '100%', overflow: 'hidden' }} data-editor={path} />;
}
