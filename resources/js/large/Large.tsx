import { memo, useMemo } from 'react';
import { useChangesOf } from '../api/changed';
import type { Document, LookSettings } from '../api/client';
import { later } from '../ui/later';
import { fileName } from '../ui/words';
import type { Kind } from './kinds';
import type { SharedPlace } from './sharedPlace';

const Words = later(async () => (await import('./Words')).Words, true);
const Sound = later(async () => (await import('./Sound')).Sound, true);
const SolidView = later(async () => (await import('./SolidView')).SolidView, true);
const Outlined = later(async () => (await import('./Outlined')).Outlined, true);

interface Props {
    kind: Kind;
    document: Document;
    workspace: string;
    /** What is typed, of a text. */
    text: string | null;
    place: SharedPlace;
    look: LookSettings;
    onLook: (look: LookSettings) => void;
    onOpen: (id: string) => void;
}

/** A document as what it is, large: words set, a sound as its wave, a solid to be turned, values as a table. */
export const Large = memo(function Large({ kind, document, workspace, text, place, look, onLook, onOpen }: Props) {
    const { row } = document;
    const name = row.title ?? fileName(row.path);
    // What it takes in may have changed too.
    const { refersTo, below: takenIn } = document;
    const changes = useChangesOf(useMemo(() => takenIn.map((one) => one.document), [takenIn]));
    const contents = useMemo(() => refersTo.map((one) => one.content ?? '').join(), [refersTo]);
    const below = `${changes},${contents}`;
    const state = `${row.revision},${below}`;
    const shown = `/api/workspaces/${workspace}/show/${row.path.split('/').map(encodeURIComponent).join('/')}?state=${encodeURIComponent(state)}`;
    switch (kind) {
        case 'words':
            return (
                <Words
                    workspace={workspace}
                    path={row.path}
                    text={text ?? ''}
                    references={document.refersTo}
                    place={place}
                    state={below}
                    onOpen={onOpen}
                />
            );
        case 'page':
            return (
                <iframe
                    key={state}
                    title={`${name} as it is read`}
                    src={shown}
                    sandbox="allow-same-origin"
                    style={{ border: 0, width: '100%', height: '100%', background: '#fff' }}
                />
            );
        case 'sound':
            return (
                <Sound
                    url={`/api/workspaces/${workspace}/documents/${row.id}/file?revision=${row.revision}`}
                    name={name}
                    size={row.size ?? 0}
                />
            );
        case 'solid':
            return (
                <SolidView
                    workspace={workspace}
                    path={row.path}
                    name={name}
                    state={state}
                    references={document.refersTo}
                    below={document.below}
                    look={look}
                    onLook={onLook}
                    onOpen={onOpen}
                />
            );
        case 'outline':
            return <Outlined workspace={workspace} id={row.id} name={name} state={state} look={look} onLook={onLook} onOpen={onOpen} />;
    }
});
