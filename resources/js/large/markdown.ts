import MarkdownIt from 'markdown-it';

/** A part of a text as it is read: neither cleaned nor shown yet. */
export interface Block {
    html: string;
    /** The line of the source where it begins, from 0. What is in it counts its lines from there. */
    line: number;
    /** Said of the text before it begins, and no part of it. */
    isFront: boolean;
}

/** CommonMark with tables; HTML in it is taken as such. */
const markdown = new MarkdownIt({ html: true, linkify: false });
type Token = ReturnType<typeof markdown.parse>[number];

// Each paragraph, heading and the like says from which line of its block it is.
for (const rule of ['paragraph_open', 'heading_open', 'list_item_open', 'blockquote_open', 'table_open', 'fence', 'code_block', 'hr']) {
    const before = markdown.renderer.rules[rule];
    markdown.renderer.rules[rule] = (tokens, index, options, env, self) => {
        const token = tokens[index];
        if (token?.map) {
            token.attrSet('data-line', String(token.map[0] - (env as { from: number }).from));
        }
        return before ? before(tokens, index, options, env, self) : self.renderToken(tokens, index, options);
    };
}

const FRONT = /^---\r?\n([\s\S]*?)\r?\n---\r?\n/;

/** So many paragraphs and the like are in a block at most. */
const MOST = 24;
/** One in so many ends a block by what it says, so that blocks behind an edit stay as they are. */
const ENDS = 12;

/** HTML that holds together what stands between its tags, blank lines and Markdown too. */
const HOLDING = /<(\/?)(?:article|aside|blockquote|center|details|div|dl|figure|footer|header|main|nav|ol|section|table|ul)\b[^>]*>/gi;
const COMMENT = /<!--[\s\S]*?-->/g;

/** A text as blocks that can be shown, and renewed, one by one. */
export function blocksOf(text: string): Block[] {
    const front = text.match(FRONT);
    const before = front ? front[0].split('\n').length - 1 : 0;
    const tokens = markdown.parse(front ? text.slice(front[0].length) : text, {});
    const blocks: Block[] = front ? [{ html: markdown.utils.escapeHtml(front[1] ?? ''), line: 0, isFront: true }] : [];
    let part: Token[] = [];
    let pieces = 0;
    const end = () => {
        if (part.length > 0) {
            const from = part[0]?.map?.[0] ?? 0;
            blocks.push({ html: markdown.renderer.render(part, markdown.options, { from }), line: before + from, isFront: false });
        }
        [part, pieces] = [[], 0];
    };
    let depth = 0;
    let held = 0;
    let words = '';
    for (const token of tokens) {
        if (depth === 0 && held === 0 && token.type === 'heading_open') {
            end();
        }
        part.push(token);
        depth += token.nesting;
        words += token.content;
        if (depth === 0) {
            if (token.type === 'html_block') {
                for (const [, isEnd] of token.content.replace(COMMENT, '').matchAll(HOLDING)) {
                    held = Math.max(0, held + (isEnd ? -1 : 1));
                }
            }
            pieces++;
            if (held === 0 && (pieces >= MOST || sum(words) % ENDS === 0)) {
                end();
            }
            words = '';
        }
    }
    end();
    return blocks;
}

/** Tells texts apart well enough to cut between them. */
function sum(words: string): number {
    let sum = 7;
    for (let at = 0; at < words.length && at < 200; at++) {
        sum = (sum * 31 + words.charCodeAt(at)) >>> 0;
    }
    return sum;
}
