import { useQueryClient } from '@tanstack/react-query';
import { useState } from 'react';
import { useNavigate } from 'react-router';
import styled from 'styled-components';
import { answer, api, type Row } from '../api/client';
import { keys } from '../api/queries';
import { DiscardSheet } from '../hold/DiscardSheet';
import { useDecisions } from '../plan/decisions';
import { States } from '../quay/States';
import { isSingle } from '../theme/sizes';
import { font } from '../theme/tokens';
import { Button } from '../ui/Button';
import { Notice } from '../ui/Notice';
import { PathText } from '../ui/PathText';
import { isUnsaved } from '../ui/rows';
import { Sheet, SheetActions } from '../ui/Sheet';
import { useParts } from '../ui/useParts';
import { count, fileName, readable } from '../ui/words';

const List = styled.ul`
    list-style: none; margin: 0; padding: 0; overflow-y: auto; max-height: 44vh; border-block: 1px solid var(--rule);
    li { display: grid; grid-template-columns: minmax(0, 1fr) 330px; gap: 0 12px; padding: 6px 2px; border-bottom: 1px solid var(--rule); }
    @media ${isSingle} { li { grid-template-columns: minmax(0, 1fr); } }
    li > div { min-width: 0; }
    b { font: 600 14.5px ${font.title}; }
    b, code, div > small { display: block; overflow: hidden; text-overflow: ellipsis; white-space: nowrap; }
    code, small { font-size: 12px; color: var(--ink-soft); }
    li > small { grid-column: 1 / -1; }
    small { font-size: 13px; }
`;

interface Props {
    workspace: string;
    rows: Row[];
    hold: Row[];
    /** What leaving is called: “Log out”, “Leave”. */
    act: string;
    onLeave: () => Promise<void> | void;
    onClose: () => void;
}

/** Shows what is unsaved before a person leaves: to plan and save, to leave in the hold, or to discard after a look. */
export function LeaveSheet({ workspace, rows, hold, act, onLeave, onClose }: Props) {
    const client = useQueryClient();
    const navigate = useNavigate();
    const { decide } = useDecisions(workspace);
    const [isDiscarding, setDiscarding] = useState(false);
    const [problem, setProblem] = useState<string | null>(null);
    const unsaved = [...rows, ...hold].filter(isUnsaved);
    const held = new Set(hold.map((row) => row.id));
    const { shown, more } = useParts(unsaved);

    function plan() {
        decide(
            unsaved.map((row) => row.id),
            { kind: 'save' },
        );
        onClose();
        navigate(`/w/${workspace}/quay`);
    }
    async function keepInHold() {
        try {
            const shown = unsaved.filter((row) => !held.has(row.id)).map((row) => row.id);
            if (shown.length > 0) {
                await answer(
                    api.POST('/workspaces/{workspace}/quay/close', { params: { path: { workspace } }, body: { documents: shown } }),
                );
                await client.invalidateQueries({ queryKey: keys.quay(workspace) });
            }
            await onLeave();
        } catch (error) {
            setProblem((error as Error).message);
        }
    }
    if (isDiscarding) {
        return <DiscardSheet workspace={workspace} rows={unsaved} onClose={() => setDiscarding(false)} onDone={() => onLeave()} />;
    }
    return (
        <Sheet
            title={`${act} with unsaved work?`}
            sub={`${count(unsaved.length, 'document')} ${unsaved.length === 1 ? 'has' : 'have'} a draft; all are kept on the server whatever you choose`}
            isOpen
            onClose={onClose}
            wide
        >
            <List tabIndex={0} aria-label="Unsaved documents">
                {shown.map((row) => (
                    <li key={row.id}>
                        <div>
                            <b>{readable(row.title ?? fileName(row.path))}</b>
                            <code title={row.path}>
                                <PathText path={row.path} />
                            </code>
                            {held.has(row.id) && <small>in the hold</small>}
                        </div>
                        <States row={row} />
                        {row.below === 'unsettled' && row.because && <small>unsaved below it: {readable(row.because)}</small>}
                    </li>
                ))}
            </List>
            {more}
            {problem && <Notice stop>{problem}</Notice>}
            <SheetActions>
                <Button onPress={onClose}>Stay</Button>
                <span style={{ flex: 1 }} />
                <Button onPress={() => setDiscarding(true)}>Compare and discard …</Button>
                <Button onPress={keepInHold}>Leave {unsaved.length === 1 ? 'it' : 'them'} in the hold</Button>
                <Button $main onPress={plan}>
                    See the plan and save
                </Button>
            </SheetActions>
        </Sheet>
    );
}
