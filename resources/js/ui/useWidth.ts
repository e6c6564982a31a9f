import { type RefObject, useLayoutEffect, useState } from 'react';

/** How wide an element is drawn, in pixels, without what it is scrolled by. */
export function useWidth(element: RefObject<HTMLElement | null>): number {
    const [width, setWidth] = useState(0);
    useLayoutEffect(() => {
        const place = element.current;
        if (!place) {
            return;
        }
        setWidth(place.clientWidth);
        const sized = new ResizeObserver(() => setWidth(place.clientWidth));
        sized.observe(place);
        return () => sized.disconnect();
    }, [element]);
    return width;
}
