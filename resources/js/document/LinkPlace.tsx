import { Link } from 'react-router';
import type { Document } from '../api/client';
import { Empty } from '../ui/Empty';
import { readable } from '../ui/words';

const WORDS: Record<Document['refersTo'][number]['state'], string> = {
    document: '',
    stray: 'There is nothing at that place.',
    outside: 'That is outside of the workspace, so it is not followed.',
    web: '',
    device: 'That is a device.',
    self: '',
};

/** What a symbolic link names. The link itself is what is moved, copied and saved. */
export function LinkPlace({ document, workspace }: { document: Document; workspace: string }) {
    const reference = document.refersTo[0];
    const target = reference?.target ?? reference?.raw ?? '';
    return (
        <Empty title="A link">
            <p>
                It leads to{' '}
                {reference?.targetId ? (
                    <Link to={`/w/${workspace}/documents/${reference.targetId}`}>{readable(target)}</Link>
                ) : (
                    readable(target)
                )}
                .
            </p>
            {reference && WORDS[reference.state] && <p>{WORDS[reference.state]}</p>}
            <p>Where that moves, the link follows; where the link moves, it goes on leading there.</p>
        </Empty>
    );
}
