import { ChangeSet, type Text } from '@codemirror/state';
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest';
import { Problem } from '../api/client';
import { type DraftListener, type DraftServer, type DraftStore, OpenDraft } from './OpenDraft';
import type { Sending } from './typed';

const AWAY = new Problem(0, 'The server cannot be reached.');

/** A server for one document, in letters of one byte each. */
class Server implements DraftServer {
    text = 'ebb';
    revision = 1;
    steps: string[] = [];
    received: Sending[] = [];
    isAway = false;
    losesAnswers = false;
    rest: Promise<void> = Promise.resolve();

    async read() {
        this.refuseAway();
        return { text: this.text, revision: this.revision };
    }

    async write(sending: Sending, revision: number) {
        await this.rest;
        this.refuseAway();
        this.received.push(sending);
        if (revision !== this.revision) {
            throw new Problem(412, 'This document has moved on.');
        }
        const text = 'whole' in sending ? sending.whole : this.changed(sending);
        this.theirs(text);
        if (this.losesAnswers) {
            this.losesAnswers = false;
            throw AWAY;
        }
        return this.revision;
    }

    async keepAsStep(text: string) {
        this.steps.push(text);
    }

    theirs(text: string) {
        this.text = text;
        this.revision++;
    }

    private changed({ changes, size }: Exclude<Sending, { whole: string }>): string {
        let text = this.text;
        for (const { at, removed, inserted } of [...changes].reverse()) {
            text = text.slice(0, at) + inserted + text.slice(at + removed);
        }
        if (text.length !== size) {
            throw new Problem(409, 'The changes were made from another content.');
        }
        return text;
    }

    private refuseAway() {
        if (this.isAway) {
            throw AWAY;
        }
    }
}

class Store implements DraftStore {
    kept: { text: string; revision: number; edit: string } | undefined;

    keep(edit: string, revision: number, now: Text) {
        this.kept = { text: now.toString(), revision, edit };
    }

    async landed(edit: string) {
        if (this.kept?.edit === edit) {
            this.kept = undefined;
        }
    }

    async find() {
        return this.kept;
    }
}

let server: Server;
let store: Store;
let told: (string | null)[];
let draft: OpenDraft;
let doc: Text;

const open = async () => {
    const listener: DraftListener = { told: (why) => told.push(why), wasSent: () => {}, wasLoggedOut: () => told.push('logged out') };
    draft = new OpenDraft(server, store, listener);
    await draft.begin();
    // The editor's state, which the tests type into.
    const { Text } = await import('@codemirror/state');
    draft.state.watch(() => {
        const loaded = draft.state.now().loaded;
        if (loaded && loaded.load !== shown) {
            shown = loaded.load;
            doc = Text.of(loaded.text.split('\n'));
        }
    });
    shown = draft.state.now().loaded?.load ?? 0;
    doc = Text.of((draft.state.now().loaded?.text ?? '').split('\n'));
};
let shown = 0;
const type = (text: string) => {
    const changes = ChangeSet.of([{ from: doc.length, insert: text }], doc.length);
    doc = changes.apply(doc);
    draft.type(shown, changes, doc);
};
const pause = () => vi.advanceTimersByTimeAsync(800);

beforeEach(async () => {
    vi.useFakeTimers();
    server = new Server();
    store = new Store();
    told = [];
    await open();
});
afterEach(() => vi.useRealTimers());

