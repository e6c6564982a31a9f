import { expect, it } from 'vitest';
import type { PlanLine } from '../api/client';
import { difference } from './difference';

const line = (path: string, more: Partial<PlanLine> = {}): PlanLine => ({
    documentId: path,
    path,
    action: 'write',
    before: 'a',
    after: 'b',
    beforeSize: 1,
    afterSize: 1,
    reasonKind: 'asked',
    reasonOf: null,
    reason: 'you asked',
    origin: null,
    draftBefore: null,
    draftAfter: null,
    mark: null,
    ...more,
});
const paths = (lines: PlanLine[]) => lines.map((one) => one.path);

it('tells what came, what went, and what is otherwise, in the order of the plans', () => {
    const read = [line('gauge.x3d'), line('float.x3d'), line('drum.x3d'), line('pen.x3d')];
    const now = [
        line('arm.x3d', { action: 'create' }),
        line('pen.x3d'),
        line('drum.x3d', { after: 'c' }),
        line('gauge.x3d', { before: 'other' }),
    ];
    const found = difference(read, now);

    expect(paths(found.came)).toEqual(['arm.x3d']);
    expect(paths(found.gone)).toEqual(['float.x3d']);
    expect(found.changed).toEqual([now[2], now[3]]);
});

it('finds nothing between a plan and itself, and tells two documents at one path apart', () => {
    const moving = [line('gauge.x3d', { action: 'remove' }), line('gauge.x3d', { documentId: 'float.x3d', action: 'create' })];

    expect(difference(moving, [...moving])).toEqual({ came: [], gone: [], changed: [] });
    expect(paths(difference(moving, [moving[1] as PlanLine]).gone)).toEqual(['gauge.x3d']);
});
