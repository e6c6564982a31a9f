import { inBrowser } from './browserStore';

/** Edits that the server does not have yet, kept in this browser (Indexed Database API) until it has. */
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

const run = <T>(mode: IDBTransactionMode, work: (store: IDBObjectStore) => IDBRequest<T>) => inBrowser('unsent', mode, work);

export function unsentKey(person: number, workspace: string, document: string): string {
    return `${person}/${workspace}/${document}`;
}

export const keepUnsent = (edit: Unsent) => run('readwrite', (store) => store.put(edit));
export const forgetUnsent = (key: string) => run('readwrite', (store) => store.delete(key));
export const findUnsent = (key: string): Promise<Unsent | undefined> => run('readonly', (store) => store.get(key));

export async function allUnsent(person: number, workspace: string): Promise<Unsent[]> {
    const all: Unsent[] = await run('readonly', (store) => store.getAll());
    return all.filter((one) => one.person === person && one.workspace === workspace);
}

/** Forgets an edit unless a newer one has taken its place meanwhile. */
export async function forgetSent(key: string, text: string): Promise<void> {
    const kept = await findUnsent(key);
    if (kept && kept.text === text) {
        await forgetUnsent(key);
    }
}

/** Runs for the one page that edits a document; another page gets nothing, where the browser can tell. */
export async function ifFree(key: string, work: () => Promise<void>): Promise<void> {
    if (!navigator.locks) {
        return work();
    }
    await navigator.locks.request(`hafenbuch/${key}`, { ifAvailable: true }, async (lock) => {
        if (lock) {
            await work();
        }
    });
}

/** Tells other pages of this browser that this one edits the document, until the returned function is called. */
export function claim(key: string): () => void {
    if (!navigator.locks) {
        return () => {};
    }
    let release = () => {};
    const held = new Promise<void>((resolve) => {
        release = resolve;
    });
    void navigator.locks.request(`hafenbuch/${key}`, () => held).catch(() => {});
    return () => release();
}
