import { expect, it } from 'vitest';
import { partsApart } from './partsApart';

it('names the parts that only one scene has, or more often', () => {
    expect(partsApart(['drum', 'float', 'pen', 'pen'], ['float', 'drum', 'pen', 'wheel', 'wheel'])).toEqual({
        removed: ['pen'],
        added: ['wheel'],
    });
    expect(partsApart([], [])).toEqual({ removed: [], added: [] });
});
