import { useQueryClient } from '@tanstack/react-query';
import { memo, useRef, useState } from 'react';
import { Link, useNavigate } from 'react-router';
import styled from 'styled-components';
import { answer, api, type Entry, ifMatch, type Plan, type PlanLine, Problem, type Quay, type Row, type WayOut } from '../api/client';
import { keys } from '../api/queries';
import { useCommands } from '../shell/commands';
import { font } from '../theme/tokens';
import { Aside } from '../ui/Aside';
import { Button, TextButton } from '../ui/Button';
import { Field } from '../ui/Field';
import { later } from '../ui/later';
import { number } from '../ui/locale';
import { Notice } from '../ui/Notice';
import { isUnsaved } from '../ui/rows';
import { useParts } from '../ui/useParts';
import { count, fileName, readable } from '../ui/words';
import { asDecisions, isDeciding } from './choices';
import { useDecisions } from './decisions';
import { MovedPlan } from './MovedPlan';
import { PlanLines } from './PlanLines';
import { Progress } from './Progress';
import { Question } from './Question';
import { Selected } from './Selected';
import { Statement } from './Statement';
import { useExecution } from './useExecution';
import { usePlan } from './usePlan';
import { deed } from './words';

const CompareSheet = later(async () => (await import('./CompareSheet')).CompareSheet);

/** More strays than this can be accepted together. */
const MANY = 3;

const Known = styled.div`display: flex; flex-direction: column; gap: 10px; outline: none; &:empty { display: none; }`;
const Path = styled.span`font: 12.5px ${font.mono}; overflow-wrap: anywhere;`;
const Ways = styled.div`display: flex; flex-wrap: wrap; gap: 2px 14px;`;
const Scopes = styled.div`display: flex; flex-direction: column; align-items: stretch; gap: 8px; button { text-align: left; }`;

interface Props {
    workspace: string;
    rows: Row[];
    current: Row | null;
    /** Where scopes of the quay are no matter: null. */
    onEverything: (() => void) | null;
    onBelow: ((row: Row) => void) | null;
}

