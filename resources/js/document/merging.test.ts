import { describe, expect, it } from 'vitest';
import { chance } from '../testing/chance';
import { bothOf, merge, type Place } from './merging';
import { piecesOf } from './pieces';

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
        expect(merged).toEqual({ text: 'b\n', places: [{ at: 0, mine: 'mine\n', base: 'a\n', theirs: 'theirs\n', name: null }] });
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

describe('merge of a drawing', () => {
    const drawing = (dial: string, hand: string, more = '') => `<svg viewBox="0 0 9 9">${dial}${hand}${more}</svg>`;
    const dial = '<circle id="dial" r="4" fill="white"/>';
    const hand = '<path id="hand" d="M0 0V4"/>';

    it('takes shapes that each side changed, moved or added, also where all of it is one line', () => {
        const mine = drawing('<circle id="dial" r="5" fill="white"/>', hand);
        const theirs = drawing(dial, '<path id="hand" d="M0 0V3"/>', '<text>tide</text>');
        expect(merge(mine, drawing(dial, hand), theirs, 'gauge.svg')).toEqual({
            text: drawing('<circle id="dial" r="5" fill="white"/>', '<path id="hand" d="M0 0V3"/>', '<text>tide</text>'),
            places: [],
        });
    });

    it('takes what each side changed in one shape, and asks by its name where both changed the same', () => {
        const base = drawing(dial, hand);
        const wide = drawing('<circle id="dial" r="5" fill="white"/>', hand);
        const brass = drawing('<circle id="dial" r="4" fill="brass"/>', hand);
        const wider = drawing('<circle id="dial" r="6" fill="white"/>', hand);
        expect(merge(wide, base, brass, 'gauge.svg')).toEqual({
            text: drawing('<circle id="dial" r="5" fill="brass"/>', hand),
            places: [],
        });
        const asked = merge(wide, base, wider, 'gauge.svg');
        expect(asked.places.map((place) => place.name)).toEqual(['circle dial']);
        expect(chosen(asked, (place) => place.mine)).toBe(wide);
        expect(chosen(asked, (place) => place.theirs)).toBe(wider);
    });

    it('is whole with either choice, whatever was changed', () => {
        const tags = ['<a/>', '<b x="1"/>', "<c y='>'/>", '<g>', '</g>', ' words ', '\n', '<!-- <x> -->', '<b x="2"/>'];
        const any = chance();
        for (let turn = 0; turn < 200; turn++) {
            const base = Array.from({ length: any(12) }, () => tags[any(tags.length)] ?? '');
            const change = () =>
                base.flatMap((tag) => (any(4) === 0 ? (any(2) === 0 ? [] : [tag, tags[any(tags.length)] ?? '']) : [tag])).join('');
            const [mine, theirs, was] = [change(), change(), base.join('')];
            expect(merge(mine, was, was, 'x.svg')).toEqual({ text: mine, places: [] });
            expect(merge(was, was, theirs, 'x.svg')).toEqual({ text: theirs, places: [] });
            expect(merge(mine, was, mine, 'x.svg').text).toBe(mine);
        }
    });
});

describe('merge of a timeline', () => {
    const clip = (name: string, length: number) => ({
        OTIO_SCHEMA: 'Clip.2',
        name,
        source_range: { duration: { value: length, rate: 25 } },
    });
    const show = (...clips: object[]) =>
        JSON.stringify({ OTIO_SCHEMA: 'Timeline.1', tracks: { children: [{ OTIO_SCHEMA: 'Track.1', children: clips }] } });

    it('takes clips that each side changed or added, and asks by their names', () => {
        const base = show(clip('dusk', 50), clip('gale', 50), clip('dawn', 50));
        const mine = show(clip('dusk', 75), clip('gale', 50), clip('dawn', 50));
        const theirs = show(clip('dusk', 50), clip('gale', 50), clip('dawn', 25), clip('end', 10));
        expect(merge(mine, base, theirs, 'show.otio')).toEqual({
            text: show(clip('dusk', 75), clip('gale', 50), clip('dawn', 25), clip('end', 10)),
            places: [],
        });
        const other = show(clip('dusk', 100), clip('gale', 50), clip('dawn', 50));
        const asked = merge(mine, base, other, 'show.otio');
        expect(asked.places.map((place) => place.name)).toEqual(['clip dusk']);
        expect(chosen(asked, (place) => place.theirs)).toBe(other);
    });

    it('takes a timeline of very many lines', () => {
        const text = `{"tracks": {"children": [${'\n'.repeat(300_000)}{"OTIO_SCHEMA": "Clip.2", "name": "Storm"}]}}`;
        expect(piecesOf('show.otio', text).join('')).toBe(text);
    });

    it('goes by lines where it is no timeline', () => {
        expect(merge('{\n"a": 2\n', '{\n"a": 1\n', '{\n"a": 1\n', 'show.otio').text).toBe('{\n"a": 2\n');
    });
});
