import type { Preferences } from '../api/client';

export type Column = Preferences['quay']['columns'][number];

/** What the rows can also show, in the order of the cells, with their widths in pixels. */
export const COLUMNS: Record<Column, { name: string; width: number }> = {
    picture: { name: 'picture', width: 52 },
    kind: { name: 'kind', width: 86 },
    size: { name: 'size', width: 70 },
};

/** Between cells, beside them, and of those that are always there, in pixels. */
const GAP = 10;
const EDGE = 16;
const DECISION = 172;
const MENU = 30;
const NAME_SHARE = 1;
const STATE_SHARE = 1.1;

export const LEAST_STATE = 140;
/** So much is left for the names. */
const LEAST_NAME = 150;

export interface Cells {
    columns: Column[];
    /** Of the whole, as the style sheet takes it. */
    template: string;
    /** Width of what stands behind the names, in pixels. */
    behind: number;
    /** The same without the states. */
    fixed: number;
    most: number;
}

/** How a row of the ledger is divided. `width` and `margin`, which stands before its first cell, are in pixels; a width of 0 is not known yet. */
export function cellsOf(columns: Column[], stateWidth: number | null, width: number, margin: number): Cells {
    const some = (Object.keys(COLUMNS) as Column[]).filter((column) => columns.includes(column));
    const extra = some.filter((column) => column !== 'picture');
    const picture = some.includes('picture') ? COLUMNS.picture.width + GAP : 0;
    const fixed = EDGE + MENU + GAP + DECISION + GAP + extra.reduce((sum, column) => sum + COLUMNS[column].width + GAP, 0);
    const free = Math.max(0, width - margin - picture - fixed - GAP);
    const most = Math.max(LEAST_STATE, free - LEAST_NAME);
    const state =
        stateWidth === null ? (free * STATE_SHARE) / (NAME_SHARE + STATE_SHARE) : width === 0 ? stateWidth : Math.min(stateWidth, most);
    const template = [
        ...(picture > 0 ? [`${COLUMNS.picture.width}px`] : []),
        'minmax(0, 1fr)',
        stateWidth === null ? `minmax(0, ${STATE_SHARE}fr)` : `${state}px`,
        ...extra.map((column) => `${COLUMNS[column].width}px`),
        `${DECISION}px`,
        `${MENU}px`,
    ].join(' ');
    return { columns: some, template, behind: Math.round(fixed + state), fixed, most };
}
