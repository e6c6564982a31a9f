import { useQuery } from '@tanstack/react-query';
import { useNavigate, useParams, useSearchParams } from 'react-router';
import styled from 'styled-components';
import { answer, api, type Reached } from '../api/client';
import { keys } from '../api/queries';
import { SmallPicture } from '../pictures/SmallPicture';
import { States } from '../quay/States';
import { ViewHead } from '../shell/ViewHead';
import { isSingle } from '../theme/sizes';
import { font } from '../theme/tokens';
import { Button } from '../ui/Button';
import { download } from '../ui/download';
import { Empty } from '../ui/Empty';
import { Bar, Choice, Main, Scroll } from '../ui/ledger';
import { number } from '../ui/locale';
import { Menu } from '../ui/Menu';
import { useParts } from '../ui/useParts';
import { count, fileName, readable } from '../ui/words';
import { Chart } from './Chart';
import { asDrawing, asList } from './exports';
import { laidOut } from './tree';

const List = styled.ul`list-style: none; margin: 0; padding: 0;`;
const Line = styled.li`
    display: grid; grid-template-columns: 52px minmax(0, 1.2fr) minmax(0, 1fr) minmax(0, 1fr); gap: 4px 12px; align-items: center; padding: 5px 16px; border-bottom: 1px solid var(--rule);
    button { font: 600 15px ${font.title}; color: inherit; background: none; border: 0; padding: 0; cursor: pointer; text-align: left; overflow: hidden; text-overflow: ellipsis; white-space: nowrap; max-width: 100%; display: block; }
    button:hover { text-decoration: underline; text-decoration-color: var(--brass); }
    code { font: 12px ${font.mono}; color: var(--ink-soft); display: block; overflow: hidden; text-overflow: ellipsis; white-space: nowrap; }
    > small { font-size: 13.5px; color: var(--ink-soft); }
    @media ${isSingle} { grid-template-columns: 52px minmax(0, 1fr); > :nth-child(n + 3) { grid-column: 2; } }
`;
const Head = styled.h2`font: 600 14px ${font.plain}; color: var(--ink-soft); padding: 14px 16px 4px; border-bottom: 1px solid var(--rule-strong);`;
const Page = styled.div`display: flex; flex-direction: column; height: 100%; min-height: 0; > header { padding-left: 16px; flex: none; }`;

/** Of more a list tells more than a chart. */
const DRAWN = 150;

