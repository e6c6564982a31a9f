import { describe, expect, it } from 'vitest';
import { blocksOf } from './markdown';

const CHAPTER = Array.from({ length: 400 }, (_, n) => `Paragraph ${n} of the guidebook, which tells of the float and the pen.\n`).join(
    '\n',
);

/** The line of the source of each thing that says one. */
function lines(text: string): number[] {
    return blocksOf(text).flatMap(({ html, line }) => [...html.matchAll(/data-line="(-?\d+)"/g)].map((match) => line + Number(match[1])));
}

describe('a text as it is read', () => {
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
