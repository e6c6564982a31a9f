import { type DBSchema, type IDBPDatabase, openDB } from 'idb';

/** Edits that the server does not have yet. */
export interface Unsent {
    /** person, workspace and document */
    key: string;
    person: number;
    workspace: string;
    document: string;
    path: string;
    text: string;
    /** The revision that the edit was made on. */
    revision: number;
    /** Milliseconds since 1970. */
    at: number;
}

interface Stores extends DBSchema {
    unsent: { key: string; value: Unsent };
    visits: { key: string; value: { id: string } };
}

/** On the disk, and not only with the browser, when a transaction is complete (Indexed Database API 3.0, section 4.9). */
export const SAFE = { durability: 'strict' } as const;

let opening: Promise<IDBPDatabase<Stores>> | null = null;

/** What this browser keeps beyond a crash. */
export function browserStore(): Promise<IDBPDatabase<Stores>> {
    opening ??= openDB<Stores>('hafenbuch', 1, {
        upgrade(database) {
            database.createObjectStore('unsent', { keyPath: 'key' });
            database.createObjectStore('visits', { keyPath: 'id' });
        },
        terminated() {
            opening = null;
        },
    }).catch((error) => {
        opening = null;
        throw error;
    });
    return opening;
}
