import { describe, expect, it } from 'vitest';
import type { Reached, Row } from '../api/client';
import { asDrawing, asList } from './exports';
import { laidOut } from './tree';

const reached = (id: string, distance: number, by: string) => ({ row: { id, path: id }, distance, by }) as Reached;

describe('laidOut', () => {
    it('puts each in the middle of those that are reached by way of it', () => {
        const { nodes, lines, columns } = laidOut('a', [
            reached('b', 1, 'a'),
            reached('c', 1, 'a'),
            reached('d', 2, 'b'),
            reached('e', 2, 'b'),
            reached('f', 2, 'c'),
        ]);
        const at = Object.fromEntries(nodes.map((node) => [node.id, [node.column, node.line]]));
        expect(at).toEqual({ d: [2, 0], e: [2, 1], b: [1, 0.5], f: [2, 2], c: [1, 2], a: [0, 1.25] });
        expect([lines, columns]).toEqual([3, 3]);
    });

    it('takes a chain as long as there are documents', () => {
        const chain = Array.from({ length: 5000 }, (_, n) => reached(`n${n + 1}`, n + 1, `n${n}`));
        const { nodes, lines, columns } = laidOut('n0', chain);
        expect([nodes.length, lines, columns]).toEqual([5001, 1, 5001]);
    });

    it('is one node where nothing hangs on it', () => {
        expect(laidOut('a', []).nodes).toEqual([{ id: 'a', reached: null, column: 0, line: 0, by: null }]);
    });
});

describe('what is taken along', () => {
    const start = { id: 'a', path: 'a&b.svg', title: '<Gauge>' } as Row;
    const rows = [reached('=b', 1, 'a'), reached('c"', 2, '=b')];

    it('is a list that a spreadsheet takes for words', () => {
        expect(asList(start, rows).split('\r\n')).toEqual([
            '"references away","path","title","by way of"',
            '"1","\'=b","","a&b.svg"',
            '"2","c""","","\'=b"',
            '',
        ]);
    });

    it('is a drawing that is well-formed', () => {
        const { nodes, lines, columns } = laidOut('a', rows);
        const svg = asDrawing(start, nodes, lines, columns);
        expect(svg).toContain('&#60;Gauge&#62;');
        expect(svg).not.toContain('<Gauge>');
        expect(svg.match(/<rect/g)).toHaveLength(3);
        expect(svg.match(/<path/g)).toHaveLength(2);
    });
});