describe('an open draft', () => {
    it('sends what was changed after a pause, and keeps it here until then', async () => {
        type(', flow');
        expect(store.kept).toMatchObject({ text: 'ebb, flow', revision: 1 });
        await pause();
        expect(server.received).toEqual([{ changes: [{ at: 3, removed: 0, inserted: ', flow' }], size: 9 }]);
        expect(draft.state.now().keeping).toBe('kept');
        expect(store.kept).toBeUndefined();
        expect(server.text).toBe('ebb, flow');
    });
    it('has an edit on its way after 3.5 s, however long a person types', async () => {
        for (let n = 0; n < 12; n++) {
            type('x');
            await vi.advanceTimersByTimeAsync(300);
        }
        expect(server.received.length).toBe(1);
    });
    it('sends once more what is typed while an edit is on its way, made on the new revision', async () => {
        let answer = () => {};
        server.rest = new Promise((resolve) => {
            answer = resolve;
        });
        type(' 1');
        await pause();
        type(' 2');
        const flushed = draft.flush();
        answer();
        await flushed;
        expect(server.text).toBe('ebb 1 2');
        expect(server.received.length).toBe(2);
        expect(store.kept).toBeUndefined();
        expect(draft.revision).toBe(3);
    });
    it('tries again until the server is there, and nobody else has written when only an answer was lost', async () => {
        server.isAway = true;
        type(' 1');
        await pause();
        expect(draft.state.now()).toMatchObject({ keeping: 'failed', problem: AWAY.message });
        expect(told.at(-1)).toBe(AWAY.message);
        server.isAway = false;
        server.losesAnswers = true;
        await vi.advanceTimersByTimeAsync(4100);
        expect(server.text).toBe('ebb 1');
        await vi.advanceTimersByTimeAsync(4100);
        expect(draft.state.now().keeping).toBe('kept');
        expect(told.at(-1)).toBe(null);
        type(' 2');
        await pause();
        expect(server.text).toBe('ebb 1 2');
    });
    it('never writes over someone else, and lets a person choose', async () => {
        type(' mine');
        server.theirs('flood');
        await pause();
        expect(draft.state.now().keeping).toBe('moved on');
        expect(draft.ours).toBe('ebb mine');
        type(' too');
        await pause();
        expect(server.text).toBe('flood');
        await draft.settle('ours');
        await pause();
        expect(server.text).toBe('ebb mine too');
        expect(store.kept).toBeUndefined();
    });
    it('keeps as a step what was not chosen', async () => {
        type(' mine');
        server.theirs('flood');
        await pause();
        await draft.settle('theirs');
        expect(server.steps).toEqual(['ebb mine']);
        expect(draft.state.now().loaded?.text).toBe('flood');
        expect(store.kept).toBeUndefined();
    });
    it('sends the whole where the changes do not fit, with the same revision', async () => {
        server.text = 'as another program has written it';
        type(', flow');
        await pause();
        expect(server.received.at(-1)).toEqual({ whole: 'ebb, flow' });
        expect(server.text).toBe('ebb, flow');
        expect(draft.state.now().keeping).toBe('kept');
    });
    it('goes on with what an earlier page could not send, where nobody has written since', async () => {
        server.isAway = true;
        type(' 1');
        server.isAway = false;
        await open();
        expect(draft.state.now().loaded?.text).toBe('ebb 1');
        await pause();
        expect(server.text).toBe('ebb 1');
    });
    it('holds what an earlier page could not send until a person has chosen', async () => {
        type(' 1');
        server.theirs('flood');
        await open();
        expect(draft.state.now()).toMatchObject({ keeping: 'moved on', isHeld: true, loaded: { text: 'flood' } });
        expect(draft.ours).toBe('ebb 1');
        await draft.settle('theirs');
        expect(server.steps).toEqual(['ebb 1']);
        expect(draft.state.now().isHeld).toBe(false);
    });
    it('loses nothing that is typed while the content is read again', async () => {
        let read = () => {};
        const real = server.read.bind(server);
        server.theirs('flood');
        server.read = async () => {
            await new Promise<void>((resolve) => {
                read = resolve;
            });
            return real();
        };
        draft.follow(2);
        type(' typed');
        read();
        await vi.advanceTimersByTimeAsync(0);
        expect(draft.ours).toBe('ebb typed');
        server.read = real;
        await pause();
        expect(draft.state.now().keeping).toBe('moved on');
        await draft.settle('theirs');
        expect(server.steps).toEqual(['ebb typed']);
    });
    it('does not hear an editor that is about to start over', async () => {
        const before = shown;
        server.theirs('flood');
        draft.follow(2);
        await pause();
        const changes = ChangeSet.of([{ from: 3, insert: ' late' }], 3);
        draft.type(
            before,
            changes,
            changes.apply(ChangeSet.of([{ from: 0, insert: 'ebb' }], 0).apply((await import('@codemirror/state')).Text.empty)),
        );
        await pause();
        expect(server.text).toBe('flood');
    });
});
