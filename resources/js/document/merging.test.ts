import { describe, expect, it } from 'vitest';
import { bothOf, merge, type Place } from './merging';

/** The text with the same choice in each place. */
function chosen({ text, places }: { text: string; places: Place[] }, by: (place: Place) => string): string {
    return places.reduceRight((whole, place) => whole.slice(0, place.at) + by(place) + whole.slice(place.at), text);
}

describe('merge', () => {
    it('takes what only one side changed', () => {
        expect(merge('A\nb\nc\n', 'a\nb\nc\n', 'a\nb\nC\n')).toEqual({ text: 'A\nb\nC\n', places: [] });
        expect(merge('a\n', 'a\n', 'a\nb\n')).toEqual({ text: 'a\nb\n', places: [] });
    });

    it('takes once what both changed alike', () => {
        expect(merge('x\nb\n', 'a\nb\n', 'x\nb\n').text).toBe('x\nb\n');
    });

    it('leaves out what both changed otherwise, says where it belongs, and is whole with either choice', () => {
        const merged = merge('mine\nb\n', 'a\nb\n', 'theirs\nb\n');
        expect(merged).toEqual({ text: 'b\n', places: [{ at: 0, mine: 'mine\n', base: 'a\n', theirs: 'theirs\n' }] });
        expect(chosen(merged, (place) => place.mine)).toBe('mine\nb\n');
        expect(chosen(merged, (place) => place.theirs)).toBe('theirs\nb\n');
        expect(chosen(merged, bothOf)).toBe('mine\ntheirs\nb\n');
    });

    it('keeps a last line without an end as it is', () => {
        const merged = merge('a\nmine', 'a\nx', 'a\ntheirs');
        expect(chosen(merged, (place) => place.theirs)).toBe('a\ntheirs');
        expect(chosen(merged, bothOf)).toBe('a\nmine\ntheirs');
    });

    it('takes words that look like the marks of a merge for words', () => {
        const text = '<<<<<<< mine\n=======\n>>>>>>> file\n';
        expect(merge(text, text, `${text}end\n`)).toEqual({ text: `${text}end\n`, places: [] });
    });

    it('finds every place of many', () => {
        const lines = (mark: string) => Array.from({ length: 40 }, (_, n) => (n % 4 === 0 ? `${mark} ${n}` : `same ${n}`)).join('\n');
        const merged = merge(`${lines('m')}\n`, `${lines('o')}\n`, `${lines('t')}\n`);
        expect(merged.places).toHaveLength(10);
        expect(chosen(merged, (place) => place.mine)).toBe(`${lines('m')}\n`);
        expect(chosen(merged, (place) => place.theirs)).toBe(`${lines('t')}\n`);
    });
});
