import { useMemo } from 'react';
import styled from 'styled-components';
import type { Row } from '../api/client';
import { isSingle } from '../theme/sizes';
import { font } from '../theme/tokens';
import { Menu } from '../ui/Menu';
import { useMedia } from '../ui/useMedia';
import { readable } from '../ui/words';
import { COLUMNS, type Column } from './columns';
import { FILTERS, type Filter, ORDERS, type Order, passes } from './order';
import type { KeptSearch } from './useKeptSearch';

const Bar = styled.div`display: flex; gap: 2px 10px; align-items: center; padding: 5px 8px 5px 50px; border-bottom: 1px solid var(--rule); font-size: 14px; color: var(--ink-soft); @media ${isSingle} { padding: 4px 4px 4px 12px; flex-wrap: wrap; }`;
const Offered = styled.div`&[hidden] { display: none; } flex: 1; min-width: 0; display: flex; flex-wrap: wrap; gap: 2px; align-items: center; > * { flex: none; } > :first-child { margin-left: 0; }`;
const Choice = styled.button<{ $on: boolean }>`
    font: ${(p) => (p.$on ? 600 : 400)} 13.5px ${font.plain}; color: ${(p) => (p.$on ? 'var(--ink)' : 'var(--ink-soft)')}; background: none; border: 0; padding: 2px 6px; cursor: pointer;
    border-radius: 3px; text-decoration: ${(p) => (p.$on ? 'underline' : 'none')}; text-decoration-color: var(--brass); text-underline-offset: 4px; white-space: nowrap;
    &:first-of-type { margin-left: -6px; }
    &:hover { background: var(--tint); }
`;
const Select = styled.select`
    font: 13.5px ${font.plain}; color: var(--ink); background: var(--sheet); border: 1px solid var(--rule); border-radius: 3px; padding: 2px 4px; max-width: 132px; @media ${isSingle} { flex: 1; min-width: 0; max-width: none; }
    &:focus-visible { outline-offset: 1px; }
`;

interface Props {
    rows: Row[];
    filter: Filter;
    onFilter: (filter: Filter) => void;
    order: Order;
    onOrder: (order: Order) => void;
    kept: KeptSearch;
    columns: Column[];
    onColumns: (columns: Column[]) => void;
    /** Gives the states the width that there is room for; null: they have it. */
    onWidth: (() => void) | null;
}

/** Which of the open documents the ledger shows, and in what order. A state that no document has is not offered. */
export function Filters({ rows, filter, onFilter, order, onOrder, kept, columns, onColumns, onWidth }: Props) {
    const counted = useMemo(
        () => (Object.keys(FILTERS) as Filter[]).map((one) => ({ one, count: rows.filter((row) => passes(row, one)).length })),
        [rows],
    );
    const offered = counted.filter(({ one, count }) => count > 0 || one === 'all' || one === filter);
    const isSmall = useMedia(isSingle);
    const chosen = kept.searches.find((one) => one.id === kept.chosen);
    return (
        <Bar role="toolbar" aria-label="What the ledger shows">
            {isSmall && (
                <Select
                    aria-label="which rows"
                    title="which rows"
                    value={filter}
                    onChange={(event) => onFilter(event.target.value as Filter)}
                >
                    {offered.map(({ one, count }) => (
                        <option key={one} value={one}>
                            {FILTERS[one]} {count}
                        </option>
                    ))}
                </Select>
            )}
            <Offered hidden={isSmall && !chosen}>
                {!isSmall &&
                    offered.map(({ one, count }) => (
                        <Choice key={one} type="button" $on={one === filter} aria-pressed={one === filter} onClick={() => onFilter(one)}>
                            {FILTERS[one]} {count}
                        </Choice>
                    ))}
                {chosen && (
                    <Choice
                        type="button"
                        $on
                        aria-label={`no longer only what is found by ${chosen.name}`}
                        onClick={() => kept.choose(null)}
                    >
                        found by “{readable(chosen.name)}” ×
                    </Choice>
                )}
            </Offered>
            <Select
                aria-label="order of the rows"
                title="order of the rows"
                value={order}
                onChange={(event) => onOrder(event.target.value as Order)}
            >
                {(Object.keys(ORDERS) as Order[]).map((one) => (
                    <option key={one} value={one}>
                        {ORDERS[one]}
                    </option>
                ))}
            </Select>
            <Menu
                small
                label="more ways to look at the ledger"
                entries={[
                    ...kept.searches.map((one) => ({
                        name: `Only what is found by “${readable(one.name)}”`,
                        isDisabled: one.id === kept.chosen,
                        run: () => kept.choose(one.id),
                    })),
                    ...(Object.keys(COLUMNS) as Column[]).map((one, at) => ({
                        name: `${columns.includes(one) ? 'Hide' : 'Show'} the ${COLUMNS[one].name}`,
                        apart: at === 0 && kept.searches.length > 0,
                        run: () => onColumns(columns.includes(one) ? columns.filter((other) => other !== one) : [...columns, one]),
                    })),
                    { name: 'States as wide as there is room', isDisabled: onWidth === null, run: () => onWidth?.() },
                ]}
            />
        </Bar>
    );
}
