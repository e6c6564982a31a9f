import { type Reading, readingOf } from './reading';
import { renewalOf } from './renewal';

let before: Reading | undefined;

/** A long text takes longer to read than a person waits for a key. */
addEventListener('message', ({ data: { turn, text } }: MessageEvent<{ turn: number; text: string }>) => {
    const now = readingOf(text, before);
    postMessage({ turn, renewal: renewalOf(before?.blocks ?? [], now.blocks) });
    before = now;
});
