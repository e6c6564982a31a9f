import { useQuery, useQueryClient } from '@tanstack/react-query';
import { useRef, useState } from 'react';
import styled from 'styled-components';
import { answer, api } from '../api/client';
import type { Incoming } from '../shell/context';
import { font } from '../theme/tokens';
import { Button } from '../ui/Button';
import { OneOf } from '../ui/Check';
import { Field } from '../ui/Field';
import { Notice } from '../ui/Notice';
import { Sheet, SheetActions } from '../ui/Sheet';
import { useParts } from '../ui/useParts';
import { count, readable, size } from '../ui/words';
import { send } from './sending';

const List = styled.ul`
    list-style: none; margin: 0; padding: 0; overflow-y: auto; max-height: 32vh; border-block: 1px solid var(--rule);
    li { display: grid; grid-template-columns: minmax(0, 1fr) auto; gap: 12px; padding: 4px 2px; border-bottom: 1px solid var(--rule); font-size: 13.5px; }
    code { overflow: hidden; text-overflow: ellipsis; white-space: nowrap; font: 12.5px/19px ${font.mono}; }
    small { color: var(--ink-soft); }
`;
const Work = styled.div`display: flex; align-items: center; gap: 12px; progress { flex: 1; accent-color: var(--brass); }`;

type OnClash = 'both' | 'replace' | 'skip';
type Done = 'waiting' | 'taken' | 'skipped' | string;

/** Takes files from the person's computer. They come in as drafts of new documents, which a save writes. */
export function UploadSheet({
    workspace,
    files,
    folder: first,
    onClose,
}: {
    workspace: string;
    files: Incoming[];
    folder: string;
    onClose: () => void;
}) {
    const client = useQueryClient();
    const [folder, setFolder] = useState(first);
    const [onClash, setOnClash] = useState<OnClash | null>(null);
    const [done, setDone] = useState<ReadonlyMap<string, Done>>(new Map());
    const [isWorking, setWorking] = useState(false);
    const [share, setShare] = useState(0);
    const cancel = useRef<AbortController | null>(null);
    const place = folder.replace(/^\/+|\/+$/g, '');
    const target = (one: Incoming) => (place ? `${place}/${one.path}` : one.path);
    const check = useQuery({
        queryKey: [workspace, 'uploads', place, files.length],
        queryFn: () =>
            answer(
                api.POST('/workspaces/{workspace}/uploads/check', { params: { path: { workspace } }, body: { paths: files.map(target) } }),
            ),
        placeholderData: (before) => before,
    });
    const clashes = new Map(check.data?.clashes.map((clash) => [clash.path, clash]));
    const limit = check.data?.limit ?? Number.POSITIVE_INFINITY;
    const tooLarge = (one: Incoming) => one.file.size > limit;
    const finished = [...done.values()].filter((state) => state !== 'waiting').length;
    const failed = [...done].filter(([, state]) => !['waiting', 'taken', 'skipped'].includes(state));
    const { shown, more } = useParts(files, 200);
    const isDone = finished === files.length && !isWorking;

    async function take() {
        setWorking(true);
        const stop = new AbortController();
        cancel.current = stop;
        const states = new Map<string, Done>(files.map((one) => [one.path, 'waiting']));
        for (const one of files) {
            if (stop.signal.aborted) {
                break;
            }
            const clash = clashes.get(target(one));
            const replaces = clash?.canReplace === true && onClash === 'replace';
            if (tooLarge(one)) {
                states.set(one.path, `larger than ${size(limit)}, which is the most that is taken`);
            } else if (clash && onClash === 'skip') {
                states.set(one.path, 'skipped');
            } else {
                const path = clash && !replaces ? clash.free : target(one);
                try {
                    await send(workspace, path, one.file, replaces, stop.signal, (share) => setShare(share));
                    states.set(one.path, 'taken');
                } catch (error) {
                    states.set(one.path, stop.signal.aborted ? 'skipped' : (error as Error).message);
                }
            }
            setShare(0);
            setDone(new Map(states));
        }
        setWorking(false);
        await client.invalidateQueries({ queryKey: [workspace] });
    }

    return (
        <Sheet
            title={`Take in ${count(files.length, 'file')}`}
            sub="they come onto your quay as drafts; saving writes them"
            isOpen
            onClose={onClose}
            wide
        >
            <Field label="Into the folder (empty: the workspace’s own)" value={folder} onChange={setFolder} mono />
            {clashes.size > 0 && (
                <OneOf<OnClash>
                    label={`${count(clashes.size, 'name')} cannot be had as ${clashes.size === 1 ? 'it is' : 'they are'}. For all of them:`}
                    options={{
                        both: 'keep both, under a free name',
                        replace: 'change the document that is there',
                        skip: 'leave these out',
                    }}
                    value={onClash}
                    onChange={setOnClash}
                />
            )}
            <List aria-label="Files">
                {shown.map((one) => {
                    const state = done.get(one.path);
                    const clash = clashes.get(target(one));
                    return (
                        <li key={one.path}>
                            <code title={target(one)}>{readable(one.path)}</code>
                            <small>
                                {state && state !== 'waiting'
                                    ? state
                                    : tooLarge(one)
                                      ? `${size(one.file.size)}: more than the ${size(limit)} that one file can have`
                                      : clash
                                        ? onClash === 'both' || (onClash === 'replace' && !clash.canReplace)
                                            ? `becomes ${clash.free}`
                                            : onClash === 'replace'
                                              ? 'changes what is there'
                                              : onClash === 'skip'
                                                ? 'left out'
                                                : clash.obstacle
                                        : size(one.file.size)}
                            </small>
                        </li>
                    );
                })}
            </List>
            {more}
            {check.isError && <Notice stop>{check.error.message}</Notice>}
            {(isWorking || finished > 0) && (
                <Work role="status">
                    <progress value={finished + share} max={files.length} aria-label="Files taken in" />
                    <span>
                        {finished} of {files.length}
                    </span>
                </Work>
            )}
            {isDone && failed.length > 0 && (
                <Notice stop>{count(failed.length, 'file')} could not be taken; the list says why. The others are on your quay.</Notice>
            )}
            <SheetActions>
                {isWorking ? (
                    <Button onPress={() => cancel.current?.abort()}>Cancel the rest</Button>
                ) : (
                    <Button onPress={onClose}>{isDone ? 'Done' : 'Leave it'}</Button>
                )}
                {!isDone && (
                    <Button $main isDisabled={isWorking || !check.data || (clashes.size > 0 && onClash === null)} onPress={take}>
                        Take in {count(files.length, 'file')}
                    </Button>
                )}
            </SheetActions>
        </Sheet>
    );
}
