import { ChangeSet, Text } from '@codemirror/state';
import { Problem } from '../api/client';
import { visit } from '../api/visit';
import { lineBreakOf } from '../ui/source';
import { Watched } from '../ui/watched';
import { type Sending, Typed } from './typed';

const PAUSE_MS = 700;
/** However long a person types, an edit is on its way after this. */
const LONGEST_MS = 3500;
const RETRY_MS = 4000;
/** A server that has not answered after this is as good as away, for the person who types. */
const SLOW_MS = 5000;

const SLOW = 'the server does not answer.';
const HELD = 'this browser holds edits that the server never got.';

export type Keeping = 'kept' | 'waiting' | 'sending' | 'failed' | 'moved on';

export interface Loaded {
    text: string;
    /** Counts the times that the content came from elsewhere than the editor, so that an editor knows when to start over. */
    load: number;
}

export interface DraftState {
    loaded: Loaded | null;
    keeping: Keeping;
    problem: string | null;
    /** Whether edits of an earlier page wait for a choice; until then nothing can be typed over them. */
    isHeld: boolean;
}

/** The server that has the draft. */
export interface DraftServer {
    read(): Promise<{ text: string; revision: number }>;
    /** @returns the new revision */
    write(sending: Sending, revision: number): Promise<number>;
    /** A text that was not chosen becomes a step. */
    keepAsStep(text: string): Promise<void>;
}

/** What keeps edits in this browser until the server has them. */
export interface DraftStore {
    keep(edit: string, revision: number, now: Text, changes: ChangeSet | null, lineBreak: string): void;
    landed(edit: string): Promise<void>;
    find(): Promise<{ text: string; revision: number; edit: string } | undefined>;
}

/** Who wants to know how it goes, also when the page shows something else. */
export interface DraftListener {
    /** @param why null: all is kept */
    told(why: string | null): void;
    wasSent(): void;
    wasLoggedOut(): void;
}

const KEPT: DraftState = { loaded: null, keeping: 'kept', problem: null, isHeld: false };

/**
 * One document's working content: read once, then sent to the server as changes after each pause, never over someone else's.
 * Until the server has an edit, the browser keeps it.
 */
export class OpenDraft {
    readonly state = new Watched<DraftState>(KEPT);
    #revision = 0;
    #typed = new Typed(Text.empty, '\n', true);
    #load = 0;
    #timer: ReturnType<typeof setTimeout> | undefined;
    /** When the oldest edit was made that is not on its way yet. */
    #since = 0;
    #hasMoved = false;
    #isClosed = false;
    #sending: Promise<void> | null = null;
    #edits = 0;
    /** What an earlier page of this browser has left. */
    #held: { text: string; edit: string } | null = null;

    constructor(
        private readonly server: DraftServer,
        private readonly store: DraftStore,
        private readonly listener: DraftListener,
    ) {}

    get revision(): number {
        return this.#revision;
    }

    /** What was typed here, where someone else has written meanwhile. */
    get ours(): string {
        return this.#held?.text ?? this.#typed.text;
    }

    /** Reads the content, and goes on with what an earlier page of this browser could not send. */
    async begin(): Promise<void> {
        this.#isClosed = false;
        const text = await this.reload();
        const left = text === null ? undefined : await this.store.find().catch(() => undefined);
        if (!left || left.text === text || this.#isClosed) {
            return;
        }
        if (left.revision === this.#revision) {
            // Nobody has written since: it goes on as if nothing had happened.
            this.#show(left.text, false);
            this.#wait();
        } else {
            this.#hasMoved = true;
            this.#held = left;
            this.#say({ keeping: 'moved on', problem: HELD, isHeld: true });
            this.listener.told('edits of this browser wait for your choice');
        }
    }

    /** @returns what the server has; null where it cannot be read, or something was typed meanwhile, which then goes its own way */
    async reload(): Promise<string | null> {
        const typed = this.#typed;
        const wasAhead = typed.isAhead;
        try {
            const { text, revision } = await this.server.read();
            if (!wasAhead && typed === this.#typed && typed.isAhead) {
                return null;
            }
            this.#revision = revision;
            this.#since = 0;
            this.#hasMoved = false;
            this.#held = null;
            this.#show(text, true);
            this.#say({ keeping: 'kept', problem: null, isHeld: false });
            this.listener.told(null);
            return text;
        } catch (error) {
            this.#say({ problem: (error as Error).message });
            return null;
        }
    }

    /** @param load of the editor; one that is about to start over is not heard any more */
    type(load: number, changes: ChangeSet, now: Text): void {
        if (load !== this.#load) {
            return;
        }
        this.#typed.type(changes, now);
        this.#keepHere(now, changes);
        if (!this.#hasMoved) {
            this.#wait();
        }
    }

    /** Sends what waits, now, after what is on its way. */
    async flush(): Promise<void> {
        await this.#sending;
        await this.#send();
    }

    /** The page shows something else; what waits is sent, and tried again until the server has it. */
    close(): Promise<void> {
        this.#isClosed = true;
        return this.flush();
    }

