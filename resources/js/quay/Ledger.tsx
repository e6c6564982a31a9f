import { type CSSProperties, type KeyboardEvent, useEffect, useMemo, useRef, useState } from 'react';
import { useNavigate } from 'react-router';
import styled from 'styled-components';
import type { Row } from '../api/client';
import type { Choice, Choices } from '../plan/choices';
import { isSingle } from '../theme/sizes';
import { Divider } from '../ui/Divider';
import type { MenuEntry } from '../ui/Menu';
import { isUnsaved } from '../ui/rows';
import { useDrawn } from '../ui/useDrawn';
import { useMedia } from '../ui/useMedia';
import { useWidth } from '../ui/useWidth';
import { useFollowed, type Watched } from '../ui/watched';
import { type Column, cellsOf, LEAST_STATE } from './columns';
import { mooringLines } from './graph';
import { DECIDING_ROW, type Hands, LedgerRow, ROW, TALL_ROW } from './LedgerRow';
import { MARGIN, MooringLines } from './MooringLines';
import type { Entry } from './order';

/** As wide as the rows, beside which there may be a scrollbar. */
const Edge = styled.div`position: absolute; top: 0; bottom: 0; left: 0; pointer-events: none; > * { pointer-events: auto; }`;
const Whole = styled.div`position: relative; height: 100%; min-width: 0;`;
/** With a ground of its own it is scrolled as it is painted; else every row in sight would be painted anew. */
const Scroller = styled.div`overflow-y: auto; height: 100%; position: relative; background: var(--paper);`;
const Head = styled.div`
    position: absolute; left: 0; right: 0; height: ${ROW}px; padding: 0 16px 6px ${MARGIN}px; @media ${isSingle} { padding-left: 12px; height: ${TALL_ROW}px; } display: flex; align-items: flex-end; border-bottom: 1px solid var(--rule-strong);
    font-size: 14px; color: var(--ink-soft);
`;

interface Props {
    entries: Entry[];
    choices: Choices;
    /** The id of the row that the keys are for; whoever goes through the rows changes nothing but these. */
    current: Watched<string | null>;
    onDecide: (ids: string[], choice: Choice | null) => void;
    onAsk: (row: Row) => void;
    onKey: (key: string, row: Row) => boolean;
    actions: (row: Row) => MenuEntry[];
    columns: Column[];
    /** Of the states, in pixels, where it was drawn. */
    stateWidth: number | null;
    onStateWidth: (width: number) => void;
}

