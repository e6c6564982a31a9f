import { useVirtualizer } from '@tanstack/react-virtual';
import { type KeyboardEvent, useEffect, useMemo, useRef, useState } from 'react';
import { useNavigate } from 'react-router';
import styled from 'styled-components';
import type { Row } from '../api/client';
import type { Choice, Choices } from '../plan/choices';
import { font } from '../theme/tokens';
import { Menu, type MenuEntry } from '../ui/Menu';
import { PathText } from '../ui/PathText';
import { isUnsaved } from '../ui/rows';
import { fileName } from '../ui/words';
import { DecisionControl } from './DecisionControl';
import { mooringLines } from './graph';
import { MARGIN, MooringLines } from './MooringLines';
import type { Entry } from './order';
import { States, statesOf } from './States';

const ROW = 46;

const Scroller = styled.div`overflow-y: auto; height: 100%; position: relative;`;
const Line = styled.div<{ $current: boolean; $decided: boolean }>`
    position: absolute; left: 0; right: 0; height: ${ROW}px; display: grid; align-items: center; gap: 10px; cursor: default;
    grid-template-columns: minmax(0, 0.92fr) minmax(0, 1.2fr) 172px 30px; padding: 0 16px 0 ${MARGIN}px; border-bottom: 1px solid var(--rule);
    background: ${(p) => (p.$current ? 'var(--tint-soft)' : 'transparent')};
    &:focus-visible { outline: 2px solid var(--brass); outline-offset: -2px; }
    &:hover { background: var(--tint-soft); }
`;
const Name = styled.div`
    min-width: 0;
    strong { display: block; font: 600 15.5px/20px ${font.title}; white-space: nowrap; overflow: hidden; text-overflow: ellipsis; }
    span { display: block; font: 12px/17px ${font.mono}; color: var(--ink-soft); white-space: nowrap; overflow: hidden; text-overflow: ellipsis; }
`;
const Head = styled.div`
    position: absolute; left: 0; right: 0; height: ${ROW}px; padding: 0 16px 6px ${MARGIN}px; display: flex; align-items: flex-end; border-bottom: 1px solid var(--rule-strong);
    font-size: 14px; color: var(--ink-soft);
`;

interface Props {
    entries: Entry[];
    choices: Choices;
    current: string | null;
    onCurrent: (id: string) => void;
    onDecide: (ids: string[], choice: Choice | null) => void;
    onAsk: (row: Row) => void;
    onKey: (key: string, row: Row) => boolean;
    actions: (row: Row) => MenuEntry[];
}

