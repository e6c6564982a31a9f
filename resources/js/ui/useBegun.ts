import { startTransition, useEffect, useState } from 'react';

const waiting = new Set<() => void>();

/** Together with all else that waits for it, so that it is drawn in one go. Before the next frame is painted, it would come first. */
function afterNextFrame(work: () => void): () => void {
    if (waiting.size === 0) {
        requestAnimationFrame(() => setTimeout(begin));
    }
    waiting.add(work);
    return () => waiting.delete(work);
}

function begin(): void {
    const all = [...waiting];
    waiting.clear();
    startTransition(() => {
        for (const work of all) {
            work();
        }
    });
}

/**
 * Whether what a view is for has been seen; what only goes with it is drawn then.
 *
 * @param past whether that was so before, as of something that is drawn again and again
 */
export function useBegun(past = false): boolean {
    const [isBegun, setBegun] = useState(past);
    useEffect(() => (isBegun ? undefined : afterNextFrame(() => setBegun(true))), [isBegun]);
    return isBegun;
}
