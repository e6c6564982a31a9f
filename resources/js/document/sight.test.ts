import { expect, it } from 'vitest';
import { partWithin } from './sight';

const frame = { left: 0, top: 0, width: 400, height: 300 };

it('says what of a picture is in sight, and nothing where all of it is, or too little', () => {
    expect(partWithin({ left: 0, top: 0, width: 400, height: 300 }, frame)).toBeUndefined();
    expect(partWithin({ left: 40, top: 30, width: 200, height: 100 }, frame)).toBeUndefined();
    expect(partWithin({ left: -400, top: -150, width: 1600, height: 600 }, frame)).toEqual([0.25, 0.25, 0.25, 0.5]);
    expect(partWithin({ left: 0, top: 0, width: 8000, height: 6000 }, frame)).toBeUndefined();
});
