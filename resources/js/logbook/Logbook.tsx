import { useQuery } from '@tanstack/react-query';
import { useNavigate, useParams } from 'react-router';
import styled from 'styled-components';
import { answer, api, type Entry } from '../api/client';
import { keys } from '../api/queries';
import { ViewHead } from '../shell/ViewHead';
import { font } from '../theme/tokens';
import { Empty } from '../ui/Empty';
import { count, fileName, moment } from '../ui/words';
import { EntryPage } from './EntryPage';

const View = styled.div`display: grid; grid-template: auto minmax(0, 1fr) / 380px minmax(0, 1fr); height: 100%; > header { grid-column: 1 / -1; padding-left: 16px; }`;
const List = styled.nav`overflow-y: auto; border-right: 1px solid var(--rule-strong);`;
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

export function kindWords(entry: Entry): string {
    if (entry.kind === 'undo') {
        return `Took back entry ${entry.undoes ?? ''}`;
    }
    const first = entry.lines[0];
    if (entry.kind === 'outside') {
        return `${first ? fileName(first.path) : 'A file'} was changed by another program`;
    }
    if (entry.kind === 'settle') {
        return `Settled ${first?.reasonOf ? `entry ${first.reasonOf}` : 'an entry'}`;
    }
    const others = (lines: Entry['lines']) => (lines.length > 1 ? ` and ${lines.length - 1} more` : '');
    const of = (reason: Entry['lines'][number]['reasonKind']) => entry.lines.filter((line) => line.reasonKind === reason);
    if (entry.kind === 'move' && of('moved from')[0]) {
        return `Moved ${fileName(of('moved from')[0]?.reasonOf ?? '')}${others(of('moved from'))}`;
    }
    if (entry.kind === 'delete') {
        const removed = entry.lines.filter((line) => line.action === 'remove');
        return `Deleted ${fileName(removed[0]?.path ?? '')}${others(removed)}`;
    }
    if (entry.kind === 'copy' || entry.kind === 'set aside') {
        const copied = of('copied');
        const last = copied.at(-1);
        return `${entry.kind === 'copy' ? 'Copied' : 'Set aside'} ${fileName(last?.reasonOf ?? '')}${others(copied)}`;
    }
    if (of('saved as')[0]) {
        return `Saved ${fileName(of('saved as')[0]?.reasonOf ?? '')} as ${fileName(of('saved as')[0]?.path ?? '')}`;
    }
    const verb = entry.lines.every((line) => line.action === 'discard') ? 'Discarded' : 'Saved';
    return first ? `${verb} ${fileName(first.path)}${entry.lines.length > 1 ? ` and ${entry.lines.length - 1} more` : ''}` : verb;
}

export function Logbook() {
    const { workspace = '', entry } = useParams();
    const navigate = useNavigate();
    const query = useQuery({
        queryKey: keys.logbook(workspace),
        queryFn: () => answer(api.GET('/workspaces/{workspace}/logbook', { params: { path: { workspace } } })),
    });
    const entries = query.data ?? [];
    const shown = entries.find((one) => one.id === entry) ?? entries[0];
    return (
        <View>
            <ViewHead title="Logbook" sub="all saves, newest first; each can be taken back" />
            {entries.length === 0 ? (
                <div style={{ gridColumn: '1 / -1' }}>
                    <Empty
                        title={
                            query.isPending
                                ? 'Reading the logbook …'
                                : query.isError
                                  ? 'The logbook cannot be shown'
                                  : 'Nothing has been saved yet'
                        }
                    >
                        <p>{query.isError ? query.error.message : 'Each save becomes an entry here, with every file that it wrote.'}</p>
                    </Empty>
                </div>
            ) : (
                <>
                    <List aria-label="Entries">
                        {entries.map((one) => (
                            <Item
                                key={one.id}
                                $on={one.id === shown?.id}
                                $quiet={one.state !== 'done'}
                                aria-current={one.id === shown?.id}
                                onClick={() => navigate(`/w/${workspace}/logbook/${one.id}`)}
                            >
                                <b>{one.number}</b>
                                <strong>{one.note ?? kindWords(one)}</strong>
                                <small>{one.state === 'done' ? count(one.lines.length, 'line') : one.state}</small>
                                <small>
                                    {moment(one.at)} · {one.person ?? 'another program'}
                                </small>
                                <small />
                            </Item>
                        ))}
                    </List>
                    {shown && <EntryPage key={shown.id} workspace={workspace} entry={shown} />}
                </>
            )}
        </View>
    );
}
