import type { LookSettings } from '../api/client';
import { Watched } from '../ui/watched';

const PAUSE_MS = 1500;

/** Where the way of looking is kept. */
export interface LookStore {
    keep(view: LookSettings): Promise<void>;
}

/**
 * How one document is looked at. It is kept beside the document some time after it changed, and when the page leaves the document;
 * where the person wants nothing remembered, it only holds for as long as the page shows it.
 */
export class LookKeeper {
    readonly state: Watched<LookSettings>;
    /** What only the editor knows, asked for when it is needed. */
    ofEditor: (() => LookSettings) | null = null;
    #kept: string;
    #timer: ReturnType<typeof setTimeout> | undefined;

    constructor(
        begin: LookSettings,
        private readonly store: LookStore,
        public isRemembered: boolean,
    ) {
        this.state = new Watched(begin);
        this.#kept = JSON.stringify(begin);
    }

    /** All of it as it is now. */
    now(): LookSettings {
        return { ...this.state.now(), ...this.ofEditor?.() };
    }

    change(part: LookSettings): void {
        this.state.set({ ...this.state.now(), ...part });
        this.touch();
    }

    /** Something of it may have changed, as when the caret moves. */
    touch(): void {
        if (this.isRemembered && this.#timer === undefined) {
            this.#timer = setTimeout(() => this.flush(), PAUSE_MS);
        }
    }

    flush(): void {
        clearTimeout(this.#timer);
        this.#timer = undefined;
        const view = this.now();
        const text = JSON.stringify(view);
        if (!this.isRemembered || text === this.#kept) {
            return;
        }
        const before = this.#kept;
        this.#kept = text;
        // A view that was not kept costs nobody any work; the next change tries again.
        this.store.keep(view).catch(() => {
            this.#kept = before;
        });
    }
}