/** The ledger's rows. One is current; arrow keys move it, and its keys decide. */
export function Ledger({ entries, choices, current, onCurrent, onDecide, onAsk, onKey, actions }: Props) {
    const scroller = useRef<HTMLDivElement>(null);
    const navigate = useNavigate();
    const [under, setUnder] = useState<string | null>(null);
    const [wantsFocus, setWantsFocus] = useState(false);
    const virtual = useVirtualizer({
        count: entries.length,
        getScrollElement: () => scroller.current,
        estimateSize: () => ROW,
        overscan: 12,
    });
    const lines = useMemo(() => mooringLines(entries), [entries]);
    const numberOf = useMemo(() => new Map(entries.map((entry, index) => ['row' in entry ? entry.row.id : '', index])), [entries]);
    const currentNumber = numberOf.get(current ?? '') ?? entries.findIndex((entry) => 'row' in entry);
    const lit = numberOf.get(under ?? current ?? '') ?? null;
    const items = virtual.getVirtualItems();

    // The row to focus may only come into being when the list has scrolled to it.
    useEffect(() => {
        const row = wantsFocus ? scroller.current?.querySelector<HTMLElement>(`[data-row="${currentNumber}"]`) : null;
        if (row) {
            row.focus();
            setWantsFocus(false);
        }
    });

    function move(to: number) {
        // A group's head is passed over, in the direction of the move.
        const down = to >= currentNumber;
        let at = Math.max(0, Math.min(entries.length - 1, to));
        while (entries[at] && 'head' in (entries[at] as Entry) && at > 0 && at < entries.length - 1) {
            at += down ? 1 : -1;
        }
        const entry = entries[at] ?? entries[currentNumber];
        const found = entry && 'row' in entry ? entry : entries.find((one) => 'row' in one);
        if (found && 'row' in found) {
            onCurrent(found.row.id);
            virtual.scrollToIndex(numberOf.get(found.row.id) ?? 0);
            setWantsFocus(true);
        }
    }

    function key(event: KeyboardEvent, row: Row) {
        if (event.ctrlKey || event.metaKey || event.altKey) {
            return;
        }
        const page = Math.max(1, Math.floor((scroller.current?.clientHeight ?? ROW) / ROW) - 1);
        const steps: Record<string, number> = {
            ArrowDown: 1,
            ArrowUp: -1,
            PageDown: page,
            PageUp: -page,
            Home: -entries.length,
            End: entries.length,
        };
        const isRowItself = event.target === event.currentTarget;
        if (event.key in steps) {
            event.preventDefault();
            move((numberOf.get(row.id) ?? 0) + (steps[event.key] ?? 0));
        } else if (isRowItself && event.key === 'Enter') {
            navigate(`../documents/${row.id}`, { relative: 'path' });
        } else if (isRowItself && onKey(event.key, row)) {
            event.preventDefault();
        }
    }

    return (
        <Scroller ref={scroller}>
            {/* biome-ignore lint/a11y/useSemanticElements: a virtualised table cannot be one of the browser's own */}
            <div
                role="grid"
                aria-label="Open documents"
                aria-rowcount={entries.length}
                style={{ height: virtual.getTotalSize(), position: 'relative' }}
            >
                <MooringLines
                    lines={lines}
                    rowHeight={ROW}
                    rowCount={entries.length}
                    first={items[0]?.index ?? 0}
                    last={items.at(-1)?.index ?? 0}
                    lit={lit}
                />
                {items.map((item) => {
                    const entry = entries[item.index] as Entry;
                    if ('head' in entry) {
                        return (
                            <Head key={entry.head} style={{ top: item.start }}>
                                {entry.head}
                            </Head>
                        );
                    }
                    const row = entry.row;
                    const isCurrent = item.index === currentNumber;
                    const name = row.title ?? fileName(row.path);
                    return (
                        <Line
                            key={row.id}
                            role="row"
                            data-row={item.index}
                            data-path={row.path}
                            aria-rowindex={item.index + 1}
                            aria-label={`${name}, ${row.path}: ${statesOf(row)
                                .map((state) => state.words)
                                .join(', ')}${choices[row.id] ? `, decided: ${choices[row.id]?.kind}` : ''}`}
                            tabIndex={isCurrent ? 0 : -1}
                            $current={isCurrent}
                            $decided={row.id in choices}
                            style={{ top: item.start }}
                            onFocus={() => onCurrent(row.id)}
                            onMouseEnter={() => setUnder(row.id)}
                            onMouseLeave={() => setUnder(null)}
                            onDoubleClick={() => navigate(`../documents/${row.id}`, { relative: 'path' })}
                            onKeyDown={(event) => key(event, row)}
                        >
                            <Name role="gridcell" tabIndex={-1}>
                                <strong>{name}</strong>
                                <span title={row.path}>
                                    <PathText path={row.path} />
                                </span>
                            </Name>
                            {/* biome-ignore lint/a11y/useSemanticElements: see above */}
                            <div role="gridcell" tabIndex={-1}>
                                <States row={row} compact />
                            </div>
                            {/* biome-ignore lint/a11y/useSemanticElements: see above */}
                            <div role="gridcell" tabIndex={-1}>
                                <DecisionControl
                                    choice={choices[row.id]}
                                    isCurrent={isCurrent}
                                    isUnsaved={isUnsaved(row)}
                                    of={name}
                                    onChoose={(choice) => onDecide([row.id], choice)}
                                    onAsk={() => onAsk(row)}
                                />
                            </div>
                            {/* biome-ignore lint/a11y/useSemanticElements: see above */}
                            <div role="gridcell" tabIndex={-1}>
                                <Menu label={`More for ${name}`} text="" small tabIndex={isCurrent ? 0 : -1} entries={actions(row)} />
                            </div>
                        </Line>
                    );
                })}
            </div>
        </Scroller>
    );
}
