import type { Row } from '../api/client';

export function isUnsaved(row: Row): boolean {
    return row.content !== 'as saved';
}

/** Whether somebody else, or the person’s own rights, keep them from writing it. */
export function isHeldBack(row: Row): boolean {
    return row.access.startsWith('locked by') || row.withheld !== null;
}