    /** Someone else has written: their content, or ours over it with the revision that is there now. */
    async settle(whose: 'theirs' | 'ours'): Promise<void> {
        const mine = this.ours;
        const edit = this.#held?.edit ?? this.#edit();
        try {
            if (whose === 'theirs') {
                await this.server.keepAsStep(mine);
                await this.store.landed(edit).catch(() => {});
            }
        } catch (error) {
            this.#say({ problem: (error as Error).message });
            return;
        }
        if ((await this.reload()) !== null && whose === 'ours') {
            this.#show(mine, false);
            this.#wait();
        }
    }

    /** The server's content has a newer revision, and nothing of ours is under way. */
    follow(revision: number): void {
        if (this.#load > 0 && revision > this.#revision && !this.#typed.isAhead && !this.#hasMoved) {
            void this.reload();
        }
    }

    #send(): Promise<void> {
        clearTimeout(this.#timer);
        this.#timer = undefined;
        const sending = this.#hasMoved ? null : this.#typed.send();
        if (sending === null) {
            return this.#sending ?? Promise.resolve();
        }
        this.#since = 0;
        this.#say({ keeping: 'sending' });
        this.#sending = this.#deliver(this.#typed, sending, this.#edit()).finally(() => {
            this.#sending = null;
            if (this.#typed.isWaiting && this.#timer === undefined && !this.#hasMoved) {
                this.#wait();
            }
        });
        return this.#sending;
    }

    async #deliver(typed: Typed, sending: Sending, edit: string): Promise<void> {
        const slow = setTimeout(() => this.#fail(SLOW), SLOW_MS);
        try {
            this.#land(typed, await this.#write(typed, sending), edit);
        } catch (error) {
            this.#refused(typed, error as Error);
        } finally {
            clearTimeout(slow);
        }
    }

    async #write(typed: Typed, sending: Sending): Promise<number> {
        try {
            return await this.server.write(sending, this.#revision);
        } catch (error) {
            const status = error instanceof Problem ? error.status : 0;
            if (!('whole' in sending) && (status === 409 || status === 422)) {
                // The changes do not fit what is there; with the same revision the whole is taken.
                return await this.server.write({ whole: typed.sent ?? '' }, this.#revision);
            }
            if (status !== 412) {
                throw error;
            }
            // What has arrived and was not answered has moved the document on by ourselves.
            const now = await this.server.read();
            if (now.text !== typed.sent) {
                throw error;
            }
            return now.revision;
        }
    }

    #land(typed: Typed, revision: number, edit: string): void {
        typed.landed();
        this.#revision = revision;
        if (typed.isWaiting) {
            // What waits was made on the new revision now.
            this.#keepHere(typed.now, ChangeSet.empty(typed.now.length));
        } else {
            void this.store.landed(edit).catch(() => {});
        }
        this.listener.told(null);
        this.listener.wasSent();
        this.#say({ keeping: typed.isWaiting ? 'waiting' : 'kept', problem: null });
    }

    #refused(typed: Typed, error: Error): void {
        typed.failed(false);
        const status = error instanceof Problem ? error.status : 0;
        this.#hasMoved = status === 412;
        this.listener.told(error.message);
        this.#say({ keeping: this.#hasMoved ? 'moved on' : 'failed', problem: error.message });
        if (status === 401) {
            // The page asks to log in again; what was typed is in the browser, and goes on from there.
            this.listener.wasLoggedOut();
        } else if (!this.#hasMoved) {
            this.#timer = setTimeout(() => void this.#send(), RETRY_MS);
        }
    }

    #fail(why: string): void {
        this.listener.told(why);
        this.#say({ keeping: 'failed', problem: why });
    }

    #show(text: string, isServers: boolean): void {
        const lineBreak = lineBreakOf(text);
        const now = Text.of(text.split(lineBreak));
        this.#typed = new Typed(now, lineBreak, isServers);
        this.#say({ loaded: { text, load: ++this.#load } });
        if (!isServers) {
            this.#keepHere(now, null);
        }
    }

    #wait(): void {
        this.#since ||= Date.now();
        if (this.state.now().keeping !== 'failed') {
            this.#say({ keeping: 'waiting' });
        }
        clearTimeout(this.#timer);
        this.#timer = setTimeout(() => void this.#send(), Math.max(0, Math.min(PAUSE_MS, this.#since + LONGEST_MS - Date.now())));
    }

    /** @param changes since it was kept last; null: all of it is another */
    #keepHere(now: Text, changes: ChangeSet | null): void {
        this.#edits++;
        this.store.keep(this.#edit(), this.#revision, now, changes, this.#typed.lineBreak);
    }

    #edit(): string {
        return `${visit}/${this.#edits}`;
    }

    /** Most keys change nothing of this, and then nothing of the page is drawn anew. */
    #say(change: Partial<DraftState>): void {
        const now = this.state.now();
        if ((Object.keys(change) as (keyof DraftState)[]).some((part) => change[part] !== now[part])) {
            this.state.set({ ...now, ...change });
        }
    }
}
