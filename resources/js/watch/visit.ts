import { inBrowser } from './browserStore';

const LETTERS = '0123456789abcdefghjkmnpqrstvwxyz';

/** This page, from its loading to its leaving. */
export const visit = newVisit();

function newVisit(): string {
    const time = Date.now().toString(16).padStart(12, '0').slice(-10);
    const random = crypto.getRandomValues(new Uint8Array(16));
    return time + Array.from(random, (one) => LETTERS[one % LETTERS.length]).join('');
}

const lockOf = (id: string) => `hafenbuch/visit/${id}`;

/** Begins this visit: a lock tells the browser's other pages that this one lives, and a crash lets go of it. */
export function beginVisit(): void {
    if (navigator.locks) {
        void inBrowser('visits', 'readwrite', (store) => store.put({ id: visit })).catch(() => {});
        void navigator.locks.request(lockOf(visit), () => new Promise(() => {})).catch(() => {});
    }
}

export function forgetVisits(visits: string[]): void {
    for (const id of visits) {
        void inBrowser('visits', 'readwrite', (store) => store.delete(id)).catch(() => {});
    }
}

/** Visits of this browser whose pages are gone without having been left. */
export async function diedVisits(): Promise<string[]> {
    if (!navigator.locks) {
        return [];
    }
    const known = (await inBrowser('visits', 'readonly', (store) => store.getAllKeys()).catch(() => [])) as string[];
    const held = new Set((await navigator.locks.query()).held?.map((lock) => lock.name));
    return known.filter((one) => one !== visit && !held.has(lockOf(one))).slice(-20);
}
