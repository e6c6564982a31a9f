import { diff3Merge } from 'node-diff3';

/** Where one stretch was changed by both sides, and nobody has chosen yet. The marks are those that diff3 writes. */
export interface Conflict {
    from: number;
    to: number;
    mine: string;
    base: string;
    theirs: string;
}

const MARK = /^<{7} mine\n([\s\S]*?)^\|{7} before\n([\s\S]*?)^={7}\n([\s\S]*?)^>{7} file\n?/gm;

/** Brings two texts together that were made from one: what only one side changed is taken, what both did is marked. */
export function merge(mine: string, base: string, theirs: string): string {
    const lines = (text: string) => text.split(/(?<=\n)/);
    const parts = diff3Merge(lines(mine), lines(base), lines(theirs), { excludeFalseConflicts: true });
    return parts
        .map((part) => {
            if (part.ok) {
                return part.ok.join('');
            }
            const { a, o, b } = part.conflict ?? { a: [], o: [], b: [] };
            return `<<<<<<< mine\n${whole(a)}||||||| before\n${whole(o)}=======\n${whole(b)}>>>>>>> file\n`;
        })
        .join('');
}

/** A mark begins a line, so a last line without its end gets one for as long as it stands between marks. */
function whole(lines: string[]): string {
    const text = lines.join('');
    return text === '' || text.endsWith('\n') ? text : `${text}\n`;
}

export function conflicts(text: string): Conflict[] {
    return [...text.matchAll(MARK)].map((match) => ({
        from: match.index,
        to: match.index + match[0].length,
        mine: match[1] ?? '',
        base: match[2] ?? '',
        theirs: match[3] ?? '',
    }));
}

export function resolved(text: string, conflict: Conflict, by: string): string {
    return text.slice(0, conflict.from) + by + text.slice(conflict.to);
}
