import type { ChangeSet, Text } from '@codemirror/state';
import type { Change } from '../api/client';
import { inBytes, Places } from './places';

/** What goes to the server: changes of what it has, or the whole where it is not known what it has. */
export type Sending = { whole: string } | { changes: Change[]; size: number };

/** What was typed beyond what the server has: what is on its way, and what waits. */
export class Typed {
    #server: Text | null;
    #now: Text;
    #underWay: ChangeSet | null = null;
    #waiting: ChangeSet | null = null;
    #isWhole: boolean;
    #sent: Text | null = null;

    /**
     * @param now what is in the editor
     * @param isServers whether the server has the same
     */
    constructor(
        now: Text,
        readonly lineBreak: string,
        isServers: boolean,
    ) {
        this.#now = now;
        this.#server = isServers ? now : null;
        this.#isWhole = !isServers;
    }

    type(changes: ChangeSet, now: Text): void {
        this.#waiting = this.#waiting?.compose(changes) ?? changes;
        this.#now = now;
    }

    /** Whether the server has not all of it. */
    get isAhead(): boolean {
        return this.isWaiting || this.#sent !== null;
    }

    get isWaiting(): boolean {
        return this.#waiting !== null || (this.#isWhole && this.#sent === null);
    }

    get now(): Text {
        return this.#now;
    }

    get text(): string {
        return this.#now.sliceString(0, undefined, this.lineBreak);
    }

    /** What was sent last and is not answered. */
    get sent(): string | null {
        return this.#sent?.sliceString(0, undefined, this.lineBreak) ?? null;
    }

    /** Everything that waits goes on its way; nothing goes while something is. */
    send(): Sending | null {
        if (this.#sent !== null || !this.isWaiting) {
            return null;
        }
        this.#sent = this.#now;
        this.#underWay = this.#waiting;
        this.#waiting = null;
        if (this.#isWhole || this.#server === null || this.#underWay === null) {
            return { whole: this.text };
        }
        const size = new Places(this.#now, this.lineBreak).byteAt(this.#now.length);
        return { changes: inBytes(this.#underWay, this.#server, this.lineBreak), size };
    }

    /** The server has what was sent. */
    landed(): void {
        this.#server = this.#sent;
        this.#isWhole = false;
        this.#sent = null;
        this.#underWay = null;
    }

    /** What was sent waits again; as a whole where the server knows of no content that it was made from. */
    failed(asWhole: boolean): void {
        const underWay = this.#underWay;
        this.#waiting = underWay && this.#waiting ? underWay.compose(this.#waiting) : (underWay ?? this.#waiting);
        this.#isWhole ||= asWhole;
        this.#sent = null;
        this.#underWay = null;
    }
}
