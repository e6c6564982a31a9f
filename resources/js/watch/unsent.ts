import { browserStore, SAFE, type Unsent } from './browserStore';

export type { Unsent };

export function unsentKey(person: number, workspace: string, document: string): string {
    return `${person}/${workspace}/${document}`;
}

export async function keepUnsent(edit: Unsent): Promise<void> {
    const transaction = (await browserStore()).transaction('unsent', 'readwrite', SAFE);
    await Promise.all([transaction.store.put(edit), transaction.done]);
}

export async function forgetUnsent(key: string): Promise<void> {
    await (await browserStore()).delete('unsent', key);
}

export async function findUnsent(key: string): Promise<Unsent | undefined> {
    return (await browserStore()).get('unsent', key);
}

export async function allUnsent(person: number, workspace: string): Promise<Unsent[]> {
    const all = await (await browserStore()).getAll('unsent');
    return all.filter((one) => one.person === person && one.workspace === workspace);
}

/** Forgets an edit unless a newer one has taken its place meanwhile, as from another page of this browser. */
export async function forgetSent(key: string, text: string): Promise<void> {
    const transaction = (await browserStore()).transaction('unsent', 'readwrite', SAFE);
    const kept = await transaction.store.get(key);
    if (kept?.text === text) {
        await transaction.store.delete(key);
    }
    await transaction.done;
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
