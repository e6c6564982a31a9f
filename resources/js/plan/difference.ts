import type { PlanLine } from '../api/client';

export interface PlanDifference {
    came: PlanLine[];
    gone: PlanLine[];
    /** As they are now: something else happens to the file, or other bytes are written, or over other bytes. */
    changed: PlanLine[];
}

const key = (line: PlanLine) => `${line.documentId}\n${line.path}`;
const deed = (line: PlanLine) => [line.action, line.before, line.after, line.draftAfter, line.mark, line.reason].join('\n');

/** What a person who has read one plan must read of another. */
export function difference(before: PlanLine[], now: PlanLine[]): PlanDifference {
    const known = new Map(before.map((line) => [key(line), deed(line)]));
    const there = new Set(now.map(key));
    return {
        came: now.filter((line) => !known.has(key(line))),
        gone: before.filter((line) => !there.has(key(line))),
        changed: now.filter((line) => known.has(key(line)) && known.get(key(line)) !== deed(line)),
    };
}
