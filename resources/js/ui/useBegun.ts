import { startTransition, useEffect, useState } from 'react';

/**
 * Whether what a view is for has been seen; what only goes with it is drawn then.
 *
 * @param past whether that was so before, as of something that is drawn again and again
 */
export function useBegun(past = false): boolean {
    const [isBegun, setBegun] = useState(past);
    useEffect(() => {
        if (isBegun) {
            return;
        }
        // Before the next frame is painted, this would come first.
        let after: ReturnType<typeof setTimeout> | undefined;
        const frame = requestAnimationFrame(() => {
            after = setTimeout(() => startTransition(() => setBegun(true)));
        });
        return () => {
            cancelAnimationFrame(frame);
            clearTimeout(after);
        };
    }, [isBegun]);
    return isBegun;
}
