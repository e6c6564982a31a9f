import { useMemo, useState } from 'react';
import { useNavigate, useOutletContext } from 'react-router';
import styled from 'styled-components';
import { answer, api, type KeptSession, Problem, type SessionItem, type Wish } from '../api/client';
import { useCommands } from '../shell/commands';
import type { FrameContext } from '../shell/context';
import { isNarrow } from '../theme/sizes';
import { font } from '../theme/tokens';
import { Button, TextButton } from '../ui/Button';
import { Check, OneOf } from '../ui/Check';
import { Menu } from '../ui/Menu';
import { Notice } from '../ui/Notice';
import { moment, readable, size } from '../ui/words';
import { ClashSheet } from './ClashSheet';
import { DifferencesSheet } from './DifferencesSheet';
import { ItemList } from './ItemList';
import { OpeningProgress } from './OpeningProgress';
import { DeleteSheet, LabelSheet, NameSheet, ShareSheet } from './PaneSheets';
import { type Take, useAfterwards, useContents, useGoToQuay, useOpeningPlan } from './useSessions';

const Pane = styled.section`display: grid; grid-template-rows: auto auto auto minmax(0, 1fr); min-height: 0; min-width: 0; @media ${isNarrow} { display: block; }`;
const Head = styled.div`
    display: grid; grid-template-columns: minmax(0, 1fr) auto auto; align-items: center; gap: 2px 10px; padding: 10px 16px 8px; min-width: 0;
    h2 { font-size: 19px; grid-column: 1; overflow: hidden; text-overflow: ellipsis; white-space: nowrap; } > button { grid-column: 3; grid-row: 1; } p { grid-column: 1 / -1; color: var(--ink-soft); font-size: 14px; overflow: hidden; text-overflow: ellipsis; white-space: nowrap; }
    @media ${isNarrow} { grid-template-columns: minmax(0, 1fr) auto; > select { grid-column: 1; grid-row: 2; } > button { grid-column: 2; } }
`;
const Select = styled.select`grid-column: 2; grid-row: 1; font: 14px ${font.plain}; color: var(--ink); background: var(--sheet); border: 1px solid var(--rule-strong); border-radius: 3px; padding: 3px 5px; max-width: 240px;`;
const Ways = styled.div`
    display: grid; grid-template-columns: minmax(0, 1fr) auto; gap: 8px 20px; align-items: end; padding: 8px 16px 12px; border-bottom: 1px solid var(--rule-strong); background: var(--sheet); border-top: 1px solid var(--rule);
    > p { grid-column: 1; align-self: center; font: 500 15.5px ${font.title}; } > button { grid-column: 2; }
    @media ${isNarrow} { grid-template-columns: minmax(0, 1fr); > button { grid-column: 1; } }
`;

interface Props {
    workspace: string;
    session: KeptSession;
    sessions: KeptSession[];
    isOpen: boolean;
}

