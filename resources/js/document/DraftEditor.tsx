import { useRef } from 'react';
import type { Reference } from '../api/client';
import { usePart } from '../ui/watched';
import { Editor, type EditorProps } from './Editor';
import type { OpenDraft } from './OpenDraft';

const NONE: Reference[] = [];

/** The editor of what is kept while it is typed. */
export function DraftEditor({ draft, load, references, isFixed, ...rest }: EditorProps & { draft: OpenDraft }) {
    const isCalm = usePart(draft.state, (state) => state.keeping === 'kept');
    const isHeld = usePart(draft.state, (state) => state.isHeld);
    const known = useRef({ load, references: NONE });
    // Their places are those in the content on the server; while more is typed than is there, the editor moves what it knows of this text.
    if (isCalm) {
        known.current = { load, references };
    }
    return (
        <Editor
            {...rest}
            load={load}
            references={known.current.load === load ? known.current.references : NONE}
            isFixed={isFixed || isHeld}
        />
    );
}
