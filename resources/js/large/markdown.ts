import MarkdownIt from 'markdown-it';

/** A part of a text as it is read: neither cleaned nor shown yet. */
export interface Block {
    html: string;
    /** The line of the source where it begins, from 0. What is in it counts its lines from there. */
    line: number;
    /** Said of the text before it begins, and no part of it. */
    isFront: boolean;
}

/** A text that was read, as it was cut: where it is read anew, what has not changed stays whole and is not set once more. */
export interface Reading {
    blocks: Block[];
    pieces: Piece[];
    /** How many pieces each block has, and what it says, by the number of its first one. */
    from: Map<number, { pieces: number; html: string }>;
    /** The addresses that are given in it for its references, as text. */
    given: string;
}

/** A paragraph, a list and the like, with all that stands before the next one. */
interface Piece {
    source: string;
    line: number;
    isHeading: boolean;
    /** Each tag in it by which HTML begins to hold together what follows, or ends that: 1 or -1. */
    holding: number[];
    /** Whether it is the last one of its block. */
    ends: boolean;
}

type Given = Record<string, { title: string; href: string }>;

const NOTHING: Reading = { blocks: [], pieces: [], from: new Map(), given: '' };

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

const FRONT = /^---\r?\n([\s\S]*?)\r?\n---\r?\n/;

/** So many paragraphs and the like are in a block where it is made, and twice as many when others have come in. */
const MOST = 24;
/** One in so many ends a block by what it says, so that blocks behind an edit stay as they are. */
const ENDS = 12;

/** HTML that holds together what stands between its tags, blank lines and Markdown too. */
const HOLDING = /<(\/?)(?:article|aside|blockquote|center|details|div|dl|figure|footer|header|main|nav|ol|section|table|ul)\b[^>]*>/gi;
const COMMENT = /<!--[\s\S]*?-->/g;

/** What ends a line, as markdown-it counts them. */
const LINE_END = /\r\n?|\n/g;

/** A text as blocks that can be shown, and renewed, one by one. */
export function blocksOf(text: string): Block[] {
    return readingOf(text).blocks;
}

/** @param before  what was read of the text before it was edited */
export function readingOf(text: string, before: Reading = NOTHING): Reading {
    const front = text.match(FRONT);
    const head = front ? front[0].split('\n').length - 1 : 0;
    const { pieces, references } = piecesOf(front ? text.slice(front[0].length) : text);
    const given = JSON.stringify(references);
    // With another address for it, what refers to that says something else everywhere.
    const [same, rest] = given === before.given ? alike(before.pieces, pieces) : [0, 0];
    const shift = pieces.length - before.pieces.length;
    const blocks: Block[] = front ? [{ html: markdown.utils.escapeHtml(front[1] ?? ''), line: 0, isFront: true }] : [];
    const from: Reading['from'] = new Map();
    let first = 0;
    const end = (behind: number) => {
        if (behind > first) {
            const kept =
                behind <= same ? before.from.get(first) : first >= pieces.length - rest ? before.from.get(first - shift) : undefined;
            const html = kept?.pieces === behind - first ? kept.html : htmlOf(pieces.slice(first, behind), references);
            blocks.push({ html, line: head + (pieces[first]?.line ?? 0), isFront: false });
            from.set(first, { pieces: behind - first, html });
            first = behind;
        }
    };
    let held = 0;
    pieces.forEach((piece, index) => {
        if (held === 0 && piece.isHeading) {
            end(index);
        }
        for (const one of piece.holding) {
            held = Math.max(0, held + one);
        }
        const count = index + 1 - first;
        const wasEnd =
            index < same ? before.pieces[index]?.ends : index >= pieces.length - rest ? before.pieces[index - shift]?.ends : undefined;
        piece.ends = held === 0 && (count >= 2 * MOST || (wasEnd ?? (count >= MOST || sum(piece.source) % ENDS === 0)));
        if (piece.ends) {
            end(index + 1);
        }
    });
    end(pieces.length);
    return { blocks, pieces, from, given };
}

function htmlOf(pieces: Piece[], references: Given): string {
    const tokens = markdown.parse(pieces.map((piece) => piece.source).join(''), { references });
    return markdown.renderer.render(tokens, markdown.options, {});
}

function piecesOf(body: string): { pieces: Piece[]; references: Given } {
    const given: { references?: Given } = {};
    const starts = [0, ...Array.from(body.matchAll(LINE_END), (match) => match.index + match[0].length)];
    const pieces: Piece[] = [];
    let depth = 0;
    for (const token of outline.parse(body, given)) {
        if (depth === 0) {
            pieces.push({ source: '', line: token.map?.[0] ?? 0, isHeading: token.type === 'heading_open', holding: [], ends: false });
        }
        depth += token.nesting;
        if (depth === 0 && token.type === 'html_block') {
            pieces
                .at(-1)
                ?.holding.push(...Array.from(token.content.replace(COMMENT, '').matchAll(HOLDING), ([, isEnd]) => (isEnd ? -1 : 1)));
        }
    }
    pieces.forEach((piece, index) => {
        const next = pieces[index + 1];
        piece.source = body.slice(starts[piece.line], next ? starts[next.line] : body.length);
    });
    return { pieces, references: given.references ?? {} };
}

/** How many pieces at the beginning, and at the end, are what they were. */
function alike(before: Piece[], now: Piece[]): [number, number] {
    const most = Math.min(before.length, now.length);
    let same = 0;
    while (same < most && before[same]?.source === now[same]?.source) {
        same++;
    }
    let rest = 0;
    while (rest < most - same && before[before.length - 1 - rest]?.source === now[now.length - 1 - rest]?.source) {
        rest++;
    }
    return [same, rest];
}

/** Tells texts apart well enough to cut between them. */
function sum(words: string): number {
    let sum = 7;
    for (let at = 0; at < words.length && at < 200; at++) {
        sum = (sum * 31 + words.charCodeAt(at)) >>> 0;
    }
    return sum;
}
