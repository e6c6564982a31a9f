import { ChangeSet, type Text } from '@codemirror/state';
import { newId } from '../api/visit';
import { browserStore, type Edited, SAFE } from '../watch/browserStore';
import { forgetSent } from '../watch/unsent';

/** After so many edits the text that they change is written anew, so that they stay few. */
const MOST_EDITS = 2000;

/**
 * Keeps one document's edits in this browser beyond a crash. A key writes what was changed since a text that was written once, and not all
 * of the text. One write is under way at a time; the next is of what is there then.
 */
export class UnsentKeeper {
    readonly #base = newId();
    /** null: the base must be written first */
    #since: ChangeSet | null = null;
    #edits = 0;
    #wanted: { about: Edited; now: Text } | null = null;
    #writing: Promise<void> | null = null;

    constructor(readonly lineBreak: string) {}

    /** @param changes null: it is another text altogether */
    keep(about: Edited, now: Text, changes: ChangeSet | null): void {
        this.#since = (changes && this.#since?.compose(changes)) ?? null;
        this.#wanted = { about, now };
        this.#writing ??= this.#writeAll().finally(() => {
            this.#writing = null;
        });
    }

    /** The server has an edit. */
    async landed(key: string, edit: string): Promise<void> {
        await this.#writing;
        await forgetSent(key, edit);
    }

    async #writeAll(): Promise<void> {
        try {
            while (this.#wanted) {
                await this.#write();
            }
        } catch {
            // A browser that keeps nothing has the page itself, and says so when the server is away too.
            this.#since = null;
        }
    }

    async #write(): Promise<void> {
        const transaction = (await browserStore()).transaction(['bases', 'unsent'], 'readwrite', SAFE);
        const bases = transaction.objectStore('bases');
        const isThere = (await bases.getKey(this.#base)) !== undefined;
        // Nothing is awaited from here, so that the changes are those up to the text that is kept.
        const wanted = this.#wanted;
        this.#wanted = null;
        if (wanted) {
            if (!isThere || this.#since === null || ++this.#edits > MOST_EDITS) {
                this.#edits = 0;
                this.#since = ChangeSet.empty(wanted.now.length);
                const text = wanted.now.sliceString(0, undefined, this.lineBreak);
                void bases.put({ id: this.#base, text, lineBreak: this.lineBreak });
            }
            void transaction.objectStore('unsent').put({ ...wanted.about, base: this.#base, changes: this.#since.toJSON() });
        }
        await transaction.done;
    }
}
