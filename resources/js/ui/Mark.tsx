import styled from 'styled-components';
import type { Row } from '../api/client';
import { font } from '../theme/tokens';
import { readable } from './words';

const Words = styled.em`font: 600 12px ${font.plain}; font-style: normal; color: var(--ink-soft); border-left: 1px solid var(--rule-strong); padding-left: 6px; margin-left: 6px; white-space: nowrap;`;

/** How far a document has come: its state in the chain, and its revision. */
export function Mark({ row }: { row: Row }) {
    return row.state === null ? null : <Words>{markWords(row)}</Words>;
}

export function markWords(row: Pick<Row, 'state' | 'issue'>): string {
    return readable([row.state, row.issue].filter(Boolean).join(' '));
}
