import type { ChartNode } from '../api/client';
import { fileName, folder } from '../ui/words';

/** What stands on the chart: a document, or a folder that is folded with all that is in it. */
export interface Item {
    /** Of a document its id, of a folder its path behind `FOLDED`. */
    key: string;
    node: ChartNode | null;
    /** Of a folder that is folded. */
    folder: { path: string; documents: number } | null;
    name: string;
    path: string;
    unsaved: number;
    unsettled: number;
    strays: number;
    gone: number;
    circled: number;
}

export interface Line {
    from: number;
    to: number;
    /** References that it stands for. */
    count: number;
    isCircle: boolean;
}

export interface Folded {
    items: Item[];
    lines: Line[];
}

const FOLDED = '/';

export const folderKey = (path: string): string => FOLDED + path;

/** The folders above a path, the outermost first. */
function above(path: string): string[] {
    const parts = folder(path).split('/').filter(Boolean);
    return parts.map((_, at) => parts.slice(0, at + 1).join('/'));
}

/** A chart whose folded folders each stand for all that is in them. */
export function fold(nodes: ChartNode[], edges: number[][], folded: ReadonlySet<string>): Folded {
    const items: Item[] = [];
    const places = new Map<string, number>();
    const placeOf = nodes.map((node) => {
        const within = above(node.path).find((path) => folded.has(path));
        const key = within === undefined ? node.id : folderKey(within);
        let place = places.get(key);
        if (place === undefined) {
            place = items.length;
            places.set(key, place);
            items.push({
                key,
                node: within === undefined ? node : null,
                folder: within === undefined ? null : { path: within, documents: 0 },
                name: within === undefined ? (node.title ?? fileName(node.path)) : fileName(within),
                path: within ?? node.path,
                unsaved: 0,
                unsettled: 0,
                strays: 0,
                gone: 0,
                circled: 0,
            });
        }
        const item = items[place] as Item;
        item.unsaved += node.content === 'as saved' ? 0 : 1;
        item.unsettled += node.unsettledBy === null ? 0 : 1;
        item.strays += node.strays;
        item.gone += node.isGone ? 1 : 0;
        item.circled += node.cycle === null ? 0 : 1;
        if (item.folder) {
            item.folder.documents++;
        }
        return place;
    });
    const lines = new Map<number, Line>();
    for (const [from, to] of edges as [number, number][]) {
        const [a, b] = [placeOf[from] as number, placeOf[to] as number];
        if (a === b) {
            continue;
        }
        const key = a * items.length + b;
        const cycle = nodes[from]?.cycle ?? null;
        const line = lines.get(key) ?? { from: a, to: b, count: 0, isCircle: false };
        line.count++;
        line.isCircle ||= cycle !== null && cycle === nodes[to]?.cycle;
        lines.set(key, line);
    }
    return { items, lines: [...lines.values()] };
}

/** Every folder that has one of the documents in it, at any depth. */
export function foldersOf(nodes: ChartNode[]): string[] {
    return [...new Set(nodes.flatMap((node) => above(node.path)))].sort();
}

/** Which folders are folded at first: none of a chart that can be read, else the outermost that part it. */
export function foldedAtFirst(nodes: ChartNode[], readable: number): Set<string> {
    if (nodes.length <= readable) {
        return new Set();
    }
    const all = foldersOf(nodes);
    for (let depth = 1; depth <= 8; depth++) {
        const some = all.filter((path) => path.split('/').length === depth);
        if (some.length > 1 || all.every((path) => path.split('/').length <= depth)) {
            return new Set(some);
        }
    }
    return new Set();
}

/** Unfolding a folder shows what lies in it; the folders inside stay folded. */
export function unfolded(nodes: ChartNode[], folded: ReadonlySet<string>, path: string): Set<string> {
    const next = new Set(folded);
    next.delete(path);
    for (const inside of foldersOf(nodes)) {
        if (inside.startsWith(`${path}/`) && !inside.slice(path.length + 1).includes('/')) {
            next.add(inside);
        }
    }
    return next;
}
