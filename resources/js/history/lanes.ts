import type { Step } from '../api/client';

export interface Lane {
    /** In which column the step stands; the newest line of steps has the first. */
    column: number;
    /** Columns that run through its row from above to below. */
    through: number[];
    /** The column of the step that it was made from, where that is listed. */
    parent: number | null;
    hasChild: boolean;
}

/** Sets steps, newest first, in columns: each line of work that was gone on with keeps one. */
export function lanes(steps: Step[]): Lane[] {
    const listed = new Set(steps.map((step) => step.id));
    /** For each column the step that it leads down to. */
    const columns: (number | null)[] = [];
    const placed: Lane[] = [];
    for (const step of steps) {
        let column = columns.indexOf(step.id);
        const hasChild = column >= 0;
        if (!hasChild) {
            const free = columns.indexOf(null);
            column = free >= 0 ? free : columns.length;
        }
        // Other lines that lead to this step end here.
        const through = columns.flatMap((to, index) => (to !== null && to !== step.id && index !== column ? [index] : []));
        for (let index = 0; index < columns.length; index++) {
            if (columns[index] === step.id) {
                columns[index] = null;
            }
        }
        const parent = step.parentId !== null && listed.has(step.parentId) ? step.parentId : null;
        const known = parent === null ? -1 : columns.indexOf(parent);
        columns[column] = known >= 0 ? null : parent;
        placed.push({ column, through, parent: parent === null ? null : known >= 0 ? known : column, hasChild });
    }
    return placed;
}
