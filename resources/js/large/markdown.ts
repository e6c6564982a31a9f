import MarkdownIt from 'markdown-it';

/** A paragraph, a list and the like, with all that stands before the next one. */
export interface Piece {
    source: string;
    line: number;
    isHeading: boolean;
    /** Each tag in it by which HTML begins to hold together what follows, or ends that: 1 or -1. */
    holding: number[];
    /** Whether it is the last one of its block. */
    ends: boolean;
}

export type Given = Record<string, { title: string; href: string }>;

/** CommonMark with tables; HTML in it is taken as such. */
const markdown = new MarkdownIt({ html: true, linkify: false });
/** Where paragraphs and the like begin, without what is in them. */
const outline = new MarkdownIt({ html: true, linkify: false });
outline.core.ruler.disable(['inline', 'linkify', 'replacements', 'smartquotes', 'text_join'], true);

// Each paragraph, heading and the like says from which line of its block it is.
for (const rule of ['paragraph_open', 'heading_open', 'list_item_open', 'blockquote_open', 'table_open', 'fence', 'code_block', 'hr']) {
    const before = markdown.renderer.rules[rule];
    markdown.renderer.rules[rule] = (tokens, index, options, env, self) => {
        const token = tokens[index];
        if (token?.map) {
            token.attrSet('data-line', String(token.map[0]));
        }
        return before ? before(tokens, index, options, env, self) : self.renderToken(tokens, index, options);
    };
}

/** HTML that holds together what stands between its tags, blank lines and Markdown too. */
const HOLDING = /<(\/?)(?:article|aside|blockquote|center|details|div|dl|figure|footer|header|main|nav|ol|section|table|ul)\b[^>]*>/gi;
const COMMENT = /<!--[\s\S]*?-->/g;

/** What ends a line, as markdown-it counts them. */
const LINE_END = /\r\n?|\n/g;

/** A text in pieces, and the addresses that are given in it for its references. */
export function piecesOf(body: string): { pieces: Piece[]; references: Given } {
    const given: { references?: Given } = {};
    const starts = [0, ...Array.from(body.matchAll(LINE_END), (match) => match.index + match[0].length)];
    const pieces: Piece[] = [];
    let depth = 0;
    for (const token of outline.parse(body, given)) {
        if (depth === 0) {
            const holding = token.type === 'html_block' ? holdingIn(token.content) : [];
            pieces.push({ source: '', line: token.map?.[0] ?? 0, isHeading: token.type === 'heading_open', holding, ends: false });
        }
        depth += token.nesting;
    }
    pieces.forEach((piece, index) => {
        const next = pieces[index + 1];
        piece.source = body.slice(starts[piece.line], next ? starts[next.line] : body.length);
    });
    return { pieces, references: given.references ?? {} };
}

function holdingIn(html: string): number[] {
    return Array.from(html.replace(COMMENT, '').matchAll(HOLDING), ([, isEnd]) => (isEnd ? -1 : 1));
}

/** As it can stand in HTML. */
export function escaped(text: string): string {
    return markdown.utils.escapeHtml(text);
}

/** What pieces that follow one another say. Nothing of it is cleaned. */
export function htmlOf(pieces: Piece[], references: Given): string {
    const tokens = markdown.parse(pieces.map((piece) => piece.source).join(''), { references });
    return markdown.renderer.render(tokens, markdown.options, {});
}