/** The ledger's rows. One is current; arrow keys move it, and its keys decide. */
export function Ledger({ entries, choices, current: watched, onDecide, onAsk, onKey, actions, columns, stateWidth, onStateWidth }: Props) {
    const scroller = useRef<HTMLDivElement>(null);
    const navigate = useNavigate();
    const [under, setUnder] = useState<string | null>(null);
    /** The id of the row that is to have the focus. */
    const wantsFocus = useRef<string | null>(null);
    // The focus answers a key at once; what else tells of the current row follows it.
    const current = useFollowed(watched);
    const isSmall = useMedia(isSingle);
    const width = useWidth(scroller);
    const cells = cellsOf(isSmall ? ['picture'] : columns, stateWidth, width, MARGIN);
    const heightOf = (entry: Entry | undefined) =>
        !isSmall ? ROW : entry && 'row' in entry && (isUnsaved(entry.row) || choices[entry.row.id]) ? DECIDING_ROW : TALL_ROW;
    const { lines: drawn, items, height, isBegun, measure } = useDrawn(scroller, entries.length, (index) => heightOf(entries[index]));
    const lines = useMemo(() => (isBegun ? mooringLines(entries) : []), [entries, isBegun]);
    const numberOf = useMemo(() => new Map(entries.map((entry, index) => ['row' in entry ? entry.row.id : '', index])), [entries]);
    const currentNumber = numberOf.get(current ?? '') ?? entries.findIndex((entry) => 'row' in entry);
    const lit = (under === null ? undefined : numberOf.get(under)) ?? (currentNumber < 0 ? null : currentNumber);

    // biome-ignore lint/correctness/useExhaustiveDependencies: its rows are of another height then
    useEffect(measure, [isSmall, isSmall && choices, isSmall && entries]);

    function focusWanted() {
        const number = wantsFocus.current === null ? undefined : numberOf.get(wantsFocus.current);
        const row = number === undefined ? null : scroller.current?.querySelector<HTMLElement>(`[data-row="${number}"]`);
        if (row) {
            wantsFocus.current = null;
            row.focus({ preventScroll: true });
        }
    }
    // The row may only come into being when the list has scrolled to it.
    useEffect(focusWanted);

    // From what is known already: asking the browser for sizes in the middle of a change has it lay out everything.
    function bringIntoSight(index: number) {
        const { start: top = index * ROW, size = ROW } = drawn.measurementsCache[index] ?? {};
        const [from, height] = [drawn.scrollOffset ?? 0, drawn.scrollRect?.height ?? ROW];
        const to = top < from ? top : Math.max(from, top + size - height);
        if (to !== from && scroller.current) {
            scroller.current.scrollTop = to;
        }
    }

    function move(from: number, to: number) {
        // A group's head is passed over, in the direction of the move.
        const down = to >= from;
        let at = Math.max(0, Math.min(entries.length - 1, to));
        while (entries[at] && 'head' in (entries[at] as Entry) && at > 0 && at < entries.length - 1) {
            at += down ? 1 : -1;
        }
        const entry = entries[at] ?? entries[from];
        const found = entry && 'row' in entry ? entry : entries.find((one) => 'row' in one);
        if (found && 'row' in found) {
            wantsFocus.current = found.row.id;
            bringIntoSight(numberOf.get(found.row.id) ?? 0);
            watched.set(found.row.id);
            focusWanted();
        }
    }

    function key(event: KeyboardEvent, row: Row) {
        if (event.ctrlKey || event.metaKey || event.altKey) {
            return;
        }
        const page = Math.max(1, Math.floor((scroller.current?.clientHeight ?? ROW) / (isSmall ? TALL_ROW : ROW)) - 1);
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
            const from = numberOf.get(row.id) ?? 0;
            move(from, from + (steps[event.key] ?? 0));
        } else if (isRowItself && event.key === 'Enter') {
            hands.current.onOpen(row);
        } else if (isRowItself && onKey(event.key, row)) {
            event.preventDefault();
        }
    }

    // One object for all rows, whatever is drawn anew, so that a row is drawn only when something of it has changed.
    const hands = useRef<Hands>({} as Hands);
    hands.current = {
        onKeyDown: key,
        onOpen: (row) => navigate(`../documents/${row.id}`, { relative: 'path' }),
        onFocus: (row) => watched.set(row.id),
        onUnder: (row) => setUnder(row?.id ?? null),
        onDecide: (row, choice) => onDecide([row.id], choice),
        onAsk,
        actions,
    };

    return (
        <Whole>
            <Scroller ref={scroller} style={{ '--cells': cells.template } as CSSProperties}>
                {/* biome-ignore lint/a11y/useSemanticElements: a virtualised table cannot be one of the browser's own */}
                <div role="grid" aria-label="Open documents" aria-rowcount={entries.length} style={{ height, position: 'relative' }}>
                    {!isSmall && isBegun && (
                        <MooringLines
                            lines={lines}
                            rowHeight={ROW}
                            rowCount={entries.length}
                            first={items[0]?.index ?? 0}
                            last={items.at(-1)?.index ?? 0}
                            lit={lit}
                        />
                    )}
                    {items.map((item) => {
                        const entry = entries[item.index] as Entry;
                        if ('head' in entry) {
                            return (
                                <Head key={entry.head} style={{ top: item.start }}>
                                    {entry.head}
                                </Head>
                            );
                        }
                        return (
                            <LedgerRow
                                key={entry.row.id}
                                row={entry.row}
                                index={item.index}
                                top={item.start}
                                height={item.size}
                                isCurrent={item.index === currentNumber}
                                choice={choices[entry.row.id]}
                                hands={hands}
                                columns={cells.columns.join(' ')}
                            />
                        );
                    })}
                </div>
            </Scroller>
            {!isSmall && width > 0 && (
                <Edge style={{ width }}>
                    <Divider
                        label="width of the states"
                        value={cells.behind}
                        least={cells.fixed + LEAST_STATE}
                        most={cells.fixed + cells.most}
                        onChange={(behind) => onStateWidth(behind - cells.fixed)}
                    />
                </Edge>
            )}
        </Whole>
    );
}
