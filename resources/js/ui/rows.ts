import type { Row } from '../api/client';

export function isUnsaved(row: Row): boolean {
    return row.content !== 'as saved';
}
