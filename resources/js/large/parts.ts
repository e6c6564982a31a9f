import type { Reference } from '../api/client';
import { kindOf } from './kinds';

/** A part of a scene, as its list names it. */
export interface Part {
    path: string;
    /** Of its document; null: it is not there. */
    id: string | null;
    title: string | null;
    /** Why it stands out; null: it is as it was saved. */
    flag: 'new' | 'modified' | 'stray' | null;
}

/** The other solids that a document takes in, each once, in the order in which it names them. */
export function partsOf(references: Reference[]): Part[] {
    const parts = new Map<string, Part>();
    for (const { target, targetId, state, content, title } of references) {
        if (target !== null && kindOf(target) === 'solid' && (state === 'document' || state === 'stray')) {
            const flag = state === 'stray' ? 'stray' : content === 'new' || content === 'modified' ? content : null;
            parts.set(target, { path: target, id: targetId, title, flag });
        }
    }
    return [...parts.values()];
}
