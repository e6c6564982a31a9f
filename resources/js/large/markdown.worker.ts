import { blocksOf } from './markdown';

/** A long text takes longer to read than a person waits for a key. */
addEventListener('message', ({ data: { turn, text } }: MessageEvent<{ turn: number; text: string }>) => {
    postMessage({ turn, blocks: blocksOf(text) });
});
