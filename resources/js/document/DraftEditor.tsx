import { useRef } from 'react';
import { usePart } from '../ui/watched';
import { Editor, type EditorProps } from './Editor';
import type { OpenDraft } from './OpenDraft';

/** The editor of what is kept while it is typed. */
export function DraftEditor({ draft, references, isFixed, ...rest }: EditorProps & { draft: OpenDraft }) {
    const isCalm = usePart(draft.state, (state) => state.keeping === 'kept');
    const isHeld = usePart(draft.state, (state) => state.isHeld);
    const known = useRef(references);
    // Their places are those in the content on the server; while more is typed than is there, the editor moves what it knows.
    if (isCalm) {
        known.current = references;
    }
    return <Editor {...rest} references={known.current} isFixed={isFixed || isHeld} />;
}
