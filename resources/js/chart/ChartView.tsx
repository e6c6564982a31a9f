import { useMemo, useState } from 'react';
import { useNavigate, useOutletContext, useParams, useSearchParams } from 'react-router';
import styled from 'styled-components';
import { useHere } from '../api/queries';
import { useCommands } from '../shell/commands';
import type { FrameContext } from '../shell/context';
import { ViewHead } from '../shell/ViewHead';
import { download } from '../ui/download';
import { Empty } from '../ui/Empty';
import { Flag } from '../ui/Flag';
import { Bar, Choice, Main, View } from '../ui/ledger';
import { number } from '../ui/locale';
import { Menu } from '../ui/Menu';
import { Notice } from '../ui/Notice';
import { count, fileName, readable } from '../ui/words';
import { AsTable } from './AsTable';
import { Chosen } from './Chosen';
import { Drawn } from './Drawn';
import { asDrawing, asList } from './exports';
import type { Folded } from './folding';
import { PointAsk } from './PointAsk';
import { MARKS, type Mark } from './states';
import { type Scope, useChart } from './useChart';

const Step = styled.button`font: inherit; color: inherit; background: none; border: 0; padding: 2px 4px; display: inline-flex; gap: 7px; align-items: center; cursor: pointer; border-radius: 3px; &:hover:enabled { background: var(--tint); } &:disabled { cursor: default; opacity: 0.6; }`;

const SCOPES: Record<'quay' | 'folder', string> = { quay: 'what is open', folder: 'everything' };
const WAYS: Record<Scope['way'], string> = { both: 'both ways', up: 'what refers to it', down: 'what it refers to' };

/** Where most lines meet is where one begins to look. */
function busiest({ items, lines }: Folded): number | undefined {
    const counts = new Array<number>(items.length).fill(0);
    for (const line of lines) {
        counts[line.from] = (counts[line.from] ?? 0) + 1;
        counts[line.to] = (counts[line.to] ?? 0) + 1;
    }
    return items.length === 0 ? undefined : counts.indexOf(Math.max(...counts));
}

