import { browserStore, type Edited, type KeptEdit, SAFE } from './browserStore';

/** An edit that the server does not have yet, with all of its text. */
export type Unsent = Edited & { text: string };

export function unsentKey(person: number, workspace: string, document: string): string {
    return `${person}/${workspace}/${document}`;
}

export async function findUnsent(key: string): Promise<Unsent | undefined> {
    const kept = await (await browserStore()).get('unsent', key);
    return kept && withText(kept);
}

export async function allUnsent(person: number, workspace: string): Promise<Unsent[]> {
    await sweepBases();
    const all = await (await browserStore()).getAll('unsent');
    const own = all.filter((one) => one.person === person && one.workspace === workspace);
    return (await Promise.all(own.map(withText))).filter((one) => one !== undefined);
}

/** Forgets an edit unless a newer one has taken its place meanwhile, as from another page of this browser. */
export async function forgetSent(key: string, edit: string): Promise<void> {
    const transaction = (await browserStore()).transaction('unsent', 'readwrite', SAFE);
    if ((await transaction.store.get(key))?.edit === edit) {
        await transaction.store.delete(key);
    }
    await transaction.done;
}

async function withText(kept: KeptEdit): Promise<Unsent | undefined> {
    if ('text' in kept) {
        return kept;
    }
    const base = await (await browserStore()).get('bases', kept.base);
    if (!base) {
        return undefined;
    }
    // Only after something has gone wrong; until then nobody waits for the editor's code.
    const { ChangeSet, Text } = await import('@codemirror/state');
    const text = ChangeSet.fromJSON(kept.changes).apply(Text.of(base.text.split(base.lineBreak)));
    return { ...kept, text: text.sliceString(0, undefined, base.lineBreak) };
}

/** A page that is still open keeps its base anew when it misses it. */
async function sweepBases(): Promise<void> {
    const transaction = (await browserStore()).transaction(['bases', 'unsent'], 'readwrite');
    const named = new Set((await transaction.objectStore('unsent').getAll()).map((one) => ('base' in one ? one.base : '')));
    const bases = transaction.objectStore('bases');
    for (const id of await bases.getAllKeys()) {
        if (!named.has(id)) {
            void bases.delete(id);
        }
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
