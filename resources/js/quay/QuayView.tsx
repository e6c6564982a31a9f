import { useQueryClient } from '@tanstack/react-query';
import { useMemo, useRef, useState } from 'react';
import { Link, useOutletContext, useParams } from 'react-router';
import styled from 'styled-components';
import { answer, api, type Row } from '../api/client';
import { keys, useQuay } from '../api/queries';
import { usePreferences } from '../api/usePreferences';
import { useKeeping } from '../bookmarks/useKeeping';
import { useDecisions } from '../plan/decisions';
import { useDocumentActions } from '../plan/useDocumentActions';
import { useCommands } from '../shell/commands';
import type { FrameContext } from '../shell/context';
import { ViewHead } from '../shell/ViewHead';
import { isNarrow, isSingle } from '../theme/sizes';
import { WithAside } from '../ui/Aside';
import { Button, TextButton } from '../ui/Button';
import { Empty } from '../ui/Empty';
import { TextBox } from '../ui/Field';
import { Notice } from '../ui/Notice';
import { isUnsaved } from '../ui/rows';
import { Watched } from '../ui/watched';
import { count, fileName } from '../ui/words';
import { BesideQuay } from './BesideQuay';
import type { Column } from './columns';
import { Filters } from './Filters';
import { Guide } from './Guide';
import { Ledger } from './Ledger';
import { arranged, type Filter, matches, type Order, passes } from './order';
import { useKeptSearch } from './useKeptSearch';

const Main = styled.section`display: flex; flex-direction: column; min-height: 0; min-width: 0;`;
const Find = styled(TextBox)`width: 190px; @media ${isNarrow} { width: auto; flex: 1; min-width: 120px; }`;
const Held = styled.div`
    border-top: 1px solid var(--rule-strong); padding: 8px 16px 8px 60px; font-size: 14px; color: var(--ink-soft);
    @media ${isSingle} { padding-left: 12px; }
`;

const NONE: Row[] = [];
const PICTURE: Column[] = ['picture'];
/** What is being drawn is kept when it stands still. */
const SETTLED_MS = 500;

