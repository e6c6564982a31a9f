import { alike } from './alike';
import { escaped, htmlOf, type Piece, piecesOf } from './markdown';

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

const NOTHING: Reading = { blocks: [], pieces: [], from: new Map(), given: '' };

const FRONT = /^---\r?\n([\s\S]*?)\r?\n---\r?\n/;

/** So many paragraphs and the like are in a block where it is made, and twice as many when others have come in. */
const MOST = 24;
/** One in so many ends a block by what it says, so that blocks behind an edit stay as they are. */
const ENDS = 12;

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
    const [same, rest] = given === before.given ? alike(before.pieces, pieces, (one, other) => one.source === other.source) : [0, 0];
    const shift = pieces.length - before.pieces.length;
    const blocks: Block[] = front ? [{ html: escaped(front[1] ?? ''), line: 0, isFront: true }] : [];
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

/** Tells texts apart well enough to cut between them. */
function sum(words: string): number {
    let sum = 7;
    for (let at = 0; at < words.length && at < 200; at++) {
        sum = (sum * 31 + words.charCodeAt(at)) >>> 0;
    }
    return sum;
}
