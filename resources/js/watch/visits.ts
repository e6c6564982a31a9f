import { visit } from '../api/visit';
import { browserStore } from './browserStore';

const lockOf = (id: string) => `hafenbuch/visit/${id}`;

/** Begins this visit: a lock tells the browser's other pages that this one lives, and a crash lets go of it. */
export function beginVisit(): void {
    if (navigator.locks) {
        void browserStore()
            .then((store) => store.put('visits', { id: visit }))
            .catch(() => {});
        void navigator.locks.request(lockOf(visit), () => new Promise(() => {})).catch(() => {});
    }
}

export function forgetVisits(visits: string[]): void {
    for (const id of visits) {
        void browserStore()
            .then((store) => store.delete('visits', id))
            .catch(() => {});
    }
}

/** Visits of this browser whose pages are gone without having been left. */
export async function diedVisits(): Promise<string[]> {
    if (!navigator.locks) {
        return [];
    }
    const known = await browserStore()
        .then((store) => store.getAllKeys('visits'))
        .catch(() => []);
    const held = new Set((await navigator.locks.query()).held?.map((lock) => lock.name));
    return known.filter((one) => one !== visit && !held.has(lockOf(one))).slice(-20);
}
