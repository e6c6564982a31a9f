import type { FlagKind } from '../ui/Flag';
import { count } from '../ui/words';
import type { Item } from './folding';

/** What is to be seen of an item at once. */
export type Mark = 'unsaved' | 'unsettled' | 'stray' | 'gone' | 'in a circle';

export const MARKS: Record<Mark, { has: (item: Item) => number; flag: FlagKind }> = {
    unsaved: { has: (item) => item.unsaved, flag: 'modified' },
    unsettled: { has: (item) => item.unsettled, flag: 'unsettled' },
    stray: { has: (item) => item.strays, flag: 'stray' },
    gone: { has: (item) => item.gone, flag: 'gone' },
    'in a circle': { has: (item) => item.circled, flag: 'in a circle' },
};

export const marksOf = (item: Item): Mark[] => (Object.keys(MARKS) as Mark[]).filter((mark) => MARKS[mark].has(item) > 0);

/** The flag of a mark on an item: a new document is not a modified one. */
export const flagOf = (item: Item, mark: Mark): FlagKind => (mark === 'unsaved' && item.node?.content === 'new' ? 'new' : MARKS[mark].flag);

export function stateWords(item: Item): string[] {
    return marksOf(item).map((mark) => {
        if (item.folder) {
            return `${MARKS[mark].has(item)} ${mark}`;
        }
        return mark === 'unsaved' ? (item.node?.content ?? mark) : mark === 'stray' ? count(item.strays, 'stray') : mark;
    });
}
