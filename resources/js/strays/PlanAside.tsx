import type { ReactNode } from 'react';
import { Link } from 'react-router';
import styled from 'styled-components';
import type { Plan } from '../api/client';
import { PlanLines } from '../plan/PlanLines';
import { deed } from '../plan/words';
import { font } from '../theme/tokens';
import { Button } from '../ui/Button';
import { Field } from '../ui/Field';
import { Notice } from '../ui/Notice';
import { useParts } from '../ui/useParts';
import { readable } from '../ui/words';

const Panel = styled.aside`display: flex; flex-direction: column; min-height: 0; background: var(--sheet);`;
const Head = styled.header`padding: 14px 18px 10px; border-bottom: 1px solid var(--rule-strong); h2 { font-size: 18px; } p { font-size: 13.5px; color: var(--ink-soft); }`;
const Body = styled.div`flex: 1; min-height: 0; overflow-y: auto; padding: 14px 18px; display: flex; flex-direction: column; gap: 14px;`;
const Foot = styled.footer`border-top: 1px solid var(--rule-strong); padding: 12px 18px 14px; display: flex; flex-direction: column; gap: 10px;`;
const Path = styled.span`font: 12.5px ${font.mono}; overflow-wrap: anywhere;`;

interface Props {
    sub: string;
    plan: Plan | undefined;
    problem: string | null;
    isBusy: boolean;
    note: string;
    onNote: (note: string) => void;
    onCarryOut: () => void;
    /** What stands there while nothing is chosen, or after it is done. */
    children?: ReactNode;
}

/** What an answer would write, before it is carried out. */
export function PlanAside({ sub, plan, problem, isBusy, note, onNote, onCarryOut, children }: Props) {
    const blockers = useParts(plan?.blockers ?? []);
    const warnings = useParts(plan?.warnings ?? []);
    const isStopped = (plan?.blockers.length ?? 0) > 0;
    return (
        <Panel aria-label="The plan">
            <Head>
                <h2>The plan</h2>
                <p>{sub}</p>
            </Head>
            <Body>
                {children}
                {problem && <Notice stop>{problem}</Notice>}
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
            </Body>
            {plan && plan.lines.length > 0 && (
                <Foot>
                    <Field label="Note for the logbook" value={note} onChange={onNote} />
                    <Button $main isDisabled={isBusy || isStopped} onPress={onCarryOut}>
                        {isBusy ? 'Writing …' : deed(plan)}
                    </Button>
                </Foot>
            )}
        </Panel>
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
