import { useQuery, useQueryClient } from '@tanstack/react-query';
import { useState } from 'react';
import { Link } from 'react-router';
import styled from 'styled-components';
import { answer, api, type Entry, type Row } from '../api/client';
import { asDecisions } from '../plan/choices';
import { Progress } from '../plan/Progress';
import { Statement } from '../plan/Statement';
import { useExecution } from '../plan/useExecution';
import { usePlan } from '../plan/usePlan';
import { font } from '../theme/tokens';
import { Button, TextButton } from '../ui/Button';
import { Check } from '../ui/Check';
import { Field } from '../ui/Field';
import { Notice } from '../ui/Notice';
import { Sheet, SheetActions } from '../ui/Sheet';
import { count, fileName, moment, readable, size } from '../ui/words';
import { copyChoices, useCopies } from './useCopies';

const Earlier = styled.ul`
    list-style: none; margin: 0; padding: 0; max-height: 22vh; overflow-y: auto; border-top: 1px solid var(--rule);
    li { padding: 5px 0; border-bottom: 1px solid var(--rule); display: grid; grid-template-columns: 100px minmax(0, 1fr) auto; gap: 10px; font-size: 14px; }
    span { overflow: hidden; text-overflow: ellipsis; white-space: nowrap; }
    code { font: 12px ${font.mono}; }
`;

/** Writes a document with all below it into a dated folder and goes on with the original. */
export function SetAsideSheet({ workspace, row, onClose }: { workspace: string; row: Row; onClose: () => void }) {
    const client = useQueryClient();
    const name = row.title ?? fileName(row.path);
    const [folder, setFolder] = useState<string | null>(null);
    const [note, setNote] = useState('');
    const [ofSaved, setOfSaved] = useState(false);
    const [done, setDone] = useState<Entry | null>(null);
    const tree = useCopies(workspace, row.id, { folder, setAside: true }, done !== null);
    const choices = tree.data && !done ? copyChoices(tree.data, ofSaved, true) : {};
    const plan = usePlan(workspace, choices);
    const earlier = useQuery({
        queryKey: [workspace, 'document', row.id, 'asides'],
        queryFn: () =>
            answer(
                api.GET('/workspaces/{workspace}/documents/{document}/set-asides', { params: { path: { workspace, document: row.id } } }),
            ),
    });
    const { isWriting, progress, problem, write, stop } = useExecution(workspace);
    const clashes = tree.data?.rows.filter((one) => one.clash) ?? [];
    const isReady =
        plan.data && !plan.isPlaceholderData && plan.data.blockers.length === 0 && clashes.length === 0 && !tree.isPlaceholderData;

    async function setAside() {
        if (plan.data && isReady) {
            setDone(await write({ decisions: asDecisions(choices), plan: plan.data, note }));
        }
    }
    async function open(document: string) {
        await answer(api.POST('/workspaces/{workspace}/quay', { params: { path: { workspace } }, body: { documents: [document] } }));
        await client.invalidateQueries({ queryKey: [workspace] });
        onClose();
    }
    return (
        <Sheet
            title={`Set aside: ${name}`}
            sub="with all below it, under unchanged names; you go on with this one"
            isOpen
            onClose={onClose}
            wide
        >
            {done ? (
                <Notice>
                    <span>
                        Set aside, as <Link to={`/w/${workspace}/logbook/${done.id}`}>entry {done.number}</Link>.
                    </span>
                    <Statement workspace={workspace} entry={done.id} />
                </Notice>
            ) : (
                <>
                    <Field label="Into the folder" value={folder ?? tree.data?.folder ?? ''} onChange={setFolder} mono />
                    <Field label="What this state is (can stay empty)" value={note} onChange={setNote} autoFocus />
                    {tree.data?.rows.some((one) => one.content === 'modified') && (
                        <Check isSelected={ofSaved} onChange={setOfSaved}>
                            The saved contents, not what is on the screen
                        </Check>
                    )}
                </>
            )}
            {!done &&
                tree.data?.troubles.map((trouble) => (
                    <Notice key={trouble.why} stop={trouble.stops}>
                        {trouble.why} {trouble.wayOut}
                    </Notice>
                ))}
            {tree.isError && <Notice stop>{tree.error.message}</Notice>}
            {!done &&
                [
                    ...clashes.map((one) => `${one.newPath}: ${one.clash}`),
                    ...(plan.data?.blockers.map((one) => `${one.path}: ${one.message}`) ?? []),
                ].map((words) => (
                    <Notice stop key={words}>
                        {words}
                    </Notice>
                ))}
            {problem && <Notice stop>{problem}</Notice>}
            {earlier.data && earlier.data.length > 0 && (
                <div>
                    <p style={{ fontSize: 13, color: 'var(--ink-soft)', paddingBottom: 4 }}>Set aside before</p>
                    <Earlier>
                        {earlier.data.map((one) => (
                            <li key={one.operationId}>
                                <span>{moment(one.at)}</span>
                                <span title={one.path}>{one.note ?? <code>{readable(one.path)}</code>}</span>
                                <span>
                                    {count(one.files, 'file')}, {size(one.size)} ·{' '}
                                    <TextButton onPress={() => open(one.documentId)}>open</TextButton>
                                </span>
                            </li>
                        ))}
                    </Earlier>
                </div>
            )}
            {progress && <Progress {...progress} onStop={stop} />}
            <SheetActions>
                <Button onPress={onClose}>{done ? 'Done' : 'Leave it'}</Button>
                {!done && (
                    <Button $main isDisabled={!isReady || isWriting} onPress={setAside}>
                        {isWriting ? 'Writing …' : `Set aside ${count(tree.data?.rows.length ?? 0, 'file')}`}
                    </Button>
                )}
            </SheetActions>
        </Sheet>
    );
}
