import { expect, it } from 'vitest';
import { chance } from '../testing/chance';
import { type Block, blocksOf } from './reading';
import { renewalOf, renewed } from './renewal';

/** Reads a text as often as it is edited, and sends what is new. */
function followed(texts: string[]): Block[][] {
    let [there, here]: Block[][] = [[], []];
    return texts.map((text) => {
        const now = blocksOf(text);
        here = renewed(here ?? [], renewalOf(there ?? [], now));
        there = now;
        return here;
    });
}

it('gives the page what the worker has read, after any edit', () => {
    const next = chance();
    const pieces = [
        '# The house\n\n',
        'A paragraph.\n\n',
        '\n',
        '- one\n- two\n\n',
        '---\n\n',
        '| a | b |\n|---|---|\n| 1 | 2 |\n\n',
        '<div>\n\nheld\n\n</div>\n\n',
    ];
    const texts = [''];
    for (let turn = 0; turn < 300; turn++) {
        const text = texts.at(-1) ?? '';
        const at = next(text.length + 1);
        texts.push(text.slice(0, at) + (pieces[next(pieces.length)] ?? '') + text.slice(at + (next(3) === 0 ? next(60) : 0)));
    }
    expect(followed(texts)).toEqual(texts.map(blocksOf));
});

it('keeps the objects of what has not changed, and sends nothing of it', () => {
    const text = Array.from({ length: 200 }, (_, n) => `Paragraph ${n} of the guide.\n\n`).join('');
    const edited = text.replace('Paragraph 100', 'Paragraph one hundred');
    const [before, after] = followed([text, edited]);
    expect(after?.filter((block) => !before?.includes(block)).length).toBeLessThan(4);
    expect(renewalOf(before ?? [], blocksOf(edited)).fresh.length).toBeLessThan(4);
});

it('knows where a text stands that says the same on another line', () => {
    const [, after] = followed(['One.\n\n# Two\n', 'One.\n\n\n\n# Two\n']);
    expect(after?.map((block) => block.line)).toEqual([0, 4]);
});