export function QuayView() {
    const { workspace = '' } = useParams();
    const quay = useQuay(workspace);
    const client = useQueryClient();
    const { open, make } = useOutletContext<FrameContext>();
    const decisions = useDecisions(workspace);
    const actions = useDocumentActions(workspace);
    const [current] = useState(() => new Watched<string | null>(null));
    const [words, setWords] = useState('');
    const keeping = useKeeping(workspace);
    const [closed, setClosed] = useState<string | null>(null);
    const all = quay.data?.rows ?? NONE;
    const hold = quay.data?.hold ?? [];
    const kept = useKeptSearch(workspace, keeping.bookmarks.all, all.length);
    const preferences = usePreferences();
    const { filter = 'all', order = 'opened', columns = PICTURE, stateWidth = null } = preferences.now?.quay ?? {};
    const [drawn, setDrawn] = useState<number | null>(null);
    const settling = useRef<ReturnType<typeof setTimeout> | undefined>(undefined);
    const arrange = (quay: { filter?: Filter; order?: Order; columns?: Column[]; stateWidth?: number | null }) =>
        void preferences.change({ quay }).catch(() => {});
    /** While the pointer draws, only the page knows. */
    function draw(width: number) {
        setDrawn(width);
        clearTimeout(settling.current);
        settling.current = setTimeout(() => {
            arrange({ stateWidth: width });
            setDrawn(null);
        }, SETTLED_MS);
    }
    const setFilter = (to: Filter) => arrange({ filter: to });
    const setOrder = (to: Order) => arrange({ order: to });
    const rows = useMemo(
        () => all.filter((row) => passes(row, filter) && matches(row, words) && kept.has(row.id)),
        [all, filter, words, kept.has],
    );
    const entries = useMemo(() => arranged(rows, order), [rows, order]);
    const everyRow = useMemo(() => [...(quay.data?.rows ?? []), ...(quay.data?.hold ?? [])], [quay.data]);

    async function close(ids: string[]) {
        const { held } = await answer(
            api.POST('/workspaces/{workspace}/quay/close', { params: { path: { workspace } }, body: { documents: ids } }),
        );
        decisions.decide(ids, null);
        const names = all.filter((row) => held.includes(row.id)).map((row) => row.title ?? fileName(row.path));
        setClosed(names.length > 0 ? `${names.join(', ')}: closed from view. The draft is kept in the hold.` : null);
        await client.invalidateQueries({ queryKey: keys.quay(workspace) });
    }

    async function reopen() {
        await answer(api.POST('/workspaces/{workspace}/quay/reopen', { params: { path: { workspace } } }));
        setClosed(null);
        await client.invalidateQueries({ queryKey: keys.quay(workspace) });
    }

    const everything = () => decisions.decideScope('quay', undefined, { kind: 'save' });
    useCommands([
        { name: 'Save everything on the quay', keys: 'a', run: everything },
        { name: 'Leave everything', keys: 'n', run: decisions.clear },
        { name: 'Close all', run: () => close(all.map((row) => row.id)) },
    ]);

    function askAgain(row: Row) {
        const kind = decisions.choices[row.id]?.kind;
        if (kind === 'save as' || kind === 'copy' || kind === 'move') {
            actions.asking(row, kind);
        }
    }

    const ASKING: Record<string, 'save as' | 'next' | 'copy' | 'move'> = { v: 'save as', x: 'next', y: 'copy', m: 'move' };
    function rowKey(key: string, row: Row): boolean {
        const what = ASKING[key];
        if (what) {
            actions.asking(row, what);
            return true;
        }
        if (key === 's' && isUnsaved(row)) {
            decisions.decide([row.id], decisions.choices[row.id]?.kind === 'save' ? null : { kind: 'save' });
        } else if (key === 'd' && isUnsaved(row)) {
            decisions.decide([row.id], decisions.choices[row.id]?.kind === 'discard' ? null : { kind: 'discard' });
        } else if (key === 'l') {
            decisions.decide([row.id], null);
        } else {
            return false;
        }
        return true;
    }

    return (
        <WithAside>
            <Main>
                <ViewHead title="Quay" sub={`what you have open · ${all.filter(isUnsaved).length} unsaved`}>
                    <Find
                        aria-label="Find in the quay"
                        placeholder="find by name or state"
                        value={words}
                        onChange={(event) => setWords(event.target.value)}
                    />
                    <Button onPress={open}>Open …</Button>
                    <Button onPress={() => make()}>New …</Button>
                </ViewHead>
                <Filters
                    rows={all}
                    filter={filter}
                    onFilter={setFilter}
                    order={order}
                    onOrder={setOrder}
                    kept={kept}
                    columns={columns}
                    onColumns={(to) => arrange({ columns: to })}
                    onWidth={stateWidth === null ? null : () => arrange({ stateWidth: null })}
                />
                {closed && (
                    <Notice>
                        <span>
                            {closed} <TextButton onPress={reopen}>Open again</TextButton> ·{' '}
                            <TextButton onPress={() => setClosed(null)}>All right</TextButton>
                        </span>
                    </Notice>
                )}
                <div style={{ flex: 1, minHeight: 0 }}>
                    {quay.isPending ? (
                        <Empty title="Looking at the quay …" />
                    ) : quay.isError ? (
                        <Empty title="The quay cannot be shown">
                            <p>{quay.error.message}</p>
                            <Button onPress={() => quay.refetch()}>Try again</Button>
                        </Empty>
                    ) : all.length === 0 ? (
                        <Empty title="Nothing is open">
                            <p>Open the documents you want to work on, or start a new one. They stay here until you close them.</p>
                            <Button $main onPress={open}>
                                Open documents …
                            </Button>
                            <Guide />
                        </Empty>
                    ) : rows.length === 0 ? (
                        <Empty title="No open document matches">
                            <Button
                                onPress={() => {
                                    setWords('');
                                    setFilter('all');
                                }}
                            >
                                Show all {all.length}
                            </Button>
                        </Empty>
                    ) : (
                        <Ledger
                            entries={entries}
                            choices={decisions.choices}
                            current={current}
                            onDecide={decisions.decide}
                            onKey={rowKey}
                            onAsk={askAgain}
                            actions={actions.entries}
                            columns={columns}
                            stateWidth={drawn ?? stateWidth}
                            onStateWidth={draw}
                        />
                    )}
                </div>
                {hold.length > 0 && (
                    <Held>
                        <Link to={`/w/${workspace}/hold`}>{count(hold.length, 'document')} in the hold, closed from view and kept</Link>
                    </Held>
                )}
            </Main>
            <BesideQuay
                workspace={workspace}
                entries={entries}
                all={everyRow}
                current={current}
                onEverything={everything}
                onClose={close}
            />
        </WithAside>
    );
}
