import type { Row } from '../api/client';

export interface Line {
    from: number;
    to: number;
}

/** One mooring line for each reference between two open documents, by their rows' numbers. */
export function mooringLines(entries: ({ row: Row } | { head: string })[]): Line[] {
    const number = new Map(entries.map((entry, index) => ['row' in entry ? entry.row.id : '', index]));
    const lines: Line[] = [];
    entries.forEach((entry, from) => {
        for (const target of 'row' in entry ? entry.row.refersTo : []) {
            const to = number.get(target);
            if (to !== undefined && to !== from) {
                lines.push({ from, to });
            }
        }
    });
    return lines;
}
