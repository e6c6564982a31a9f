import type { Block } from './markdown';
import MarkdownWorker from './markdown.worker?worker';

/** A text that takes longer is one that is made to. */
const MOST_MS = 10_000;

/** Reads the newest of the texts that it is given, one at a time, beside the page. */
export class TextReading {
    private worker: Worker | null = null;
    private turn = 0;
    private next: string | null = null;
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
        [this.worker, this.limit, this.next] = [null, undefined, null];
    }

    private begin(): void {
        const text = this.next;
        this.next = null;
        if (text === null) {
            return;
        }
        if (this.worker === null) {
            this.worker = new MarkdownWorker();
            this.worker.onmessage = ({ data }: MessageEvent<{ turn: number; blocks: Block[] }>) => this.take(data.turn, data.blocks);
        }
        this.limit = setTimeout(() => this.giveUp(), MOST_MS);
        this.worker.postMessage({ turn: ++this.turn, text });
    }

    private take(turn: number, blocks: Block[]): void {
        if (turn === this.turn) {
            clearTimeout(this.limit);
            this.limit = undefined;
            this.onRead(blocks);
            this.begin();
        }
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
