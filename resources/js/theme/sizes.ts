/** Below this, what stands beside a view's content lies below it, folded. Pixels. */
const STACKED = 1120;
/** Below this, the views are in a menu, and a document's facts below its content. Pixels. */
const NARROW = 860;
/** Below this, the cells of a row stand one below the other. Pixels. */
const SINGLE = 700;

export const isStacked = `(max-width: ${STACKED}px)`;
export const isNarrow = `(max-width: ${NARROW}px)`;
export const isSingle = `(max-width: ${SINGLE}px)`;
/** Where fingers press, or where as little room is as on a telephone. */
export const isTouched = `(pointer: coarse), (max-width: ${NARROW}px)`;

/** A target that a finger hits (WCAG 2.2, 2.5.5). */
export const TARGET = 44;
/** What there is at least of a page, in pixels; a window that is lower scrolls. */
export const LEAST_HEIGHT = 540;