/** The plan beside the ledger: it follows every decision, and its one button says what it will do. */
export const PlanPanel = memo(function PlanPanel({ workspace, rows, current, onEverything, onBelow }: Props) {
    const client = useQueryClient();
    const { choices, asked, problem: notKept, decide, clear, carriedOut } = useDecisions(workspace);
    const isChosen = isDeciding(choices);
    const query = usePlan(workspace, choices);
    const plan = isChosen ? query.data : undefined;
    const blockers = useParts(plan?.blockers ?? []);
    const warnings = useParts(plan?.warnings ?? []);
    const known = useRef<HTMLDivElement>(null);
    const [note, setNote] = useState('');
    const [done, setDone] = useState<Entry | null>(null);
    const [compared, setCompared] = useState<PlanLine | null>(null);
    const { isWriting, progress, problem, moved, write: execute, stop, forget, setProblem } = useExecution(workspace);
    const navigate = useNavigate();
    const canWrite = plan !== undefined && plan.lines.length > 0 && plan.blockers.length === 0 && !query.isPlaceholderData && !isWriting;

    async function write() {
        if (plan && canWrite) {
            const entry = await execute({ decisions: asDecisions(choices), plan, note });
            setDone(entry);
            if (entry) {
                setNote('');
                carriedOut();
            }
        }
    }

    /** As it was read last; where someone else has been quicker, they say so. */
    const revisionOnQuay = (id: string) => {
        const quay = client.getQueryData<Quay>(keys.quay(workspace));
        return [...(quay?.rows ?? []), ...(quay?.hold ?? [])].find((row) => row.id === id)?.revision ?? 0;
    };

    async function take(way: WayOut) {
        const before = choices[way.documentId];
        setProblem(null);
        try {
            switch (way.kind) {
                case 'propose':
                    await answer(
                        api.PATCH('/workspaces/{workspace}/documents/{document}', {
                            params: { path: { workspace, document: way.documentId }, header: ifMatch(revisionOnQuay(way.documentId)) },
                            body: { path: way.value ?? '' },
                        }),
                    );
                    await client.invalidateQueries({ queryKey: [workspace] });
                    break;
                case 'rescan':
                    await answer(api.POST('/workspaces/{workspace}/scan', { params: { path: { workspace } } }));
                    break;
                case 'mend':
                    navigate(`/w/${workspace}/documents/${way.documentId}`);
                    break;
                case 'take in':
                    navigate(`/w/${workspace}/strays/take-in?of=${way.documentId}`);
                    break;
                case 'rename':
                    decide([way.documentId], { ...(before ?? { kind: 'copy' }), path: way.value ?? '', over: null });
                    break;
                case 'replace':
                    decide([way.documentId], { ...(before ?? { kind: 'copy' }), over: way.value ?? null });
                    break;
                case 'accept':
                    decide([way.documentId], {
                        ...(before ?? { kind: 'delete' }),
                        accepted: [...(before?.accepted ?? []), way.value ?? ''],
                    });
                    break;
                case 'leave':
                    // A document that was itself decided to go or move stays, which takes its decision away.
                    decide([way.documentId], before && before.kind !== 'save' ? null : { kind: 'leave' });
                    break;
                default:
                    decide([way.documentId], { kind: way.kind, ...(way.value ? { over: way.value } : {}) });
            }
        } catch (error) {
            setProblem(error instanceof Problem ? error.message : 'That failed. Try again.');
        }
    }

    // Where thousands point at what goes, nobody settles them one by one.
    const strays = (plan?.blockers ?? []).flatMap((blocker) => blocker.waysOut.filter((way) => way.kind === 'accept'));

    function acceptAll() {
        for (const id of new Set(strays.map((way) => way.documentId))) {
            decide([id], { ...(choices[id] ?? { kind: 'delete' }), acceptAll: true });
        }
    }

    useCommands(canWrite && plan ? [{ name: deed(plan), keys: 'Ctrl+Enter', run: write }] : []);
    const unsaved = rows.filter(isUnsaved);
    const replaced = (path: string) => plan?.lines.find((line) => line.path === path && line.action === 'replace');

    const foot = isChosen && (
        <>
            {progress && <Progress {...progress} onStop={stop} />}
            <Field
                label={asked?.what === 'next' ? 'What this stage is (can stay empty)' : 'Note for the logbook (can stay empty)'}
                value={note}
                onChange={setNote}
            />
            <Button $main data-kept isDisabled={!canWrite} onPress={write}>
                {isWriting
                    ? 'Writing …'
                    : query.isError
                      ? 'There is no plan: see above'
                      : !plan || plan.lines.length === 0
                        ? 'Nothing to write'
                        : deed(plan)}
            </Button>
            {plan && plan.warnings.length > 0 && (
                <TextButton
                    onPress={() => {
                        known.current?.scrollIntoView({ block: 'start' });
                        known.current?.focus();
                    }}
                >
                    {count(plan.warnings.length, 'thing')} to know first
                </TextButton>
            )}
            {plan && plan.blockers.length > 0 && <small>Stopped: {count(plan.blockers.length, 'thing')} to settle above.</small>}
            <TextButton onPress={clear}>Leave everything as it is</TextButton>
        </>
    );

    return (
        <Aside
            title="The plan"
            sub={plan && plan.lines.length > 0 ? 'what a save will write, and why' : 'what a save would write'}
            summary={shortly(isChosen, plan)}
            asks={asked !== null}
            foot={foot}
        >
            {done && !isChosen && (
                <Notice>
                    <span>
                        Done, as <Link to={`/w/${workspace}/logbook/${done.id}`}>entry {done.number}</Link>:{' '}
                        {count(done.lines.length, 'line')}. It can be taken back there.
                    </span>
                    {(done.kind === 'copy' || done.kind === 'set aside') && <Statement workspace={workspace} entry={done.id} />}
                </Notice>
            )}
            {problem && (
                <Notice stop>
                    <span>{problem}</span>
                </Notice>
            )}
            {notKept && (
                <Notice stop>
                    <span>{notKept}</span>
                </Notice>
            )}
            {moved && plan && <MovedPlan before={moved} now={plan} onSeen={forget} />}
            {isChosen && query.isError && (
                <Notice stop>
                    <span>{query.error.message}</span>
                    <TextButton onPress={() => query.refetch()}>Try again</TextButton>
                </Notice>
            )}
            {asked && <Question key={asked.id + asked.what} workspace={workspace} asked={asked} choices={choices} plan={plan} />}
            {!isChosen && !asked && (!onEverything || !onBelow) && (
                <p>
                    Move, rename or delete files, or make decisions on the quay. What will be written, and which references follow, shows
                    here first.
                </p>
            )}
            {!isChosen && !asked && onEverything && onBelow && (
                <Nothing
                    workspace={workspace}
                    unsaved={unsaved}
                    current={current}
                    onEverything={onEverything}
                    onBelow={onBelow}
                    onThis={(row) => decide([row.id], { kind: 'save' })}
                />
            )}
            {strays.length > MANY && (
                <Notice stop>
                    <span>{count(strays.length, 'document')} would point at nothing. Settle them one by one below, or:</span>
                    <Ways>
                        <TextButton onPress={acceptAll}>Accept all {number(strays.length)} strays</TextButton>
                    </Ways>
                </Notice>
            )}
            {blockers.shown.map((blocker) => (
                <Notice stop key={blocker.documentId + blocker.message}>
                    <Path>{readable(blocker.path)}</Path>
                    <span>
                        {blocker.message}
                        {blocker.waysOut.some((way) => way.kind === 'replace') &&
                            rows.some((row) => row.path === blocker.path) &&
                            ' You have it open here; it would show the new content.'}
                    </span>
                    <Ways>
                        {blocker.waysOut.some((way) => way.kind === 'replace') && replaced(blocker.path) && (
                            <TextButton onPress={() => setCompared(replaced(blocker.path) ?? null)}>Compare the two</TextButton>
                        )}
                        {rows.some((row) => row.id === blocker.documentId && row.file === 'changed outside') && (
                            <TextButton onPress={() => navigate(`/w/${workspace}/documents/${blocker.documentId}/outside`)}>
                                Compare and merge …
                            </TextButton>
                        )}
                        {blocker.waysOut.map((way) => (
                            <TextButton key={way.label} onPress={() => take(way)}>
                                {way.label}
                            </TextButton>
                        ))}
                    </Ways>
                </Notice>
            ))}
            {blockers.more}
            {plan && (
                <PlanLines lines={plan.lines} onLeaveOut={(line) => decide([line.documentId], { kind: 'leave' })} onCompare={setCompared} />
            )}
            {plan && plan.lines.length === 0 && plan.blockers.length === 0 && <p>Every document that you chose is as saved already.</p>}
            <Known ref={known} tabIndex={-1}>
                {warnings.shown.map((warning) => (
                    <Notice key={warning.path + warning.message}>
                        <Path>{readable(warning.path)}</Path>
                        <span>{warning.message}</span>
                        {warning.waysOut.length > 0 && (
                            <Ways>
                                {warning.waysOut.map((way) => (
                                    <TextButton key={way.label} onPress={() => take(way)}>
                                        {way.label}
                                    </TextButton>
                                ))}
                            </Ways>
                        )}
                    </Notice>
                ))}
                {warnings.more}
            </Known>

            {compared && (
                <CompareSheet workspace={workspace} decisions={asDecisions(choices)} line={compared} onClose={() => setCompared(null)} />
            )}
        </Aside>
    );
});

