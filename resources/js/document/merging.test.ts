import { describe, expect, it } from 'vitest';
import { conflicts, merge, resolved } from './merging';

describe('merge', () => {
    it('takes what only one side changed', () => {
        expect(merge('A\nb\nc\n', 'a\nb\nc\n', 'a\nb\nC\n')).toBe('A\nb\nC\n');
        expect(merge('a\n', 'a\n', 'a\nb\n')).toBe('a\nb\n');
    });

    it('takes once what both changed alike', () => {
        expect(merge('x\nb\n', 'a\nb\n', 'x\nb\n')).toBe('x\nb\n');
    });

    it('marks what both changed otherwise, and is whole with either choice', () => {
        const text = merge('mine\nb\n', 'a\nb\n', 'theirs\nb\n');
        const [conflict] = conflicts(text);
        expect(conflict).toMatchObject({ mine: 'mine\n', base: 'a\n', theirs: 'theirs\n' });
        if (conflict) {
            expect(resolved(text, conflict, conflict.mine)).toBe('mine\nb\n');
            expect(resolved(text, conflict, conflict.theirs)).toBe('theirs\nb\n');
        }
    });

    it('finds every conflict of many', () => {
        const lines = (mark: string) => Array.from({ length: 40 }, (_, n) => (n % 4 === 0 ? `${mark} ${n}` : `same ${n}`)).join('\n');
        expect(conflicts(merge(`${lines('m')}\n`, `${lines('o')}\n`, `${lines('t')}\n`))).toHaveLength(10);
    });
});
