import { observeElementOffset, type Range, type Rect, Virtualizer } from '@tanstack/react-virtual';
import { type RefObject, startTransition, useLayoutEffect, useReducer, useRef, useState } from 'react';
import { flushSync } from 'react-dom';
import { useBegun } from './useBegun';

/** Lines that are drawn before and behind those in sight, and the number by which they are drawn together, so that not every line that comes into sight costs. */
const BESIDE = 6;
const TOGETHER = 8;

type Lines = Virtualizer<HTMLElement, HTMLElement>;

/** The first and the last line that are drawn, and how high all lines are together, in pixels. */
interface Drawn {
    from: number;
    to: number;
    height: number;
}

const inSight = ({ startIndex, endIndex, count }: Range): number[] => consecutive(startIndex, Math.min(count, endIndex + 1));

function drawnTogether({ startIndex, endIndex, count }: Range): number[] {
    const from = Math.floor(Math.max(0, startIndex - BESIDE) / TOGETHER) * TOGETHER;
    const to = Math.min(count, Math.ceil((endIndex + BESIDE + 1) / TOGETHER) * TOGETHER);
    return consecutive(from, to);
}

function consecutive(from: number, to: number): number[] {
    return Array.from({ length: Math.max(0, to - from) }, (_, index) => from + index);
}

/** A list is no higher than the window; to ask how high it is would have the browser lay out everything before the first lines are drawn. */
const asHighAsWindow = (): Rect => ({ width: window.innerWidth, height: window.innerHeight });

function observeSize({ scrollElement }: Lines, take: (size: Rect) => void) {
    const sizes = new ResizeObserver(([entry]) => {
        const box = entry?.borderBoxSize[0];
        if (box) {
            take({ width: Math.round(box.inlineSize), height: Math.round(box.blockSize) });
        }
    });
    if (scrollElement) {
        sizes.observe(scrollElement);
    }
    return () => sizes.disconnect();
}

/**
 * Which lines of a long list are drawn: those in sight, and some beside them. Whoever uses it is drawn anew when these change, and not at
 * each line that is scrolled.
 *
 * @param heightOf of a line, in pixels; where it answers otherwise than before, `measure` must be called
 */
export function useDrawn(scroller: RefObject<HTMLElement | null>, count: number, heightOf: (index: number) => number) {
    const drawAnew = useReducer((times: number) => times + 1, 0)[1];
    // What nobody sees yet is drawn when the first lines are there.
    const isBegun = useBegun();
    const drawn = useRef<Drawn>({ from: 0, to: -1, height: 0 });
    const options = {
        count,
        getScrollElement: () => scroller.current,
        estimateSize: heightOf,
        rangeExtractor: isBegun ? drawnTogether : inSight,
        initialRect: asHighAsWindow(),
        observeElementRect: observeSize,
        observeElementOffset,
        // Whoever uses it scrolls the element itself.
        scrollToFn: () => {},
        onChange: (lines: Lines) => {
            const [now, before] = [drawnOf(lines), drawn.current];
            if (now.from === before.from && now.to === before.to && now.height === before.height) {
                return;
            }
            const { startIndex = 0, endIndex = -1 } = lines.range ?? {};
            if (startIndex >= before.from && endIndex <= before.to && now.height === before.height) {
                startTransition(drawAnew);
            } else if (lines.isScrolling) {
                // Else a frame could show nothing where lines have come into sight.
                flushSync(drawAnew);
            } else {
                drawAnew();
            }
        },
    };
    const [lines] = useState(() => new Virtualizer<HTMLElement, HTMLElement>(options));
    lines.setOptions(options);
    useLayoutEffect(() => lines._didMount(), [lines]);
    useLayoutEffect(() => {
        lines._willUpdate();
        drawn.current = drawnOf(lines);
    });
    return {
        lines,
        items: lines.getVirtualItems(),
        height: lines.getTotalSize(),
        /** Whether the first lines are there. */
        isBegun,
        measure: () => {
            lines.measure();
            drawAnew();
        },
    };
}

function drawnOf(lines: Lines): Drawn {
    const indexes = lines.getVirtualIndexes();
    return { from: indexes[0] ?? 0, to: indexes.at(-1) ?? -1, height: lines.getTotalSize() };
}
