import { describe, expect, it } from 'vitest';
import type { Row } from '../api/client';
import { mooringLines } from './graph';
import { arranged, matches, passes, through } from './order';

const row = (id: string, more: Partial<Row> = {}): Row =>
    ({
        id,
        path: `${id}.md`,
        title: null,
        content: 'as saved',
        below: 'settled',
        because: null,
        file: 'there',
        access: 'writable',
        state: null,
        withheld: null,
        refersTo: [],
        ...more,
    }) as Row;
const ids = (entries: ReturnType<typeof arranged>) => entries.flatMap((entry) => ('row' in entry ? [entry.row.id] : []));

describe('the ledger', () => {
    const rows = [row('c', { refersTo: ['a'] }), row('a'), row('b', { title: 'A first', content: 'modified', path: 'z/b.md' })];

    it('shows each row once, in every order', () => {
        for (const order of ['opened', 'name', 'folder', 'state', 'near', 'together'] as const) {
            expect(ids(arranged(rows, order)).sort()).toEqual(['a', 'b', 'c']);
        }
        expect(ids(arranged(rows, 'opened'))).toEqual(['c', 'a', 'b']);
        expect(ids(arranged(rows, 'name'))[0]).toBe('b');
    });

    it('keeps in order what hangs together, also in a circle', () => {
        const ring = [row('a', { refersTo: ['b'] }), row('b', { refersTo: ['a'] }), row('x')];
        expect(ids(arranged(ring, 'together')).sort()).toEqual(['a', 'b', 'x']);
    });

    it('draws a line for each reference between open rows, and none to itself or to what is not there', () => {
        const entries = [{ head: 'a head' }, { row: row('a', { refersTo: ['b', 'a', 'gone'] }) }, { row: row('b') }];
        expect(mooringLines(entries)).toEqual([{ from: 1, to: 2 }]);
    });

    it('says how near unsaved work is, and puts the nearest first', () => {
        const at = (id: string, distance: number) => row(id, { below: 'unsettled', because: 'x.md', distance });
        const heads = arranged([row('calm'), at('far', 12), at('near', 1), at('next', 3)], 'near').flatMap((entry) =>
            'head' in entry ? [entry.head] : [],
        );
        expect(heads).toEqual([
            'unsaved work directly below (1)',
            'unsaved work below through 2 documents (1)',
            'unsaved work below through 11 documents (1)',
            'nothing unsaved below (1)',
        ]);
        expect([at('a', 1), at('b', 2), row('c')].filter((one) => passes(one, 'near')).map((one) => one.id)).toEqual(['a']);
        expect([through(at('a', 1)), through(at('b', 4))]).toEqual(['directly', 'through 3']);
    });

    it('finds by words and by state', () => {
        expect(rows.filter((one) => matches(one, 'modified first')).map((one) => one.id)).toEqual(['b']);
        expect(rows.filter((one) => passes(one, 'unsaved')).map((one) => one.id)).toEqual(['b']);
        expect(passes(row('l', { access: 'locked by Ida' }), 'access')).toBe(true);
        expect(passes(row('l', { state: 'released', issue: 'A' }), 'moved')).toBe(true);
        expect(passes(row('l'), 'moved')).toBe(false);
    });
});
