import { type Block, blocksOf } from './markdown';
import { renewalOf } from './renewal';

let before: Block[] = [];

/** A long text takes longer to read than a person waits for a key. */
addEventListener('message', ({ data: { turn, text } }: MessageEvent<{ turn: number; text: string }>) => {
    const now = blocksOf(text);
    postMessage({ turn, renewal: renewalOf(before, now) });
    before = now;
});
