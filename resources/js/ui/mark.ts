import type { Row } from '../api/client';
import { readable } from './words';

/** How far a document has come: its state in the chain, and its revision. */
export function markWords(row: Pick<Row, 'state' | 'issue'>): string {
    return readable([row.state, row.issue].filter(Boolean).join(' '));
}
