import type { Reached } from '../api/client';

const COLUMN = 262;
const LINE = 58;
const ROOM = 20;
/** Pixels. */
export const CARD = { width: 214, height: 48 };

export interface Node {
    id: string;
    reached: Reached | null;
    /** Columns from the document that it starts with. */
    column: number;
    /** Lines from the top, of which a node in the middle of others has a half. */
    line: number;
    by: string | null;
}

/**
 * A tree by the ways on which documents are reached: a column for each reference further, every node in the middle of those that are
 * reached by way of it, so that no two lines cross.
 */
export function laidOut(start: string, rows: Reached[]): { nodes: Node[]; lines: number; columns: number } {
    const below = new Map<string, Reached[]>();
    for (const one of rows) {
        below.set(one.by, [...(below.get(one.by) ?? []), one]);
    }
    const nodes: Node[] = [];
    let free = 0;
    // Without calling itself: a chain can be as long as there are documents.
    const stack: { id: string; reached: Reached | null; column: number; by: string | null; children: Node[]; left: Reached[] }[] = [
        { id: start, reached: null, column: 0, by: null, children: [], left: [...(below.get(start) ?? [])] },
    ];
    while (stack.length > 0) {
        const top = stack.at(-1) as (typeof stack)[number];
        const next = top.left.shift();
        if (next) {
            const children = below.get(next.row.id) ?? [];
            stack.push({ id: next.row.id, reached: next, column: next.distance, by: next.by, children: [], left: [...children] });
            continue;
        }
        const [first, last] = [top.children[0], top.children.at(-1)];
        const node = {
            id: top.id,
            reached: top.reached,
            column: top.column,
            by: top.by,
            line: first && last ? (first.line + last.line) / 2 : free++,
        };
        nodes.push(node);
        stack.pop();
        stack.at(-1)?.children.push(node);
    }
    return { nodes, lines: Math.max(1, free), columns: Math.max(0, ...nodes.map((node) => node.column)) + 1 };
}

/** Where a node stands, and how large all of them together are, in pixels. */
export const left = (node: Node): number => ROOM + node.column * COLUMN;
export const top = (node: Node): number => ROOM + node.line * LINE;
export function size(lines: number, columns: number): { width: number; height: number } {
    return { width: 2 * ROOM + (columns - 1) * COLUMN + CARD.width, height: 2 * ROOM + lines * LINE };
}
