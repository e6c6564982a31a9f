import { expect, it } from 'vitest';
import type { Reference } from '../api/client';
import { partsOf } from './parts';

const reference = (target: string, more: Partial<Reference> = {}): Reference =>
    ({ target, targetId: `of ${target}`, state: 'document', content: 'as saved', title: null, ...more }) as Reference;

it('names each solid once, in the order of the references, with what stands out', () => {
    const parts = partsOf([
        reference('parts/drum.x3d', { content: 'modified', title: 'Drum' }),
        reference('photos/drum.png'),
        reference('parts/float.x3d'),
        reference('parts/drum.x3d', { content: 'modified', title: 'Drum' }),
        reference('parts/lost.x3d', { state: 'stray', targetId: null, content: null }),
        reference('https://greetholm.example/x.x3d', { state: 'web' }),
    ]);

    expect(parts.map((part) => [part.path, part.flag, part.id])).toEqual([
        ['parts/drum.x3d', 'modified', 'of parts/drum.x3d'],
        ['parts/float.x3d', null, 'of parts/float.x3d'],
        ['parts/lost.x3d', 'stray', null],
    ]);
});