/** The plan on its folded sheet. */
function shortly(isChosen: boolean, plan: Plan | undefined): string {
    if (!isChosen) {
        return 'nothing is chosen yet';
    }
    const stops = plan?.blockers.length ?? 0;
    return stops > 0 ? `stopped: ${count(stops, 'thing')} to settle` : count(plan?.lines.length ?? 0, 'line');
}

interface NothingProps {
    workspace: string;
    unsaved: Row[];
    current: Row | null;
    onEverything: () => void;
    onBelow: (row: Row) => void;
    onThis: (row: Row) => void;
}

function Nothing({ workspace, unsaved, current, onEverything, onBelow, onThis }: NothingProps) {
    if (unsaved.length === 0) {
        return (
            <>
                <p>Everything that you have open is as saved. There is nothing to write.</p>
                {current && <Selected workspace={workspace} row={current} />}
            </>
        );
    }
    const name = current ? (current.title ?? fileName(current.path)) : '';
    return (
        <>
            <p>Nothing is chosen yet. Decide in the rows, or choose a scope:</p>
            <Scopes>
                {current && isUnsaved(current) && <Button onPress={() => onThis(current)}>This document: {name}</Button>}
                {current && <Button onPress={() => onBelow(current)}>{name}, with all below it</Button>}
                <Button onPress={onEverything}>The whole quay: {count(unsaved.length, 'document')}</Button>
            </Scopes>
            {current && <Selected workspace={workspace} row={current} />}
        </>
    );
}
