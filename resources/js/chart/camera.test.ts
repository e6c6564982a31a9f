import { expect, it } from 'vitest';
import { around, fitted, inSight, showing, zoomed } from './camera';

const card = { width: 200, height: 50 };
const window = { width: 1000, height: 600 };

it('keeps what lies under the pointer where it is', () => {
    const before = { x: 40, y: -30, scale: 0.8 };
    const at = { x: 300, y: 200 };
    const after = zoomed(before, 1.7, at);
    expect((at.x - after.x) / after.scale).toBeCloseTo((at.x - before.x) / before.scale);
    expect((at.y - after.y) / after.scale).toBeCloseTo((at.y - before.y) / before.scale);
});

it('shows all, and never larger than it is', () => {
    const all = around(
        [
            { x: 10, y: 10 },
            { x: 4000, y: 900 },
        ],
        card,
    );
    const camera = fitted(all, window);
    const seen = inSight(camera, window);
    expect(seen.x).toBeLessThan(all.x);
    expect(seen.x + seen.width).toBeGreaterThan(all.x + all.width);
    expect(fitted(around([{ x: 0, y: 0 }], card), window).scale).toBe(1);
});

it('moves no more than is needed', () => {
    const camera = { x: 0, y: 0, scale: 1 };
    expect(showing(camera, { x: 100, y: 100, ...card }, window)).toEqual(camera);
    expect(showing(camera, { x: 900, y: 100, ...card }, window).x).toBe(1000 - 28 - 1100);
    expect(showing(camera, { x: -500, y: -80, ...card }, window)).toEqual({ x: 528, y: 108, scale: 1 });
});
