import { describe, expect, it } from 'vitest';
import type { Step } from '../api/client';
import { lanes } from './lanes';

const step = (id: number, parentId: number | null) => ({ id, parentId }) as Step;

describe('lanes', () => {
    it('keeps one line of work in one column', () => {
        expect(lanes([step(3, 2), step(2, 1), step(1, null)]).map((lane) => lane.column)).toEqual([0, 0, 0]);
    });

    it('sets a branch beside the line that it left, and both end where they parted', () => {
        const placed = lanes([step(4, 1), step(3, 2), step(2, 1), step(1, null)]);
        expect(placed.map((lane) => lane.column)).toEqual([0, 1, 1, 0]);
        expect(placed[1]?.through).toEqual([0]);
        expect(placed[3]?.hasChild).toBe(true);
        expect(placed[2]?.parent).toBe(0);
    });

    it('leads nowhere where the parent is not listed', () => {
        expect(lanes([step(9, 5)])[0]).toMatchObject({ column: 0, parent: null, hasChild: false });
    });
});
