import type { ReactNode } from 'react';
import { Link } from 'react-router';
import styled from 'styled-components';
import type { Plan } from '../api/client';
import { MovedPlan } from '../plan/MovedPlan';
import { PlanLines } from '../plan/PlanLines';
import { deed } from '../plan/words';
import { useCommands } from '../shell/commands';
import { font } from '../theme/tokens';
import { Aside } from '../ui/Aside';
import { Button } from '../ui/Button';
import { Field } from '../ui/Field';
import { Notice } from '../ui/Notice';
import { useParts } from '../ui/useParts';
import { count, readable } from '../ui/words';

const Path = styled.span`font: 12.5px ${font.mono}; overflow-wrap: anywhere;`;

interface Props {
    sub: string;
    planned: {
        plan: Plan | undefined;
        moved: Plan | null;
        read: () => void;
        problem: string | null;
        isBusy: boolean;
        note: string;
        setNote: (note: string) => void;
    };
    onCarryOut: () => void;
    /** What stands there while nothing is chosen, or after it is done. */
    children?: ReactNode;
}

/** What an answer would write, before it is carried out. */
export function PlanAside({ sub, planned, onCarryOut, children }: Props) {
    const { plan, moved, problem, isBusy } = planned;
    const blockers = useParts(plan?.blockers ?? []);
    const warnings = useParts(plan?.warnings ?? []);
    const isStopped = (plan?.blockers.length ?? 0) > 0;
    useCommands(plan && plan.lines.length > 0 && !isBusy && !isStopped ? [{ name: deed(plan), keys: 'Ctrl+Enter', run: onCarryOut }] : []);
    return (
        <Aside
            title="The plan"
            sub={sub}
            summary={plan ? count(plan.lines.length, 'line') : sub}
            foot={
                plan &&
                plan.lines.length > 0 && (
                    <>
                        <Field label="Note for the logbook" value={planned.note} onChange={planned.setNote} />
                        <Button $main data-kept isDisabled={isBusy || isStopped} onPress={onCarryOut}>
                            {isBusy ? 'Writing …' : deed(plan)}
                        </Button>
                    </>
                )
            }
        >
            {children}
            {problem && <Notice stop>{problem}</Notice>}
            {moved && plan && <MovedPlan before={moved} now={plan} onSeen={planned.read} />}
            {blockers.shown.map((blocker) => (
                <Notice key={blocker.documentId + blocker.path + blocker.message} stop>
                    <Path>{readable(blocker.path)}</Path>
                    <span>{blocker.message}</span>
                </Notice>
            ))}
            {blockers.more}
            {warnings.shown.map((warning) => (
                <Notice key={warning.path + warning.message}>
                    <Path>{readable(warning.path)}</Path>
                    <span>{warning.message}</span>
                </Notice>
            ))}
            {warnings.more}
            {plan && <PlanLines lines={plan.lines} />}
            {plan && plan.lines.length === 0 && !isStopped && <p>Nothing would change.</p>}
        </Aside>
    );
}

/** What was done, and the way to take it back. */
export function Done({ workspace, entry, children }: { workspace: string; entry: { id: string; number: number }; children: ReactNode }) {
    return (
        <Notice>
            <span>
                {children} <Link to={`/w/${workspace}/logbook/${entry.id}`}>Entry {entry.number}</Link> can be taken back as one.
            </span>
        </Notice>
    );
}
