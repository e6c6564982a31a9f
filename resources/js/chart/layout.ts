import ELK, { type ElkNode } from 'elkjs/lib/elk-api';
import Worker from 'elkjs/lib/elk-worker.min.js?worker';
import type { Folded, Line } from './folding';

/** Pixels of the chart as it is drawn at its own size. */
export const CARD = { width: 204, height: 48 };

/** Of more, only one line to each item decides where it stands; all are drawn. */
const THOROUGH = 400;

const COMMON = {
    'elk.algorithm': 'layered',
    'elk.direction': 'RIGHT',
    'elk.layered.spacing.nodeNodeBetweenLayers': '74',
    'elk.spacing.nodeNode': '12',
    'elk.spacing.componentComponent': '34',
};
const QUICK = {
    'elk.layered.thoroughness': '1',
    'elk.layered.nodePlacement.strategy': 'SIMPLE',
    'elk.layered.crossingMinimization.greedySwitch.type': 'OFF',
    'elk.edgeRouting': 'POLYLINE',
};

/** Under this name the browser’s own list of measures tells how long it took (User Timing). */
const LAID_OUT = 'chart laid out';

export interface Place {
    x: number;
    y: number;
}

/** For each item one line that leads to it, from the nearest to the beginning, so that no line goes round in a circle. */
export function oneLineEach(count: number, lines: Line[]): Line[] {
    const from: Line[][] = Array.from({ length: count }, () => []);
    const isTarget = new Array<boolean>(count).fill(false);
    for (const line of lines) {
        from[line.from]?.push(line);
        isTarget[line.to] = true;
    }
    const isSeen = new Array<boolean>(count).fill(false);
    const chosen: Line[] = [];
    // Those that nobody refers to begin; of what is left, all in circles, any does.
    const starts = [...isTarget.keys()].sort((a, b) => Number(isTarget[a]) - Number(isTarget[b]));
    for (const start of starts) {
        if (isSeen[start]) {
            continue;
        }
        isSeen[start] = true;
        const queue = [start];
        for (let at = 0; at < queue.length; at++) {
            for (const line of from[queue[at] as number] ?? []) {
                if (!isSeen[line.to]) {
                    isSeen[line.to] = true;
                    chosen.push(line);
                    queue.push(line.to);
                }
            }
        }
    }
    return chosen;
}

let ready: InstanceType<typeof ELK> | null = null;

/** The worker, which takes a while to begin: so it is begun before it is known what stands on the chart, and stays. */
export function prepare(): InstanceType<typeof ELK> {
    ready ??= new ELK({ workerFactory: () => new Worker() });
    return ready;
}

/** Works out where all stand, in a worker, so that the page goes on meanwhile. */
export async function laidOut({ items, lines }: Folded, signal: AbortSignal): Promise<Place[]> {
    const elk = prepare();
    const end = () => {
        elk.terminateWorker();
        ready = null;
    };
    signal.addEventListener('abort', end);
    try {
        const isMany = items.length > THOROUGH;
        const graph: ElkNode = {
            id: 'chart',
            layoutOptions: { ...COMMON, ...(isMany ? QUICK : {}) },
            children: items.map((_, at) => ({ id: String(at), ...CARD })),
            edges: (isMany ? oneLineEach(items.length, lines) : lines).map((line, at) => ({
                id: `line ${at}`,
                sources: [String(line.from)],
                targets: [String(line.to)],
            })),
        };
        const start = performance.now();
        const done = await elk.layout(graph);
        performance.measure(LAID_OUT, { start, detail: items.length });
        return (done.children ?? []).map((child) => ({ x: child.x ?? 0, y: child.y ?? 0 }));
    } finally {
        signal.removeEventListener('abort', end);
    }
}
