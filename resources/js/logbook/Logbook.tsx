import { useQuery } from '@tanstack/react-query';
import { useNavigate, useParams } from 'react-router';
import styled from 'styled-components';
import { answer, api } from '../api/client';
import { keys, useEntries } from '../api/queries';
import { ViewHead } from '../shell/ViewHead';
import { isNarrow } from '../theme/sizes';
import { font } from '../theme/tokens';
import { Empty } from '../ui/Empty';
import { ListAndPage } from '../ui/ledger';
import { count, moment } from '../ui/words';
import { EntryPage } from './EntryPage';
import { OlderEntries } from './OlderEntries';

const List = styled.nav`overflow-y: auto; border-right: 1px solid var(--rule-strong); @media ${isNarrow} { border-right: 0; border-bottom: 1px solid var(--rule-strong); }`;
const Item = styled.button<{ $on: boolean; $quiet: boolean }>`
    display: grid; grid-template-columns: 40px minmax(0, 1fr) auto; gap: 0 10px; width: 100%; text-align: left; font: inherit; color: ${(p) => (p.$quiet ? 'var(--ink-soft)' : 'inherit')};
    border: 0; border-bottom: 1px solid var(--rule); padding: 8px 14px; cursor: pointer; background: ${(p) => (p.$on ? 'var(--tint-soft)' : 'transparent')};
    box-shadow: ${(p) => (p.$on ? 'inset 3px 0 var(--brass)' : 'none')};
    &:hover { background: var(--tint-soft); }
    &:focus-visible { outline-offset: -2px; }
    b { font: 600 17px ${font.title}; grid-row: 1 / 3; }
    strong { font-weight: 600; overflow: hidden; text-overflow: ellipsis; white-space: nowrap; }
    small { color: var(--ink-soft); font-size: 13px; overflow: hidden; text-overflow: ellipsis; white-space: nowrap; }
`;

export function Logbook() {
    const { workspace = '', entry } = useParams();
    const navigate = useNavigate();
    const list = useEntries(workspace);
    const { entries } = list;
    const id = entry ?? entries[0]?.id;
    const shown = useQuery({
        queryKey: keys.entry(workspace, id ?? ''),
        queryFn: () =>
            answer(api.GET('/workspaces/{workspace}/logbook/{operation}', { params: { path: { workspace, operation: id ?? '' } } })),
        enabled: id !== undefined,
    });
    return (
        <ListAndPage $list="380px">
            <ViewHead title="Logbook" sub="all saves, newest first, each of which can be taken back; and changes of rules and people" />
            {entries.length === 0 ? (
                <div style={{ gridColumn: '1 / -1' }}>
                    <Empty
                        title={
                            list.isPending
                                ? 'Reading the logbook …'
                                : list.isError
                                  ? 'The logbook cannot be shown'
                                  : 'Nothing has been saved yet'
                        }
                    >
                        <p>{list.isError ? list.error.message : 'Each save becomes an entry here, with every file that it wrote.'}</p>
                    </Empty>
                </div>
            ) : (
                <>
                    <List aria-label="Entries">
                        {entries.map((one) => (
                            <Item
                                key={one.id}
                                $on={one.id === id}
                                $quiet={one.state !== 'done'}
                                aria-current={one.id === id}
                                onClick={() => navigate(`/w/${workspace}/logbook/${one.id}`)}
                            >
                                <b>{one.number}</b>
                                <strong>{one.note ?? one.words}</strong>
                                <small>{one.state !== 'done' ? one.state : one.lines > 0 ? count(one.lines, 'line') : 'no file'}</small>
                                <small>
                                    {moment(one.at)} · {one.person ?? 'another program'}
                                </small>
                                <small />
                            </Item>
                        ))}
                        <OlderEntries list={list} />
                    </List>
                    {shown.data ? (
                        <EntryPage key={shown.data.id} workspace={workspace} entry={shown.data} />
                    ) : (
                        <Empty title={shown.isError ? 'This entry cannot be shown' : 'Reading the entry …'}>
                            {shown.isError && <p>{shown.error.message}</p>}
                        </Empty>
                    )}
                </>
            )}
        </ListAndPage>
    );
}
