import { useQuery } from '@tanstack/react-query';
import styled from 'styled-components';
import { answer, api, type Found } from '../api/client';
import { keys } from '../api/queries';
import { isTouched, TARGET } from '../theme/sizes';
import { font } from '../theme/tokens';
import { Menu } from '../ui/Menu';
import { readable } from '../ui/words';
import { named, withFilter, without } from './query';

const Row = styled.div`display: flex; flex-wrap: wrap; gap: 6px 8px; align-items: center; padding: 8px 16px; border-bottom: 1px solid var(--rule); font-size: 14px; color: var(--ink-soft);`;
const Chip = styled.button`
    font: 14px ${font.plain}; color: var(--ink); background: var(--tint); border: 1px solid var(--rule-strong); border-radius: 3px; padding: 2px 4px 2px 9px; cursor: pointer; display: inline-flex; gap: 7px; align-items: center;
    i { font-style: normal; color: var(--ink-soft); padding: 0 4px; } &:hover i { color: var(--stop); }
    @media ${isTouched} { min-height: ${TARGET}px; }
`;
const CHANGED = ['today', 'yesterday', 'this week', 'last week', 'this month', 'this year'];

interface Props {
    workspace: string;
    query: string;
    filters: Found['filters'];
    onQuery: (query: string) => void;
}

/** What of the query was understood as a filter, each to be taken out, and the filters that can be added. */
export function Narrow({ workspace, query, filters, onQuery }: Props) {
    const choices = useQuery({
        queryKey: [...keys.find(workspace, '', 0), 'filters'],
        queryFn: () => answer(api.GET('/workspaces/{workspace}/find/filters', { params: { path: { workspace } } })),
        staleTime: 60_000,
    }).data;
    const add = (words: string) => onQuery(withFilter(query, words));
    const menu = (label: string, words: [string, string][]) =>
        words.length > 0 && (
            <Menu
                key={label}
                label={`narrow by ${label}`}
                text={label}
                small
                entries={words.map(([name, filter]) => ({ name: readable(name), run: () => add(filter) }))}
            />
        );
    return (
        <Row role="group" aria-label="What narrows it">
            {filters.map((filter) => (
                <Chip
                    key={filter.offset}
                    type="button"
                    aria-label={`take out: ${filter.words}`}
                    onClick={() => onQuery(without(query, filter))}
                >
                    {readable(filter.words)}
                    <i aria-hidden="true">×</i>
                </Chip>
            ))}
            <span style={{ marginLeft: filters.length > 0 ? 8 : 0 }}>narrow by</span>
            {choices && (
                <>
                    {menu(
                        'kind',
                        choices.kinds.map((kind) => [kind, `of kind ${kind}`]),
                    )}
                    {menu(
                        'folder',
                        choices.folders.map((folder) => [folder, `in ${named(folder)}`]),
                    )}
                    {menu('state', [
                        ...choices.states.map((state): [string, string] => [state, state]),
                        ...choices.released.map((state): [string, string] => [`in state ${state}`, `in state ${named(state)}`]),
                    ])}
                    {menu(
                        'time',
                        CHANGED.map((when) => [`changed ${when}`, `changed ${when}`]),
                    )}
                    {menu(
                        'person',
                        choices.people.map((person) => [person, `by ${named(person)}`]),
                    )}
                    {menu(
                        'field',
                        choices.fields.map((field) => [`${field} is …`, `${field} is `]),
                    )}
                </>
            )}
        </Row>
    );
}
