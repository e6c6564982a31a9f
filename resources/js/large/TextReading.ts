import MarkdownWorker from './markdown.worker?worker';
import type { Block } from './reading';
import { type Renewal, renewed } from './renewal';

/** A text that takes longer is one that is made to. */
const MOST_MS = 10_000;

/** It rests so many times as long as it has read, so that it leaves the machine to whoever types fast. */
const REST = 2;
const LONGEST_REST_MS = 1000;

/** Reads the newest of the texts that it is given, one at a time, beside the page. */
export class TextReading {
    private worker: Worker | null = null;
    /** What it has read last. */
    private blocks: Block[] = [];
    private turn = 0;
    private next: string | null = null;
    private begunAt = 0;
    /** While it reads, until it gives up; then, until it has rested. */
    private limit: ReturnType<typeof setTimeout> | undefined;

    /** @param onRead  null: it takes too long */
    constructor(private readonly onRead: (blocks: Block[] | null) => void) {}

    read(text: string): void {
        this.next = text;
        if (this.limit === undefined) {
            this.begin();
        }
    }

    end(): void {
        clearTimeout(this.limit);
        this.worker?.terminate();
        [this.worker, this.limit, this.next, this.blocks] = [null, undefined, null, []];
    }

    private begin(): void {
        const text = this.next;
        this.next = null;
        if (text === null) {
            return;
        }
        if (this.worker === null) {
            this.worker = new MarkdownWorker();
            this.worker.onmessage = ({ data }: MessageEvent<{ turn: number; renewal: Renewal }>) => this.take(data.turn, data.renewal);
        }
        this.begunAt = performance.now();
        this.limit = setTimeout(() => this.giveUp(), MOST_MS);
        this.worker.postMessage({ turn: ++this.turn, text });
    }

    private take(turn: number, renewal: Renewal): void {
        if (turn === this.turn) {
            clearTimeout(this.limit);
            this.limit = setTimeout(() => this.rested(), Math.min(LONGEST_REST_MS, REST * (performance.now() - this.begunAt)));
            this.blocks = renewed(this.blocks, renewal);
            this.onRead(this.blocks);
        }
    }

    private rested(): void {
        this.limit = undefined;
        this.begin();
    }

    private giveUp(): void {
        const { next } = this;
        this.end();
        this.onRead(null);
        if (next !== null) {
            this.read(next);
        }
    }
}