/** The map of references: of what is open, of a folder, around a document, or of what a search finds. */
export function ChartView() {
    const { workspace = '' } = useParams();
    const navigate = useNavigate();
    const here = useHere(workspace);
    const { say } = useOutletContext<FrameContext>();
    const [search, setSearch] = useSearchParams();
    const scope: Scope = {
        of: (['document', 'folder', 'search'] as const).find((one) => one === search.get('of')) ?? 'quay',
        which: search.get('which') ?? '',
        way: (['up', 'down'] as const).find((one) => one === search.get('way')) ?? 'both',
        depth: Math.min(50, Math.max(1, Number(search.get('depth') ?? 2) || 2)),
    };
    const made = useChart(workspace, scope);
    const { chart, places, nodes } = made;
    const [chosen, setChosen] = useState<string | null>(null);
    const [asking, setAsking] = useState<{ from: string; old: string; to: string | null } | null>(null);
    const isTable = search.get('as') === 'table';
    const set = (part: Record<string, string>) => setSearch({ ...Object.fromEntries(search), ...part }, { replace: true });
    const start = nodes.find((node) => node.id === scope.which);
    const first = useMemo(() => busiest(chart), [chart]);
    const current =
        chart.items.find((item) => item.key === (chosen ?? scope.which)) ?? (first === undefined ? null : chart.items[first]) ?? null;
    const named = (key: string) => ({ id: key, name: chart.items.find((item) => item.key === key)?.name ?? '' });
    const subject =
        scope.of === 'document'
            ? `around ${start ? readable(start.title ?? fileName(start.path)) : 'a document'}`
            : scope.of === 'folder'
              ? scope.which === ''
                  ? 'of everything'
                  : `of ${readable(scope.which)}`
              : scope.of === 'search'
                ? `of what is found by “${readable(scope.which)}”`
                : 'of what you have open';
    function open(key: string) {
        const item = chart.items.find((one) => one.key === key);
        if (item?.folder) {
            made.unfold(item.folder.path);
        } else if (item) {
            navigate(`/w/${workspace}/documents/${item.key}`);
        }
    }
    /** The next item with a mark, behind the one that is chosen. */
    function next(mark: Mark) {
        const from = current ? chart.items.indexOf(current) : -1;
        const some = [...chart.items.slice(from + 1), ...chart.items.slice(0, from + 1)].find((item) => MARKS[mark].has(item) > 0);
        setChosen(some?.key ?? null);
    }
    useCommands([
        { name: 'Fold the folders of the chart', run: made.foldAll },
        { name: 'Unfold all of the chart', run: made.unfoldAll },
    ]);
    const file = `chart ${subject}`.replaceAll(/[^\p{L}\p{N}.-]+/gu, '-').slice(0, 60);
    const isEmpty = made.query.data !== undefined && chart.items.length === 0;
    return (
        <View $aside="310px">
            <Main>
                <ViewHead title="Chart" sub={`what refers to what, ${subject}: ${count(nodes.length, 'document')}`}>
                    <Menu
                        label="take it along to this computer"
                        text="take it along"
                        entries={[
                            { name: 'The table, as CSV', run: () => download(`${file}.csv`, asList(chart), 'text/csv') },
                            {
                                name: 'The chart, as SVG',
                                isDisabled: places === null,
                                run: () => places && download(`${file}.svg`, asDrawing(chart, places, `Chart ${subject}`), 'image/svg+xml'),
                            },
                        ]}
                    />
                </ViewHead>
                <Bar role="toolbar" aria-label="What is on the chart">
                    <span>
                        {(Object.keys(SCOPES) as (keyof typeof SCOPES)[]).map((of) => (
                            <Choice
                                key={of}
                                type="button"
                                $on={scope.of === of && scope.which === ''}
                                aria-pressed={scope.of === of && scope.which === ''}
                                onClick={() => setSearch({ of, ...(isTable ? { as: 'table' } : {}) })}
                            >
                                {SCOPES[of]}
                            </Choice>
                        ))}
                    </span>
                    {scope.of === 'document' && (
                        <>
                            <label>
                                way
                                <select value={scope.way} onChange={(event) => set({ way: event.target.value })}>
                                    {(Object.keys(WAYS) as Scope['way'][]).map((way) => (
                                        <option key={way} value={way}>
                                            {WAYS[way]}
                                        </option>
                                    ))}
                                </select>
                            </label>
                            <label>
                                references away
                                <input
                                    type="number"
                                    min={1}
                                    max={50}
                                    value={scope.depth}
                                    style={{ width: 58 }}
                                    onChange={(event) => set({ depth: event.target.value })}
                                />
                            </label>
                        </>
                    )}
                    <span>
                        <Choice type="button" $on={false} onClick={made.foldAll}>
                            fold the folders
                        </Choice>
                        <Choice type="button" $on={false} onClick={made.unfoldAll} disabled={made.folded.size === 0}>
                            unfold all
                        </Choice>
                    </span>
                    <span style={{ marginLeft: 'auto' }}>
                        <Choice type="button" $on={!isTable} aria-pressed={!isTable} onClick={() => set({ as: 'chart' })}>
                            as a chart
                        </Choice>
                        <Choice type="button" $on={isTable} aria-pressed={isTable} onClick={() => set({ as: 'table' })}>
                            as a table
                        </Choice>
                    </span>
                </Bar>
                {made.query.data?.isMore && (
                    <Notice>
                        There are more documents than one chart has: these are the first {number(nodes.length)}. Choose a folder, or chart
                        around one.
                    </Notice>
                )}
                {made.problem && <Notice stop>{made.problem}</Notice>}
                {made.query.isError ? (
                    <Empty title="This cannot be charted">
                        <p>{made.query.error.message}</p>
                    </Empty>
                ) : isEmpty ? (
                    <Empty title="Nothing is on this chart">
                        <p>
                            {scope.of === 'quay'
                                ? 'You have nothing open. Chart everything, or open some documents.'
                                : 'There is no document here.'}
                        </p>
                    </Empty>
                ) : isTable ? (
                    <AsTable chart={chart} onOpen={open} />
                ) : places ? (
                    <Drawn
                        chart={chart}
                        places={places}
                        current={current?.key ?? null}
                        onCurrent={setChosen}
                        onOpen={open}
                        onPoint={here?.mayDraft === false ? null : (from, old, to) => setAsking({ from, old, to })}
                    />
                ) : (
                    <Empty title={made.problem ? 'The chart cannot be drawn' : 'Working out where all stand …'}>
                        {made.problem && <p>The table says the same.</p>}
                    </Empty>
                )}
                <Bar
                    as="div"
                    role="group"
                    aria-label="What is to be seen: each goes to the next"
                    style={{ borderTop: '1px solid var(--rule)', borderBottom: 0 }}
                >
                    {(Object.keys(MARKS) as Mark[]).map((mark) => {
                        const all = chart.items.reduce((sum, item) => sum + MARKS[mark].has(item), 0);
                        return (
                            <Step key={mark} type="button" disabled={all === 0} onClick={() => next(mark)}>
                                <Flag kind={MARKS[mark].flag} />
                                {number(all)} {mark}
                            </Step>
                        );
                    })}
                </Bar>
            </Main>
            <Chosen workspace={workspace} chart={chart} current={current} onCurrent={setChosen} onUnfold={made.unfold} onFold={made.fold} />
            {asking && (
                <PointAsk
                    workspace={workspace}
                    from={named(asking.from)}
                    old={named(asking.old)}
                    to={asking.to === null ? null : named(asking.to)}
                    onDone={(words) => {
                        setAsking(null);
                        say(words);
                    }}
                    onClose={() => setAsking(null)}
                />
            )}
        </View>
    );
}
