import { expect, it } from 'vitest';
import { turnOf } from './scene';

const from = (x: number, y: number, z: number) => turnOf([x, y, z, 0, 1, 0, 0, 0, 0, 0]).map((angle) => Math.round(angle * 100) / 100);

it('says from where a camera looks as a small picture is drawn from there', () => {
    expect(from(0, 0, 5)).toEqual([-0, 0]);
    // From the right it is turned to the left.
    expect(from(5, 0, 0)).toEqual([-1.57, 0]);
    expect(from(0, 5, 0)[1]).toBe(1.57);
    expect(turnOf([3, 0, 5, 0, 1, 0, 0, 3, 0, 0]).map(Math.abs)).toEqual([0, 0]);
    expect(turnOf([0, 0, 0, 0, 1, 0, 0, 0, 0, 0])).toEqual([0, 0]);
});
