import { expect, it, vi } from 'vitest';

vi.mock('elkjs/lib/elk-worker.min.js?worker', () => ({ default: class {} }));

import { oneLineEach } from './layout';

const line = (from: number, to: number) => ({ from, to, count: 1, isCircle: false });

it('leaves one line to each, and none in a circle', () => {
    const chosen = oneLineEach(5, [line(0, 1), line(1, 2), line(0, 2), line(2, 0), line(3, 4), line(4, 3)]);
    expect(new Set(chosen.map((one) => one.to)).size).toBe(chosen.length);
    expect(chosen).toHaveLength(3);
});

it('begins with those that nobody refers to', () => {
    expect(oneLineEach(3, [line(2, 1), line(1, 0)]).map((one) => [one.from, one.to])).toEqual([
        [2, 1],
        [1, 0],
    ]);
});
