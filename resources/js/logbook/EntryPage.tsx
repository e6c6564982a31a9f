import { useQueryClient } from '@tanstack/react-query';
import { useState } from 'react';
import styled from 'styled-components';
import { answer, api, type Entry, type Plan, Problem } from '../api/client';
import { MovedPlan } from '../plan/MovedPlan';
import { PlanLines } from '../plan/PlanLines';
import { Statement } from '../plan/Statement';
import { ACTIONS, deed } from '../plan/words';
import { font } from '../theme/tokens';
import { Button } from '../ui/Button';
import { Table } from '../ui/ledger';
import { Notice } from '../ui/Notice';
import { PathText } from '../ui/PathText';
import { Sheet, SheetActions } from '../ui/Sheet';
import { useParts } from '../ui/useParts';
import { moment, readable, size } from '../ui/words';
import { Difference } from './Difference';
import { Settle } from './Settle';

const Page = styled.section`overflow-y: auto; padding: 16px 22px 30px; display: flex; flex-direction: column; gap: 14px; min-width: 0;`;
const Head = styled.div`display: flex; align-items: flex-start; gap: 14px; h2 { font-size: 20px; } > div { flex: 1; min-width: 0; } p { color: var(--ink-soft); }`;
const Line = styled.button<{ $on: boolean }>`
    display: grid; grid-template-columns: 14px 96px minmax(0, 1fr) auto; gap: 10px; width: 100%; text-align: left; font: inherit; color: inherit; background: none;
    border: 0; border-bottom: 1px solid var(--rule); padding: 7px 4px; cursor: pointer;
    &:hover { background: var(--tint-soft); }
    code { overflow: hidden; text-overflow: ellipsis; white-space: nowrap; font-size: 13px; line-height: 21px; }
    small { color: var(--ink-soft); font: 13px ${font.plain}; }
    svg { align-self: center; transform: ${(p) => (p.$on ? 'rotate(90deg)' : 'none')}; }
`;

/** What a rule was, each part of it on a line of its own. */
function Said({ words }: { words: string }) {
    return <span style={{ overflowWrap: 'anywhere', whiteSpace: 'pre-line' }}>{words.split('\n').map(readable).join('\n') || '—'}</span>;
}

