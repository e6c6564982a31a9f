import { describe, expect, it } from 'vitest';
import { rowsOf } from './Rows';

describe('rowsOf', () => {
    it('reads values whatever parts them', () => {
        expect(rowsOf('at,height\r\n06:12,"3,1 ""m"""\r\n', 9)).toEqual([
            ['at', 'height'],
            ['06:12', '3,1 "m"'],
        ]);
        expect(rowsOf('a;b\n1;2', 9)).toEqual([
            ['a', 'b'],
            ['1', '2'],
        ]);
        expect(rowsOf('a\tb\n\tx\n', 9)).toEqual([
            ['a', 'b'],
            ['', 'x'],
        ]);
    });

    it('comes to an end with whatever it is given', () => {
        expect(rowsOf('', 9)).toEqual([]);
        expect(rowsOf('"never closed, "\nx', 9).length).toBeLessThan(9);
        expect(rowsOf('a,b\n'.repeat(1000), 5)).toHaveLength(5);
    });
});
