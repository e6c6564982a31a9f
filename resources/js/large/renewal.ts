import { alike } from './alike';
import type { Block } from './reading';

/** What is new of a text's blocks, so that only that goes from the worker to the page. */
export interface Renewal {
    /** So many at the beginning, and at the end, say what they said. */
    same: number;
    rest: number;
    /** Those between them. */
    fresh: Block[];
    /** The line of each block there is now: one can stand elsewhere and say the same. */
    lines: Int32Array;
}

export function renewalOf(before: Block[], now: Block[]): Renewal {
    const [same, rest] = alike(before, now, (one, other) => one.html === other.html && one.isFront === other.isFront);
    return { same, rest, fresh: now.slice(same, now.length - rest), lines: Int32Array.from(now, (block) => block.line) };
}

/** The blocks there are now; those that are as they were are the same objects. */
export function renewed(before: Block[], { same, rest, fresh, lines }: Renewal): Block[] {
    const blocks = [...before.slice(0, same), ...fresh, ...before.slice(before.length - rest)];
    return blocks.map((block, index) => (block.line === lines[index] ? block : { ...block, line: lines[index] ?? 0 }));
}