export function EntryPage({ workspace, entry }: { workspace: string; entry: Entry }) {
    const client = useQueryClient();
    const [opened, setOpened] = useState<ReadonlySet<number>>(new Set(entry.lines.length > 0 ? [0] : []));
    const [plan, setPlan] = useState<Plan | null>(null);
    /** The plan that was read, where another one has come in its place. */
    const [moved, setMoved] = useState<Plan | null>(null);
    const lines = useParts(entry.lines, 100);
    const blockers = useParts(plan?.blockers ?? []);
    const warnings = useParts(plan?.warnings ?? []);
    const [problem, setProblem] = useState<string | null>(null);
    const [isBusy, setBusy] = useState(false);
    const at = { params: { path: { workspace, operation: entry.id } } };

    async function attempt(work: () => Promise<void>) {
        setBusy(true);
        setProblem(null);
        setMoved(null);
        try {
            await work();
        } catch (error) {
            setProblem((error as Error).message);
            if (error instanceof Problem && error.body.now) {
                setMoved(plan);
                setPlan(error.body.now as Plan);
            }
        }
        setBusy(false);
    }
    const ask = () => attempt(async () => setPlan(await answer(api.GET('/workspaces/{workspace}/logbook/{operation}/undo', at))));
    const takeBack = () =>
        attempt(async () => {
            await answer(
                api.POST('/workspaces/{workspace}/logbook/{operation}/undo', { ...at, body: { fingerprint: plan?.fingerprint ?? '' } }),
            );
            setPlan(null);
            await client.invalidateQueries({ queryKey: [workspace] });
        });

    return (
        <Page tabIndex={0} aria-label={`Entry ${entry.number}`}>
            <Head>
                <div>
                    <h2>
                        {entry.number}. {entry.words}
                    </h2>
                    <p>
                        {moment(entry.at)} · {entry.person ?? 'another program'} · {entry.state}
                        {entry.askedFrom && ` · from ${entry.askedFrom}`}
                    </p>
                    {entry.note && <p style={{ color: 'var(--ink)', marginTop: 4 }}>“{entry.note}”</p>}
                </div>
                {entry.canBeTakenBack && (
                    <Button onPress={ask} isDisabled={isBusy}>
                        Take it back …
                    </Button>
                )}
            </Head>
            {(entry.kind === 'copy' || entry.kind === 'set aside') && entry.state === 'done' && (
                <Notice>
                    <Statement workspace={workspace} entry={entry.id} />
                </Notice>
            )}
            {entry.details.length > 0 && (
                <Table $columns="minmax(0, 1fr) minmax(0, 1fr) minmax(0, 1fr)" aria-label="What was changed">
                    <div>
                        <span>what</span>
                        <span>before</span>
                        <span>after</span>
                    </div>
                    {entry.details.map((one) => (
                        <div key={one.name}>
                            <span>{readable(one.name)}</span>
                            <Said words={one.before} />
                            <Said words={one.after} />
                        </div>
                    ))}
                </Table>
            )}
            {entry.message && <Notice stop={entry.state === 'needs a person'}>{entry.message}</Notice>}
            {problem && !plan && <Notice stop>{problem}</Notice>}
            {entry.state === 'needs a person' && <Settle workspace={workspace} entry={entry} />}
            <div>
                {lines.shown.map((line, position) => {
                    const isOpen = opened.has(position);
                    const toggle = () => {
                        const next = new Set(opened);
                        if (!next.delete(position)) {
                            next.add(position);
                        }
                        setOpened(next);
                    };
                    return (
                        <div key={line.action + line.path}>
                            <Line $on={isOpen} onClick={toggle} aria-expanded={isOpen}>
                                <svg width="10" height="10" viewBox="0 0 10 10" aria-hidden="true">
                                    <path d="M3 1l5 4-5 4z" fill="currentColor" />
                                </svg>
                                <span>{ACTIONS[line.action]}</span>
                                <code title={line.path}>
                                    <PathText path={line.path} />
                                </code>
                                <small>
                                    {line.action === 'discard' || line.action === 'redraft' || line.action === 'state'
                                        ? line.reason
                                        : `${size(line.beforeSize) || 'no file'} → ${size(line.afterSize) || 'no file'} · ${line.reason}`}
                                </small>
                            </Line>
                            {isOpen && line.action !== 'state' && (
                                <Difference workspace={workspace} entry={entry.id} position={position} path={line.path} />
                            )}
                        </div>
                    );
                })}
                {lines.more}
            </div>
            {plan && (
                <Sheet
                    title={`Take back entry ${entry.number}`}
                    sub="what this will write, before it writes"
                    isOpen
                    onClose={() => setPlan(null)}
                >
                    <div style={{ overflowY: 'auto', display: 'flex', flexDirection: 'column', gap: 12 }}>
                        {moved && <MovedPlan before={moved} now={plan} onSeen={() => setMoved(null)} />}
                        {blockers.shown.map((blocker) => (
                            <Notice stop key={blocker.path}>
                                <code>{readable(blocker.path)}</code>
                                <span>{blocker.message}</span>
                            </Notice>
                        ))}
                        {blockers.more}
                        <PlanLines lines={plan.lines} />
                        {warnings.shown.map((warning) => (
                            <Notice key={warning.path + warning.message}>
                                <code>{readable(warning.path)}</code>
                                <span>{warning.message}</span>
                            </Notice>
                        ))}
                        {warnings.more}
                        {plan.lines.some((line) => line.draftAfter !== null) && (
                            <p>The drafts that this entry saved come back as drafts, so no work is lost.</p>
                        )}
                        {problem && <Notice stop>{problem}</Notice>}
                    </div>
                    <SheetActions>
                        <Button onPress={() => setPlan(null)}>Leave it</Button>
                        <Button $main onPress={takeBack} isDisabled={isBusy || plan.blockers.length > 0}>
                            {deed(plan)}
                        </Button>
                    </SheetActions>
                </Sheet>
            )}
        </Page>
    );
}
