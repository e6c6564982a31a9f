import { diff3Merge } from 'node-diff3';

/** A place that both sides changed otherwise, where nobody has chosen yet: what each has there. */
export interface Place {
    /** Where in the joined text it belongs. */
    at: number;
    mine: string;
    base: string;
    theirs: string;
}

/** Two texts that were made from one, brought together: what only one side changed is taken, what both did is left out until it is chosen. */
export function merge(mine: string, base: string, theirs: string): { text: string; places: Place[] } {
    const lines = (text: string) => text.split(/(?<=\n)/);
    const places: Place[] = [];
    let text = '';
    for (const part of diff3Merge(lines(mine), lines(base), lines(theirs), { excludeFalseConflicts: true })) {
        if (part.ok) {
            text += part.ok.join('');
        } else {
            const { a = [], o = [], b = [] } = part.conflict ?? {};
            places.push({ at: text.length, mine: a.join(''), base: o.join(''), theirs: b.join('') });
        }
    }
    return { text, places };
}

/** Both, one after the other, in lines of their own. */
export function bothOf({ mine, theirs }: Place): string {
    return mine === '' || mine.endsWith('\n') ? mine + theirs : `${mine}\n${theirs}`;
}
