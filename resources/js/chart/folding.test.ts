import { expect, it } from 'vitest';
import type { ChartNode } from '../api/client';
import { fold, foldedAtFirst, folderKey, unfolded } from './folding';

const node = (path: string, more: Partial<ChartNode> = {}): ChartNode => ({
    id: path,
    path,
    title: null,
    content: 'as saved',
    isGone: false,
    unsettledBy: null,
    strays: 0,
    cycle: null,
    ...more,
});
const nodes = [
    node('a/one.md', { content: 'modified' }),
    node('a/in/two.md', { cycle: 0, strays: 2 }),
    node('b/three.md', { unsettledBy: 'x', cycle: 0 }),
    node('four.md', { isGone: true }),
];
const edges = [
    [0, 1],
    [1, 2],
    [2, 1],
    [0, 2],
    [3, 0],
];

it('shows documents as they are where nothing is folded', () => {
    const { items, lines } = fold(nodes, edges, new Set());
    expect(items.map((item) => item.key)).toEqual(['a/one.md', 'a/in/two.md', 'b/three.md', 'four.md']);
    expect(lines).toHaveLength(5);
    expect(lines.filter((line) => line.isCircle)).toHaveLength(2);
});

it('lets a folder stand for all in it, with what they are and to whom they refer', () => {
    const { items, lines } = fold(nodes, edges, new Set(['a', 'a/in']));
    expect(items.map((item) => item.key)).toEqual([folderKey('a'), 'b/three.md', 'four.md']);
    expect(items[0]).toMatchObject({ folder: { path: 'a', documents: 2 }, unsaved: 1, strays: 2, circled: 1, unsettled: 0 });
    expect(lines).toEqual([
        { from: 0, to: 1, count: 2, isCircle: true },
        { from: 1, to: 0, count: 1, isCircle: true },
        { from: 2, to: 0, count: 1, isCircle: false },
    ]);
});

it('unfolds one folder at a time', () => {
    expect([...unfolded(nodes, new Set(['a', 'b']), 'a')].sort()).toEqual(['a/in', 'b']);
    expect(fold(nodes, edges, unfolded(nodes, new Set(['a', 'b']), 'a')).items.map((item) => item.key)).toEqual([
        'a/one.md',
        folderKey('a/in'),
        folderKey('b'),
        'four.md',
    ]);
});

it('folds at first only what could not be read', () => {
    expect(foldedAtFirst(nodes, 10).size).toBe(0);
    expect([...foldedAtFirst(nodes, 3)].sort()).toEqual(['a', 'b']);
    const deep = [node('top/x/one.md'), node('top/y/two.md')];
    expect([...foldedAtFirst(deep, 1)].sort()).toEqual(['top/x', 'top/y']);
    expect(foldedAtFirst([node('a.md'), node('b.md')], 1).size).toBe(0);
});
