import { type RefObject, useLayoutEffect, useState } from 'react';
import { flushSync } from 'react-dom';

/** How wide an element is drawn, in pixels, without what it is scrolled by; 0 until it has been laid out. */
export function useWidth(element: RefObject<HTMLElement | null>): number {
    const [width, setWidth] = useState(0);
    useLayoutEffect(() => {
        const place = element.current;
        if (!place) {
            return;
        }
        // That comes before it is painted.
        const sized = new ResizeObserver(() => flushSync(() => setWidth(place.clientWidth)));
        sized.observe(place);
        return () => sized.disconnect();
    }, [element]);
    return width;
}
