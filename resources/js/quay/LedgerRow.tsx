import { type KeyboardEvent, memo, type RefObject } from 'react';
import { useParams } from 'react-router';
import styled from 'styled-components';
import type { Row } from '../api/client';
import { SmallPicture } from '../pictures/SmallPicture';
import type { Choice } from '../plan/choices';
import { isSingle } from '../theme/sizes';
import { font } from '../theme/tokens';
import { Here } from '../together/Here';
import { Menu, type MenuEntry } from '../ui/Menu';
import { PathText } from '../ui/PathText';
import { isUnsaved } from '../ui/rows';
import { fileName, size } from '../ui/words';
import { DecisionControl } from './DecisionControl';
import { MARGIN } from './MooringLines';
import { States, statesOf } from './States';

export const ROW = 46;
/** Where its cells stand one below the other. */
export const TALL_ROW = 92;
/** With a decision, or where one is offered. */
export const DECIDING_ROW = 132;

const Line = styled.div<{ $current: boolean; $decided: boolean }>`
    position: absolute; left: 0; right: 0; display: grid; align-items: center; gap: 10px; cursor: default;
    grid-template-columns: var(--cells); padding: 0 16px 0 ${MARGIN}px; border-bottom: 1px solid var(--rule);
    background: ${(p) => (p.$current ? 'var(--tint-soft)' : 'transparent')};
    @media ${isSingle} { padding: 4px 4px 4px 12px; grid-template: 44px 38px minmax(0, 1fr) / 52px minmax(0, 1fr) 44px; gap: 0 8px; > :nth-child(3) { grid-area: 2 / 1 / 2 / 4; } > :nth-child(4) { grid-area: 3 / 1 / 3 / 4; } > :nth-child(5) { grid-area: 1 / 3; } }
    &:focus-visible { outline: 2px solid var(--brass); outline-offset: -2px; }
    &:hover, &:focus { background: var(--tint-soft); }
`;
const Name = styled.div`
    min-width: 0;
    strong { display: flex; font: 600 15.5px/20px ${font.title}; white-space: nowrap; }
    strong > i { font-style: normal; overflow: hidden; text-overflow: ellipsis; }
    > span { display: block; font: 12px/17px ${font.mono}; color: var(--ink-soft); white-space: nowrap; overflow: hidden; text-overflow: ellipsis; }
`;

const Fact = styled.small`color: var(--ink-soft); font-size: 13.5px; overflow: hidden; text-overflow: ellipsis; white-space: nowrap;`;
const ReadOnly = styled.small`color: var(--ink-soft); font-size: 13px; padding-left: 9px;`;

/** What can be done in a row. */
export interface Hands {
    onKeyDown: (event: KeyboardEvent, row: Row) => void;
    onOpen: (row: Row) => void;
    onFocus: (row: Row) => void;
    /** @param row null: the pointer is over none */
    onUnder: (row: Row | null) => void;
    onDecide: (row: Row, choice: Choice | null) => void;
    onAsk: (row: Row) => void;
    actions: (row: Row) => MenuEntry[];
}

interface Props {
    row: Row;
    /** Its place in the whole ledger. */
    index: number;
    top: number;
    height: number;
    isCurrent: boolean;
    choice: Choice | undefined;
    hands: RefObject<Hands>;
    /** Shown beside name, state and decision. */
    columns: string;
}

/** One document of the ledger: its name, its state, what is decided on it. */
export const LedgerRow = memo(function LedgerRow({ row, index, top, height, isCurrent, choice, hands, columns }: Props) {
    const { workspace = '' } = useParams();
    const name = row.title ?? fileName(row.path);
    const states = statesOf(row)
        .map((state) => state.words)
        .join(', ');
    return (
        <Line
            role="row"
            data-row={index}
            data-path={row.path}
            aria-rowindex={index + 1}
            aria-label={`${name}, ${row.path}: ${states}${choice ? `, decided: ${choice.kind}` : ''}`}
            tabIndex={isCurrent ? 0 : -1}
            $current={isCurrent}
            $decided={choice !== undefined}
            style={{ top, height }}
            onFocus={() => hands.current.onFocus(row)}
            onMouseEnter={() => hands.current.onUnder(row)}
            onMouseLeave={() => hands.current.onUnder(null)}
            onDoubleClick={() => hands.current.onOpen(row)}
            onKeyDown={(event) => hands.current.onKeyDown(event, row)}
        >
            {columns.includes('picture') && <SmallPicture id={row.id} width={50} />}
            <Name role="gridcell" tabIndex={-1}>
                <strong>
                    <i>{name}</i>
                    <Here workspace={workspace} row={row} />
                </strong>
                <span title={row.path}>
                    <PathText path={row.path} />
                </span>
            </Name>
            {/* biome-ignore lint/a11y/useSemanticElements: a virtualised table cannot be one of the browser's own */}
            <div role="gridcell" tabIndex={-1}>
                <States row={row} compact />
            </div>
            {columns.includes('kind') && <Fact>{row.format}</Fact>}
            {columns.includes('size') && <Fact>{size(row.size)}</Fact>}
            {/* biome-ignore lint/a11y/useSemanticElements: see above */}
            <div role="gridcell" tabIndex={-1}>
                {row.withheld === null || choice ? (
                    <DecisionControl
                        choice={choice}
                        isCurrent={isCurrent}
                        isUnsaved={isUnsaved(row)}
                        of={name}
                        onChoose={(chosen) => hands.current.onDecide(row, chosen)}
                        onAsk={() => hands.current.onAsk(row)}
                    />
                ) : (
                    <ReadOnly title={row.withheld}>{row.state === null ? 'you only read it' : 'not written now'}</ReadOnly>
                )}
            </div>
            {/* biome-ignore lint/a11y/useSemanticElements: see above */}
            <div role="gridcell" tabIndex={-1}>
                <Menu label={`More for ${name}`} text="" small tabIndex={isCurrent ? 0 : -1} entries={() => hands.current.actions(row)} />
            </div>
        </Line>
    );
});