/** One session: its stages, the ways to open it with what each will do, and its documents against what is there now. */
export function SessionPane({ workspace, session, sessions, isOpen }: Props) {
    const navigate = useNavigate();
    const frame = useOutletContext<FrameContext>();
    const afterwards = useAfterwards();
    const goToQuay = useGoToQuay();
    const newest = session.stages[0]?.number ?? 1;
    const [number, setNumber] = useState(newest);
    const stage = session.stages.find((one) => one.number === number) ?? session.stages[0];
    const contents = useContents(session.id, stage?.number ?? newest);
    const [way, setWay] = useState<Wish['way']>('instead');
    const [settings, setSettings] = useState<boolean | null>(null);
    const [left, setLeft] = useState<Set<number>>(new Set());
    const [takes, setTakes] = useState<Record<number, Take>>({});
    const [clash, setClash] = useState<SessionItem | null>(null);
    const [sheet, setSheet] = useState<'share' | 'name' | 'label' | 'delete' | 'compare' | null>(null);
    const [isWorking, setWorking] = useState(false);
    const [problem, setProblem] = useState<string | null>(null);
    const items = contents.data?.items ?? [];
    const withSettings = settings ?? way === 'instead';
    const wish = useMemo<Wish>(
        () => ({
            way,
            only: left.size === 0 ? null : items.filter((one) => !left.has(one.key)).map((one) => one.key),
            takes: takes as Record<string, Take>,
        }),
        [way, left, takes, items],
    );
    const plan = useOpeningPlan(session.id, stage?.number ?? newest, wish);
    const isPart = left.size > 0;

    async function open() {
        setWorking(true);
        setProblem(null);
        try {
            const body = { ...wish, stage: stage?.number, withSettings, fingerprint: plan.data?.fingerprint };
            const done = await answer(api.POST('/sessions/{session}/open', { params: { path: { session: session.id } }, body }));
            frame.say(done.keptAs === null ? 'Opened.' : `Opened. What was open before is kept; z leads back to it.`);
            goToQuay(where(items, wish, workspace));
        } catch (error) {
            setProblem((error as Error).message);
            setWorking(false);
            if (error instanceof Problem && error.status === 409) {
                await contents.refetch();
                await plan.refetch();
            }
        }
    }
    useCommands([{ name: `Open the session ${session.name}`, run: open }]);
    if (!stage) {
        return null;
    }
    return (
        <Pane aria-label={`Session ${session.name}`}>
            <Head>
                <h2>{readable(session.name)}</h2>
                {session.stages.length > 1 && (
                    <Select
                        aria-label="Stage"
                        value={stage.number}
                        onChange={(event) => {
                            setNumber(Number(event.target.value));
                            setLeft(new Set());
                            setTakes({});
                        }}
                    >
                        {session.stages.map((one) => (
                            <option key={one.number} value={one.number}>
                                stage {one.number}, {moment(one.at)}
                                {one.label ? `, “${readable(one.label)}”` : ''}
                            </option>
                        ))}
                    </Select>
                )}
                <Menu
                    label={`More for the session ${session.name}`}
                    entries={[
                        { name: 'Compare with another …', run: () => setSheet('compare') },
                        {
                            name: 'Pack what it has here as a crate …',
                            run: () => navigate(`/w/${workspace}/crates/pack?session=${encodeURIComponent(session.name)}`),
                        },
                        {
                            name: 'Export as one file',
                            run: () => {
                                // Where it cannot be made the browser says so, and the page stays.
                                Object.assign(document.createElement('a'), {
                                    href: `/api/sessions/${session.id}/export?stage=${stage.number}`,
                                    download: '',
                                }).click();
                            },
                        },
                        ...(session.isMine
                            ? [
                                  { name: 'Share …', apart: true, run: () => setSheet('share') },
                                  { name: 'Label this stage …', run: () => setSheet('label') },
                                  { name: 'Another name …', run: () => setSheet('name') },
                                  { name: 'Delete …', apart: true, run: () => setSheet('delete') },
                              ]
                            : []),
                    ]}
                />
                <p>
                    {stage.note
                        ? readable(stage.note)
                        : session.isMine
                          ? ''
                          : `${readable(session.by)}’s; opened, it becomes your own copy`}
                </p>
            </Head>
            <Ways>
                <div>
                    <OneOf<Wish['way']>
                        label="Open it"
                        options={{ instead: 'instead of what is open', add: 'added to what is open' }}
                        value={way}
                        onChange={setWay}
                    />
                    <Check isSelected={withSettings} onChange={setSettings}>
                        with its settings and views{' '}
                        <small>
                            {stage.everything
                                ? 'order of the quay, watch, how each document is looked at'
                                : 'order of the quay, how each document is looked at'}
                        </small>
                    </Check>
                </div>
                <p aria-live="polite">
                    {isWorking ? (
                        <OpeningProgress />
                    ) : plan.data ? (
                        sentence(plan.data.words, isOpen)
                    ) : plan.isError ? (
                        plan.error.message
                    ) : (
                        'Looking at what is there …'
                    )}
                </p>
                <Button $main isDisabled={isWorking || !plan.data || items.length === left.size} onPress={open}>
                    {isPart
                        ? `Open ${items.length - left.size} of ${items.length}`
                        : `Open ${items.length === 1 ? 'it' : `all ${items.length}`}`}
                </Button>
            </Ways>
            <div>
                {problem && <Notice stop>{problem}</Notice>}
                {(contents.data?.hidden ?? 0) > 0 && (
                    <Notice>{`${contents.data?.hidden} more are in workspaces that you are no member of; they are left.`}</Notice>
                )}
                {isPart && (
                    <Notice>
                        <span>
                            {left.size} left out. <TextButton onPress={() => setLeft(new Set())}>Take all</TextButton>
                        </span>
                    </Notice>
                )}
            </div>
            <ItemList
                items={items}
                isPending={contents.isPending}
                lines={plan.data?.lines ?? []}
                left={left}
                takes={takes}
                onLeft={setLeft}
                onTake={(key, take) =>
                    setTakes(
                        take === null
                            ? Object.fromEntries(Object.entries(takes).filter(([one]) => Number(one) !== key))
                            : { ...takes, [key]: take },
                    )
                }
                onClash={setClash}
                onMatch={
                    session.isMine
                        ? async (item, path) => {
                              const body = { workspace: item.slug ?? workspace, path };
                              await answer(
                                  api.POST('/sessions/{session}/items/{item}/is', {
                                      params: { path: { session: session.id, item: item.key } },
                                      body,
                                  }),
                              );
                              await afterwards();
                          }
                        : undefined
                }
            />
            {clash?.slug && clash.document && (
                <ClashSheet
                    item={clash}
                    workspace={clash.slug}
                    document={clash.document}
                    take={takes[clash.key] ?? 'now'}
                    onTake={(take) => {
                        setTakes({ ...takes, [clash.key]: take });
                        setClash(null);
                    }}
                    onClose={() => setClash(null)}
                />
            )}
            {sheet === 'compare' && (
                <DifferencesSheet session={session} stage={stage.number} sessions={sessions} onClose={() => setSheet(null)} />
            )}
            {sheet === 'share' && <ShareSheet session={session} onClose={() => setSheet(null)} />}
            {sheet === 'name' && <NameSheet session={session} onClose={() => setSheet(null)} />}
            {sheet === 'label' && <LabelSheet session={session} stage={stage} onClose={() => setSheet(null)} />}
            {sheet === 'delete' && (
                <DeleteSheet
                    session={session}
                    frees={size(contents.data?.ownBytes ?? 0) || '0 B'}
                    onClose={() => setSheet(null)}
                    onDone={() => navigate(`/w/${workspace}/sessions`, { replace: true })}
                />
            )}
        </Pane>
    );
}

function sentence(words: string, isOpen: boolean): string {
    return `${words.charAt(0).toUpperCase()}${words.slice(1)}.${isOpen ? ' It is the one that is open now.' : ''}`;
}

/** The workspace to go to: this one where the session has something here, else the first that it has. */
function where(items: SessionItem[], wish: Wish, workspace: string): string {
    const wanted = new Set(wish.only ?? items.map((one) => one.key));
    const slugs = items.filter((one) => wanted.has(one.key)).map((one) => one.slug);
    return slugs.includes(workspace) ? workspace : (slugs.find((slug) => slug !== null) ?? workspace);
}
