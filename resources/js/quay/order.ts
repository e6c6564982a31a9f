import type { Row } from '../api/client';
import { isUnsaved } from '../ui/rows';
import { count, fileName, folder } from '../ui/words';

export const ORDERS = {
    opened: 'as opened',
    name: 'by name',
    folder: 'by folder',
    state: 'by state',
    near: 'by how near unsaved work is',
    together: 'by what hangs together',
} as const;
export type Order = keyof typeof ORDERS;

export const FILTERS = {
    all: 'all',
    unsaved: 'unsaved',
    unsettled: 'unsettled',
    near: 'unsettled directly',
    stray: 'strays',
    file: 'file changed or gone',
    access: 'not writable',
    moved: 'with a state',
} as const;
export type Filter = keyof typeof FILTERS;

/** A line of the ledger: a document, or the head of a group. */
export type Entry = { row: Row } | { head: string };

export function passes(row: Row, filter: Filter): boolean {
    switch (filter) {
        case 'unsaved':
            return isUnsaved(row);
        case 'unsettled':
        case 'stray':
            return row.below === filter;
        case 'near':
            return row.below === 'unsettled' && row.distance === 1;
        case 'file':
            return row.file === 'changed outside' || row.file === 'gone';
        case 'access':
            return row.access !== 'writable';
        case 'moved':
            return row.state !== null;
        default:
            return true;
    }
}

export function matches(row: Row, words: string): boolean {
    if (words.trim() === '') {
        return true;
    }
    const text =
        `${row.title ?? ''} ${row.path} ${row.content} ${row.below} ${row.file ?? ''} ${row.access} ${row.state ?? ''} ${row.issue ?? ''}`.toLowerCase();
    return words
        .toLowerCase()
        .split(/\s+/)
        .every((word) => text.includes(word));
}

function name(row: Row): string {
    return row.title ?? fileName(row.path);
}

const byName = (a: Row, b: Row) => name(a).localeCompare(name(b)) || (a.path < b.path ? -1 : 1);

export function arranged(rows: Row[], order: Order): Entry[] {
    switch (order) {
        case 'name':
            return [...rows].sort(byName).map((row) => ({ row }));
        case 'folder':
            return grouped(
                rows,
                (row) => folder(row.path) || 'top folder',
                (a, b) => (a < b ? -1 : 1),
            );
        case 'state':
            return grouped(rows, stateOf, (a, b) => STATES.indexOf(a) - STATES.indexOf(b));
        case 'near':
            return grouped(rows, nearness, (a, b) => (farness(a) < farness(b) ? -1 : 1));
        case 'together':
            return together(rows);
        default:
            return rows.map((row) => ({ row }));
    }
}

const STATES = ['stopped by its file or access', 'new', 'modified', 'stray', 'unsettled', 'as saved'];

function stateOf(row: Row): string {
    if (isUnsaved(row) && (row.file === 'changed outside' || row.file === 'gone' || row.access !== 'writable')) {
        return STATES[0] as string;
    }
    return isUnsaved(row) ? row.content : row.below === 'settled' ? 'as saved' : row.below;
}

const DIRECTLY = 'unsaved work directly below';
const NOTHING = 'nothing unsaved below';

/** How far below a document its nearest unsaved work is. */
function nearness(row: Row): string {
    if (row.below !== 'unsettled') {
        return NOTHING;
    }
    return row.distance === 1 ? DIRECTLY : `unsaved work below through ${count((row.distance ?? 2) - 1, 'document')}`;
}

function farness(head: string): number {
    return head === DIRECTLY ? 0 : head === NOTHING ? Number.POSITIVE_INFINITY : Number(head.replace(/\D/g, ''));
}

/** By how many documents between a row leads to what unsettles it. */
export function through(row: Row): string {
    return (row.distance ?? 1) <= 1 ? 'directly' : `through ${(row.distance ?? 1) - 1}`;
}

function grouped(rows: Row[], groupOf: (row: Row) => string, compare: (a: string, b: string) => number): Entry[] {
    const groups = new Map<string, Row[]>();
    for (const row of rows) {
        const group = groups.get(groupOf(row));
        group ? group.push(row) : groups.set(groupOf(row), [row]);
    }
    return [...groups]
        .sort(([a], [b]) => compare(a, b))
        .flatMap(([head, members]): Entry[] => [{ head: `${head} (${members.length})` }, ...members.sort(byName).map((row) => ({ row }))]);
}

/** Documents that refer to one another, directly or through others, stand together under the one that nothing refers to. */
function together(rows: Row[]): Entry[] {
    const root = new Map(rows.map((row) => [row.id, row.id]));
    const find = (id: string): string => {
        let top = id;
        while (root.get(top) !== top) {
            top = root.get(top) as string;
        }
        root.set(id, top);
        return top;
    };
    const referred = new Set<string>();
    for (const row of rows) {
        for (const target of row.refersTo) {
            if (root.has(target)) {
                root.set(find(row.id), find(target));
                referred.add(target);
            }
        }
    }
    const groups = new Map<string, Row[]>();
    for (const row of rows) {
        const group = groups.get(find(row.id));
        group ? group.push(row) : groups.set(find(row.id), [row]);
    }
    const sorted = [...groups.values()].sort((a, b) => b.length - a.length);
    const alone = sorted.filter((group) => group.length === 1).flat();
    const entries = sorted
        .filter((group) => group.length > 1)
        .flatMap((group): Entry[] => {
            const top = group.find((row) => !referred.has(row.id)) ?? (group[0] as Row);
            return [
                { head: `${name(top)} and what hangs together with it (${group.length})` },
                { row: top },
                ...group.filter((row) => row !== top).map((row) => ({ row })),
            ];
        });
    return alone.length > 0 ? [...entries, { head: `alone (${alone.length})` }, ...alone.map((row) => ({ row }))] : entries;
}

/** The row with that id; the first where it is not shown. */
export function rowOf(entries: Entry[], id: string | null): Row | null {
    let first: Row | null = null;
    for (const entry of entries) {
        if ('row' in entry) {
            if (entry.row.id === id) {
                return entry.row;
            }
            first ??= entry.row;
        }
    }
    return first;
}
