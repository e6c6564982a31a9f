import { useState } from 'react';
import { answer, api, type Row } from '../api/client';
import { useWorkspaces } from '../api/queries';
import { Button } from '../ui/Button';
import { Check, OneOf } from '../ui/Check';
import { Field } from '../ui/Field';
import { Notice } from '../ui/Notice';
import { isUnsaved } from '../ui/rows';
import { Sheet, SheetActions } from '../ui/Sheet';
import { count, fileName, readable } from '../ui/words';
import { useAfterwards, useOpenSession, useSessions } from './useSessions';

type Depth = 'list' | 'everything';
/** So many unsaved documents are named. */
const NAMED = 6;

interface Props {
    workspace: string;
    /** All that is open here, the hold included. */
    rows: Row[];
    onClose: () => void;
    onDone: (said: string) => void;
}

/** Keeps what is open under a name. It says what is unsaved, and that no file is written. */
export function KeepSheet({ workspace, rows, onClose, onDone }: Props) {
    const open = useOpenSession(workspace);
    if (open.isPending) {
        return null;
    }
    return (
        <Form
            workspace={workspace}
            rows={rows}
            suggested={open.data?.name ?? ''}
            wasEverything={open.data?.everything !== false}
            onClose={onClose}
            onDone={onDone}
        />
    );
}

function Form({ workspace, rows, suggested, wasEverything, onClose, onDone }: Props & { suggested: string; wasEverything: boolean }) {
    const sessions = useSessions();
    const workspaces = useWorkspaces();
    const afterwards = useAfterwards();
    const [name, setName] = useState(suggested);
    const [note, setNote] = useState('');
    const [depth, setDepth] = useState<Depth>(wasEverything ? 'everything' : 'list');
    const [others, setOthers] = useState<Set<string>>(new Set());
    const [isWorking, setWorking] = useState(false);
    const [problem, setProblem] = useState<string | null>(null);
    const unsaved = rows.filter(isUnsaved);
    const elsewhere = (workspaces.data ?? []).filter((one) => one.slug !== workspace && one.open > 0);
    const same = sessions.data?.find((one) => one.isMine && !one.isBefore && one.name === name.trim());

    async function keep(putAway: boolean) {
        setWorking(true);
        setProblem(null);
        try {
            const body = {
                name: name.trim(),
                note: note.trim() || null,
                workspaces: [workspace, ...others],
                everything: depth === 'everything',
                putAway,
            };
            const kept = await answer(api.POST('/sessions', { body }));
            await afterwards();
            onDone(`“${kept.name}” is kept, stage ${kept.stages[0]?.number ?? 1}${putAway ? '; the quay is clear' : ''}.`);
        } catch (error) {
            setProblem((error as Error).message);
            setWorking(false);
        }
    }
    return (
        <Sheet title="Keep this session" sub="what you have open, under a name, to be opened again" isOpen onClose={onClose}>
            <Field
                label="Name"
                value={name}
                onChange={setName}
                autoFocus
                hint={
                    same
                        ? `You have a session of this name; it gets stage ${(same.stages[0]?.number ?? 0) + 1}, and the former ones stay.`
                        : undefined
                }
            />
            <Field label="Note" value={note} onChange={setNote} placeholder="where you stopped, what comes next" />
            <OneOf<Depth>
                label="What is kept"
                options={{
                    everything: 'everything: also the drafts with their steps, what is decided, and the settings of the watch',
                    list: 'the list: which documents, in what order, and how you look at them',
                }}
                value={depth}
                onChange={setDepth}
            />
            {elsewhere.length > 0 && (
                <div>
                    <p>{count(rows.length, 'document')} of this workspace, and also what is open in</p>
                    {elsewhere.map((one) => (
                        <Check
                            key={one.slug}
                            isSelected={others.has(one.slug)}
                            onChange={(on) =>
                                setOthers(new Set(on ? [...others, one.slug] : [...others].filter((slug) => slug !== one.slug)))
                            }
                        >
                            {readable(one.name)}{' '}
                            <small>
                                {count(one.open, 'document')}, {one.unsaved} unsaved
                            </small>
                        </Check>
                    ))}
                </div>
            )}
            <Notice>
                <span>
                    {unsaved.length === 0
                        ? 'Nothing that is open here is unsaved. '
                        : `Unsaved, and unsaved it stays: ${unsaved
                              .slice(0, NAMED)
                              .map((row) => readable(row.title ?? fileName(row.path)))
                              .join(', ')}${unsaved.length > NAMED ? ` and ${unsaved.length - NAMED} more` : ''}. `}
                    Keeping a session writes no file.
                    {unsaved.length > 0 &&
                        (depth === 'list'
                            ? ' The list holds no drafts; where you put it away, they go to the hold.'
                            : ' Their drafts are kept with it.')}
                </span>
            </Notice>
            {problem && <Notice stop>{problem}</Notice>}
            <SheetActions>
                <Button onPress={onClose}>Leave it</Button>
                <span style={{ flex: 1 }} />
                <Button isDisabled={isWorking || name.trim() === ''} onPress={() => keep(true)}>
                    Put away: keep, and clear the quay
                </Button>
                <Button $main isDisabled={isWorking || name.trim() === ''} onPress={() => keep(false)}>
                    {same ? `Keep stage ${(same.stages[0]?.number ?? 0) + 1}` : 'Keep it'}
                </Button>
            </SheetActions>
        </Sheet>
    );
}
