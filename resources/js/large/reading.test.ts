import MarkdownIt from 'markdown-it';
import { describe, expect, it } from 'vitest';
import { chance } from '../testing/chance';
import { type Block, blocksOf, type Reading, readingOf } from './reading';

const CHAPTER = Array.from({ length: 400 }, (_, n) => `Paragraph ${n} of the guidebook, which tells of the float and the pen.\n`).join(
    '\n',
);

/** The line of the source of each thing that says one. */
function lines(text: string): number[] {
    return blocksOf(text).flatMap(({ html, line }) => [...html.matchAll(/data-line="(-?\d+)"/g)].map((match) => line + Number(match[1])));
}

/** What blocks say together, each line counted from the beginning of the text. */
const whole = (blocks: Block[]) =>
    blocks.map(({ html, line }) => html.replace(/data-line="(\d+)"/g, (_, number) => `data-line="${line + Number(number)}"`)).join('');

/** The same of a text that is read in one go. */
function inOneGo(text: string): string {
    const markdown = new MarkdownIt({ html: true });
    const tokens = markdown.parse(text, {});
    for (const token of tokens) {
        if (token.map && /^(?:(?:paragraph|heading|list_item|blockquote|table)_open|fence|code_block|hr)$/.test(token.type)) {
            token.attrSet('data-line', String(token.map[0]));
        }
    }
    return markdown.renderer.render(tokens, markdown.options, {});
}

describe('a text as it is read', () => {
    it('says after any edit what it says when it is read in one go', () => {
        const next = chance();
        const parts = [
            '# The house\n\n',
            'A paragraph\n',
            'of [two][1] lines.\n\n',
            '\n',
            '- one\n- two\n\n',
            '    code\n',
            '> said\n\n',
            '***\n',
        ];
        parts.push(
            '| a | b |\n|---|---|\n| 1 | 2 |\n\n',
            '<div>\n\nheld\n\n',
            '</div>\n\n',
            '[1]: drum.md\n\n',
            '[1]: pen.md\n',
            '```\n',
            '* \n',
            '<!-- a\n',
            '-->\n',
            '\r\n',
        );
        let reading: Reading | undefined;
        let text = '';
        for (let turn = 0; turn < 1500; turn++) {
            const at = next(text.length + 1);
            text = text.slice(0, at) + (parts[next(parts.length)] ?? '') + text.slice(at + (next(3) === 0 ? next(80) : 0));
            text = text.startsWith('---') ? `x${text}` : text;
            reading = readingOf(text, reading);
            expect(whole(reading.blocks)).toBe(inOneGo(text));
        }
    });

    it('takes a text that is one tag after the other', () => {
        expect(whole(blocksOf('<div>'.repeat(200_000)))).toHaveLength(1_000_000);
    });

    it('sets little anew where all that is said is the same', () => {
        const next = chance();
        let text = 'Some words that fill a line of it.\n\n'.repeat(900);
        let reading = readingOf(text);
        for (let turn = 0; turn < 300; turn++) {
            const before = new Set(reading.blocks.map((block) => block.html));
            const at = next(text.length);
            text = text.slice(0, at) + ('ab \n'[next(4)] ?? '') + text.slice(at + (next(4) === 0 ? next(120) : 0));
            reading = readingOf(text, reading);
            expect(reading.blocks.filter((block) => !before.has(block.html)).length).toBeLessThan(4);
            expect(reading.blocks.length).toBeGreaterThan(10);
        }
    });

    it('says of each paragraph from which line it is, with what is said before the text', () => {
        expect(lines('# Gauge\n\nOne\n\n* two\n* three\n')).toEqual([0, 2, 4, 5]);
        expect(lines('---\ntitle: Gauge\n---\n# Gauge\n\nOne\n')).toEqual([3, 5]);
        const [front] = blocksOf('---\ntitle: <b>\n---\n# Gauge\n');
        expect(front).toEqual({ html: 'title: &lt;b&gt;', line: 0, isFront: true });
    });

    it('has all of a text in its blocks, and knows the addresses that are given elsewhere in it', () => {
        const whole = blocksOf(`[the drum][1]\n\n${CHAPTER}\n\n[1]: drum.md\n`);
        expect(whole.length).toBeGreaterThan(10);
        expect(whole[0]?.html).toContain('href="drum.md"');
        expect(whole.map((one) => one.html).join('')).toContain('Paragraph 399 of');
        expect(whole.flatMap((one) => [...one.html.matchAll(/<p /g)])).toHaveLength(401);
    });

    it('cuts nothing apart that HTML in it holds together', () => {
        const within = blocksOf(
            `# The pen\n\n<details>\n<summary>How it is filled</summary>\n\n${CHAPTER}\n\n## In winter\n\nWith care.\n\n</details>\n\n## After it\n`,
        );
        const whole = within.find((one) => one.html.includes('<details>'))?.html ?? '';
        expect(whole).toContain('Paragraph 399 of');
        expect(whole).toContain('With care.');
        expect(whole).toContain('</details>');
        expect(within.at(-1)?.html).toMatch(/^<h2[^>]*>After it/);
        // What is closed more often than it was opened, or only named, holds nothing together.
        expect(blocksOf(`</div>\n\n<!-- <div> -->\n\n\`<div>\`\n\n${CHAPTER}`).length).toBeGreaterThan(10);
    });

    it('keeps the other blocks as they are where one paragraph is written on, taken out or put in', () => {
        const before = blocksOf(CHAPTER).map((one) => one.html);
        for (const edited of [
            CHAPTER.replace('Paragraph 200 of', 'Paragraph 200, rewritten, of'),
            CHAPTER.replace(/Paragraph 200 [^\n]*\n\n/, ''),
            CHAPTER.replace('Paragraph 200 of', 'One more.\n\nParagraph 200 of'),
        ]) {
            const fresh = blocksOf(edited).filter((one) => !before.includes(one.html));
            expect(fresh.length).toBeLessThan(5);
        }
    });
});