/** What hangs on a document: everything that would show a change of it, at any depth, and by which way; or all that it shows itself. */
export function ReachView() {
    const { workspace = '', id = '' } = useParams();
    const navigate = useNavigate();
    const [search, setSearch] = useSearchParams();
    const isUp = search.get('way') !== 'below';
    const document = useQuery({
        queryKey: keys.document(workspace, id),
        queryFn: () => answer(api.GET('/workspaces/{workspace}/documents/{document}', { params: { path: { workspace, document: id } } })),
    });
    const reach = useQuery({
        queryKey: keys.reach(workspace, id, isUp),
        queryFn: () =>
            answer(
                api.GET('/workspaces/{workspace}/documents/{document}/reach', {
                    params: { path: { workspace, document: id }, query: { way: isUp ? 'above' : 'below' } },
                }),
            ),
    });
    const rows = reach.data?.rows ?? [];
    const asked = search.get('as');
    const isChart = asked === null ? rows.length <= DRAWN : asked === 'chart';
    const set = (part: Record<string, string>) => setSearch({ ...Object.fromEntries(search), ...part }, { replace: true });
    const row = document.data?.row;
    const name = row ? (row.title ?? fileName(row.path)) : '';
    const open = (target: string) => navigate(`/w/${workspace}/documents/${target}`);
    if (!row || !reach.data) {
        const failed = document.error ?? reach.error;
        return (
            <Empty whole title={failed ? 'This cannot be shown' : 'Following the references …'}>
                {failed && <p>{failed.message}</p>}
            </Empty>
        );
    }
    const { total } = reach.data;
    return (
        <Page>
            <ViewHead
                title={isUp ? `What hangs on ${name}` : `What ${name} hangs on`}
                sub={
                    isUp
                        ? `${count(total, 'document')} would show a change of it`
                        : `${count(total, 'document')} ${total === 1 ? 'is' : 'are'} shown by it, at any depth`
                }
            >
                {rows.length > 0 && (
                    <Menu
                        label="take it along to this computer"
                        text="take it along"
                        entries={[
                            {
                                name: 'The list, as CSV',
                                run: () => download(`${fileName(row.path)}-reach.csv`, asList(row, rows), 'text/csv'),
                            },
                            {
                                name: 'The chart, as SVG',
                                isDisabled: rows.length > DRAWN,
                                run: () => {
                                    const { nodes, lines, columns } = laidOut(row.id, rows);
                                    download(`${fileName(row.path)}-reach.svg`, asDrawing(row, nodes, lines, columns), 'image/svg+xml');
                                },
                            },
                        ]}
                    />
                )}
                <Button onPress={() => open(id)}>Open {readable(name)}</Button>
            </ViewHead>
            <Bar role="toolbar" aria-label="What is shown">
                <span>
                    <Choice type="button" $on={isUp} aria-pressed={isUp} onClick={() => set({ way: 'above' })}>
                        what hangs on it
                    </Choice>
                    <Choice type="button" $on={!isUp} aria-pressed={!isUp} onClick={() => set({ way: 'below' })}>
                        what it hangs on
                    </Choice>
                </span>
                <span style={{ marginLeft: 'auto' }}>
                    <Choice type="button" $on={isChart} aria-pressed={isChart} onClick={() => set({ as: 'chart' })}>
                        as a chart
                    </Choice>
                    <Choice type="button" $on={!isChart} aria-pressed={!isChart} onClick={() => set({ as: 'list' })}>
                        as a list
                    </Choice>
                </span>
            </Bar>
            {total === 0 ? (
                <Empty title={isUp ? 'Nothing would show a change of it' : 'It shows nothing else'}>
                    <p>{isUp ? 'No document refers to it, at any depth.' : 'It refers to no other document.'}</p>
                </Empty>
            ) : isChart ? (
                <Chart start={row} rows={rows} isUp={isUp} onOpen={open} />
            ) : (
                <Main as="div" style={{ flex: 1 }}>
                    <ByDistance rows={rows} start={id} startName={name} onOpen={open} />
                </Main>
            )}
            {total > rows.length && (
                <Bar>
                    The nearest {number(rows.length)} of {number(total)}.
                </Bar>
            )}
        </Page>
    );
}

function ByDistance({
    rows,
    start,
    startName,
    onOpen,
}: {
    rows: Reached[];
    start: string;
    startName: string;
    onOpen: (id: string) => void;
}) {
    const { shown, more } = useParts(rows);
    const names = new Map(rows.map(({ row }) => [row.id, row.title ?? fileName(row.path)]));
    names.set(start, startName);
    const distances = [...new Set(shown.map((one) => one.distance))];
    return (
        <Scroll tabIndex={0} role="region" aria-label="By how far they are">
            {distances.map((distance) => (
                <section key={distance}>
                    <Head>{distance === 1 ? 'directly' : `through ${count(distance - 1, 'other')}`}</Head>
                    <List>
                        {shown
                            .filter((one) => one.distance === distance)
                            .map(({ row, by }) => (
                                <Line key={row.id}>
                                    <SmallPicture id={row.id} width={50} />
                                    <div style={{ minWidth: 0 }}>
                                        <button type="button" onClick={() => onOpen(row.id)}>
                                            {readable(row.title ?? fileName(row.path))}
                                        </button>
                                        <code title={row.path}>{readable(row.path)}</code>
                                    </div>
                                    <small>{distance === 1 ? '' : `by way of ${readable(names.get(by))}`}</small>
                                    <States row={row} compact />
                                </Line>
                            ))}
                    </List>
                </section>
            ))}
            <div style={{ padding: 16 }}>{more}</div>
        </Scroll>
    );
}
