import { useRef, useState } from 'react';
import styled from 'styled-components';
import { answer, api } from '../api/client';
import { sendInParts } from '../open/sending';
import { Button } from '../ui/Button';
import { OneOf } from '../ui/Check';
import { Notice } from '../ui/Notice';
import { Sheet, SheetActions } from '../ui/Sheet';
import { useParts } from '../ui/useParts';
import { count, readable, size } from '../ui/words';
import { useAfterwards } from './useSessions';

const List = styled.ul`list-style: none; margin: 0; padding: 0; max-height: 34vh; overflow-y: auto; border-top: 1px solid var(--rule-strong); li { padding: 5px 2px; border-bottom: 1px solid var(--rule); font-size: 14px; } small { color: var(--ink-soft); display: block; }`;
const Work = styled.div`display: flex; gap: 12px; align-items: center; progress { flex: 1; accent-color: var(--ink); }`;

type Made = Awaited<ReturnType<typeof take>>;
type Where = 'names' | 'here';

function take(workspace: string, part: string, here: boolean) {
    return answer(api.POST('/workspaces/{workspace}/sessions/import', { params: { path: { workspace } }, body: { part, here } }));
}

/** Takes in a session from a file; its drafts come as drafts of the session, and what was not found is named. */
export function ImportSheet({ workspace, onClose, onDone }: { workspace: string; onClose: () => void; onDone: (session: number) => void }) {
    const afterwards = useAfterwards();
    const picker = useRef<HTMLInputElement>(null);
    const stop = useRef<AbortController | null>(null);
    const [file, setFile] = useState<File | null>(null);
    const [where, setWhere] = useState<Where>('names');
    const [share, setShare] = useState<number | null>(null);
    const [made, setMade] = useState<Made | null>(null);
    const [problem, setProblem] = useState<string | null>(null);
    const { shown, more } = useParts(made?.unmatched ?? []);

    async function run() {
        if (!file) {
            return;
        }
        const controller = new AbortController();
        stop.current = controller;
        setShare(0);
        setProblem(null);
        try {
            const part = await sendInParts(workspace, file, 'session', controller.signal, setShare);
            setMade(await take(workspace, part, where === 'here'));
            await afterwards();
        } catch (error) {
            setProblem(controller.signal.aborted ? 'Stopped. Nothing was taken in.' : (error as Error).message);
        }
        setShare(null);
    }
    return (
        <Sheet title="Import a session" sub="from a file that Hafenbuch has exported, here or elsewhere" isOpen onClose={onClose} wide>
            <input
                ref={picker}
                type="file"
                accept=".zip,application/zip"
                hidden
                aria-label="The session’s file"
                onChange={(event) => setFile(event.target.files?.[0] ?? null)}
            />
            {!made ? (
                <>
                    <div>
                        <Button onPress={() => picker.current?.click()}>{file ? 'Another file …' : 'Choose a file …'}</Button>{' '}
                        {file && (
                            <span>
                                {readable(file.name)}, {size(file.size)}
                            </span>
                        )}
                    </div>
                    <OneOf<Where>
                        label="Its documents are looked for"
                        options={{ names: 'in the workspaces that have the same names', here: 'all in this workspace' }}
                        value={where}
                        onChange={setWhere}
                    />
                    <p>
                        They are found by their content, else by their path, else by their name. No file and no draft of yours changes
                        before you open it.
                    </p>
                    {share !== null && (
                        <Work role="status">
                            <progress value={share} max={1} aria-label="Sent" />
                            <span>{share < 1 ? `${Math.round(100 * share)} %` : 'looking at what is in it …'}</span>
                        </Work>
                    )}
                </>
            ) : (
                <>
                    <p>
                        “{readable(made.session)}” is here: {count(made.documents, 'document')}, {count(made.drafts, 'draft')}
                        {made.bytes > 0 ? `, ${size(made.bytes)}` : ''}.{' '}
                        {made.unmatched.length === 0
                            ? 'Every one was found.'
                            : `${count(made.unmatched.length, 'document')} could not be found:`}
                    </p>
                    {shown.length > 0 && (
                        <List aria-label="Not found">
                            {shown.map((one) => (
                                <li key={one.path}>
                                    <code>{readable(one.path)}</code>
                                    <small>
                                        {one.candidates.length === 0
                                            ? 'nothing is like it'
                                            : `perhaps ${one.candidates.map(readable).join(', ')}: choose in the list`}
                                    </small>
                                </li>
                            ))}
                        </List>
                    )}
                    {more}
                </>
            )}
            {problem && <Notice stop>{problem}</Notice>}
            <SheetActions>
                {made ? (
                    <Button $main onPress={() => onDone(made.id)}>
                        Look at it
                    </Button>
                ) : (
                    <>
                        <Button onPress={() => (share === null ? onClose() : stop.current?.abort())}>
                            {share === null ? 'Leave it' : 'Stop'}
                        </Button>
                        <Button $main isDisabled={!file || share !== null} onPress={run}>
                            Import it
                        </Button>
                    </>
                )}
            </SheetActions>
        </Sheet>
    );
}
