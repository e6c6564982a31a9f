import { describe, expect, it } from 'vitest';
import { asDecisions, byDocument, changed, isDeciding, NONE } from './choices';

describe('choices', () => {
    it('sets and takes away, and touches nothing else', () => {
        const one = changed(NONE, ['a', 'b'], { kind: 'save' });
        const two = changed(one, ['a'], null);
        expect(two).toEqual({ b: { kind: 'save' } });
        expect(one).toEqual({ a: { kind: 'save' }, b: { kind: 'save' } });
        expect(NONE).toEqual({});
    });

    it('asks one question for the same choices, in whatever order they were made', () => {
        const forth = changed(changed(NONE, ['b'], { kind: 'save' }), ['a'], { kind: 'discard', from: 'a.md' });
        const back = changed(changed(NONE, ['a'], { kind: 'discard' }), ['b'], { kind: 'save' });
        expect(asDecisions(forth)).toEqual(asDecisions(back));
        expect(asDecisions(byDocument(asDecisions(forth)))).toEqual(asDecisions(forth));
    });

    it('knows that leaving is no deed', () => {
        expect(isDeciding(NONE)).toBe(false);
        expect(isDeciding({ a: { kind: 'leave' } })).toBe(false);
        expect(isDeciding({ a: { kind: 'leave' }, b: { kind: 'move', path: 'c' } })).toBe(true);
    });
});
