import { expect, it } from 'vitest';
import { paired } from './clips';

const track = (...clips: [string | null, number, number][]) => ({
    name: '',
    clips: clips.map(([name, start, length]) => ({ name, start, length, isKnown: true, document: null, path: null, isThere: true })),
});

it('pairs clips by where they stand, then by name, and says which have moved', () => {
    const { left, right } = paired(
        [track(['storm', 0, 4], [null, 4, 1], ['gulls', 5, 2], ['storm', 7, 3], ['bell', 10, 1])],
        [track(['gulls', 0, 2], ['storm', 7, 3], ['storm', 10, 4], ['lamp', 14, 2])],
    );
    expect(left.map((clip) => [clip.name, clip.other, clip.isMoved])).toEqual([
        ['storm', 2, true],
        ['gulls', 0, true],
        ['storm', 1, false],
        ['bell', null, false],
    ]);
    expect(right.map((clip) => clip.other)).toEqual([1, 2, 0, null]);
});

it('finds a clip that went to another track', () => {
    expect(paired([track(['storm', 0, 4]), track()], [track(), track(['storm', 0, 4])]).left[0]).toMatchObject({ other: 0, isMoved: true });
});
