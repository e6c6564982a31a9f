import type { ChangeSet, Text, TextIterator } from '@codemirror/state';
import type { Change } from '../api/client';

const ONE_BYTE = /^\p{ASCII}*$/u;

/**
 * Walks forward through an editor's text and knows each place in two ways: as the editor's position, in UTF-16 code units with a line end
 * as one, and as the file's, in bytes of UTF-8 with the line end that the file has.
 */
export class Places {
    #position = 0;
    #byte = 0;
    #chunks: TextIterator;
    #at = 0;
    readonly #breakBytes: number;

    constructor(text: Text, lineBreak: string) {
        this.#breakBytes = lineBreak.length;
        this.#chunks = text.iter().next();
    }

    /** The byte at a position. */
    byteAt(position: number): number {
        while (this.#leap((length) => this.#position + length <= position)) {}
        while (this.#position < position && this.#advance()) {}
        return this.#byte;
    }

    /** The position at a byte. */
    positionAt(byte: number): number {
        while (this.#leap((length) => this.#byte + length <= byte)) {}
        while (this.#byte < byte && this.#advance()) {}
        return this.#position;
    }

    /** Over a line of which each character is one byte; false where there is none, or it is too long. */
    #leap(isWithin: (length: number) => boolean): boolean {
        const { done, lineBreak, value } = this.#chunks;
        const length = lineBreak ? this.#breakBytes : value.length;
        if (done || this.#at > 0 || !isWithin(length) || !(lineBreak || ONE_BYTE.test(value))) {
            return false;
        }
        this.#position += lineBreak ? 1 : length;
        this.#byte += length;
        this.#chunks.next();
        return true;
    }

    /** One character further; false at the end. */
    #advance(): boolean {
        while (!this.#chunks.done && this.#at === this.#chunks.value.length) {
            this.#chunks.next();
            this.#at = 0;
        }
        if (this.#chunks.done) {
            return false;
        }
        if (this.#chunks.lineBreak) {
            this.#at = this.#chunks.value.length;
            this.#position++;
            this.#byte += this.#breakBytes;
            return true;
        }
        const code = this.#chunks.value.codePointAt(this.#at) ?? 0;
        const units = code > 0xffff ? 2 : 1;
        this.#at += units;
        this.#position += units;
        this.#byte += code < 0x80 ? 1 : code < 0x800 ? 2 : code > 0xffff ? 4 : 3;
        return true;
    }
}

/** Changes of the editor as those of the file. */
export function inBytes(changes: ChangeSet, before: Text, lineBreak: string): Change[] {
    const places = new Places(before, lineBreak);
    const all: Change[] = [];
    changes.iterChanges((from, to, _from, _to, inserted) => {
        const at = places.byteAt(from);
        all.push({ at, removed: places.byteAt(to) - at, inserted: wellFormed(inserted.sliceString(0, undefined, lineBreak)) });
    });
    return all;
}

/** Of half a surrogate pair UTF-8 can say nothing (Unicode, section 3.9); it becomes the replacement character, which counts as long. */
function wellFormed(text: string): string {
    return text.toWellFormed();
}
