import { type DBSchema, type IDBPDatabase, openDB } from 'idb';

/** What is known of edits that the server does not have yet. */
export interface Edited {
    /** person, workspace and document */
    key: string;
    person: number;
    workspace: string;
    document: string;
    path: string;
    /** The revision that the edit was made on. */
    revision: number;
    /** Milliseconds since 1970. */
    at: number;
    /** Another one for each edit. */
    edit: string;
}

/** As it is kept: the whole, or its changes from the text in `bases`, so that a key does not write a large text anew. */
export type KeptEdit = Edited & ({ text: string } | { base: string; changes: unknown });

/** A text that kept edits change. */
export interface Base {
    id: string;
    text: string;
    lineBreak: string;
}

interface Stores extends DBSchema {
    unsent: { key: string; value: KeptEdit };
    bases: { key: string; value: Base };
    visits: { key: string; value: { id: string } };
}

/** On the disk, and not only with the browser, when a transaction is complete (Indexed Database API 3.0, section 4.9). */
export const SAFE = { durability: 'strict' } as const;

let opening: Promise<IDBPDatabase<Stores>> | null = null;

/** What this browser keeps beyond a crash. */
export function browserStore(): Promise<IDBPDatabase<Stores>> {
    opening ??= openDB<Stores>('hafenbuch', 2, {
        upgrade(database, version) {
            if (version < 1) {
                database.createObjectStore('unsent', { keyPath: 'key' });
                database.createObjectStore('visits', { keyPath: 'id' });
            }
            database.createObjectStore('bases', { keyPath: 'id' });
        },
        blocking(_version, _new, event) {
            // A page of a later version waits for this one; what is typed here is kept again once it has made its stores.
            (event.target as IDBDatabase).close();
            opening = null;
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
