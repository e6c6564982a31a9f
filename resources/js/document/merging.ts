import { diff3Merge } from 'node-diff3';
import { hasPieces, linesOf, nameOfPiece, partsOfTag, piecesOf } from './pieces';

/** A place that both sides changed otherwise, where nobody has chosen yet: what each has there. */
export interface Place {
    /** Where in the joined text it belongs. */
    at: number;
    mine: string;
    base: string;
    theirs: string;
    /** What stands there in the job’s terms, as a shape by its name; null: lines. */
    name: string | null;
}

interface Merged {
    text: string;
    places: Place[];
}

/**
 * Two texts that were made from one, brought together: what only one side changed is taken, what both did is left out until it is chosen.
 * Drawings and models are compared shape by shape, timelines clip by clip, everything else line by line.
 */
export function merge(mine: string, base: string, theirs: string, path = ''): Merged {
    const merged = joined(mine, base, theirs, hasPieces(path) ? (text) => piecesOf(path, text) : linesOf);
    // What is no timeline any more with the places as one side has them was not told apart well.
    return path.toLowerCase().endsWith('.otio') && !isJson(filled(merged)) ? joined(mine, base, theirs, linesOf) : merged;
}

function joined(mine: string, base: string, theirs: string, pieces: (text: string) => string[]): Merged {
    const places: Place[] = [];
    let text = '';
    for (const part of diff3Merge(pieces(mine), pieces(base), pieces(theirs), { excludeFalseConflicts: true })) {
        if (part.ok) {
            text += part.ok.join('');
            continue;
        }
        const { a = [], o = [], b = [] } = part.conflict ?? {};
        for (const [mine, base, theirs] of pieces === linesOf ? [[a, o, b] as const] : apart(a, o, b)) {
            const one = settled(mine.join(''), base.join(''), theirs.join(''));
            if (one !== null) {
                text += one;
            } else {
                const name =
                    pieces === linesOf ? null : (nameOfPiece(mine[0] ?? '') ?? nameOfPiece(theirs[0] ?? '') ?? nameOfPiece(base[0] ?? ''));
                places.push({ at: text.length, mine: mine.join(''), base: base.join(''), theirs: theirs.join(''), name });
            }
        }
    }
    return { text, places };
}

type Pieces = readonly string[];

/** Pieces beside one another that both sides changed, told apart by what each is: so much as belongs to one of the base, then what was put behind it. */
function apart(mine: Pieces, base: Pieces, theirs: Pieces): (readonly [Pieces, Pieces, Pieces])[] {
    const [a, o, b] = [numbered(mine), numbered(base), numbered(theirs)];
    const known = new Set(o.map(([key]) => key));
    /** The pieces of one side in stretches, each behind the one of the base that it follows. */
    const stretches = (side: [string, string][]) => {
        const of = new Map<string, { own: string[]; behind: string[] }>([['', { own: [], behind: [] }]]);
        let last = of.get('') as { own: string[]; behind: string[] };
        for (const [key, piece] of side) {
            if (known.has(key)) {
                last = { own: [piece], behind: [] };
                of.set(key, last);
            } else {
                last.behind.push(piece);
            }
        }
        return of;
    };
    const [ofMine, ofTheirs] = [stretches(a), stretches(b)];
    const order = (of: Map<string, unknown>) =>
        [...of.keys()].filter((key) => key !== '' && ofMine.has(key) && ofTheirs.has(key)).join('\n');
    // Where one has put them into another order, the two orders are the question.
    if (order(ofMine) !== order(ofTheirs)) {
        return [[mine, base, theirs]];
    }
    const parts: (readonly [Pieces, Pieces, Pieces])[] = [];
    for (const [key, piece] of [['', ''] as const, ...o]) {
        const [ours, their] = [ofMine.get(key), ofTheirs.get(key)];
        parts.push([ours?.own ?? [], key === '' ? [] : [piece], their?.own ?? []], [ours?.behind ?? [], [], their?.behind ?? []]);
    }
    return parts;
}

/** Each by what it is, and as which of those that are called alike. */
function numbered(pieces: Pieces): [string, string][] {
    const counts = new Map<string, number>();
    return pieces.map((piece) => {
        const name = nameOfPiece(piece) ?? piece.trim();
        const count = (counts.get(name) ?? 0) + 1;
        counts.set(name, count);
        return [`${count} ${name}`, piece];
    });
}

/** What is there where only one side changed it, or each something else of it; null: somebody must choose. */
function settled(mine: string, base: string, theirs: string): string | null {
    return mine === base || mine === theirs ? theirs : theirs === base ? mine : byAttributes(mine, base, theirs);
}

/** One shape of which each side changed something else; null: both changed the same, or it is none. */
function byAttributes(mine: string, base: string, theirs: string): string | null {
    const [a, o, b] = [partsOfTag(mine), partsOfTag(base), partsOfTag(theirs)];
    if (!a || !o || !b || a[0] !== o[0] || b[0] !== o[0]) {
        return null;
    }
    const values = (parts: string[]) => new Map(parts.slice(1, -1).map((part) => [part.trim().split(/\s*=/)[0] ?? '', part] as const));
    const [of, was, is] = [values(a), values(o), values(b)];
    let text = a[0] ?? '';
    for (const name of new Set([...of.keys(), ...is.keys()])) {
        const [ours, before, their] = [of.get(name), was.get(name), is.get(name)];
        if (ours !== before && their !== before && ours !== their) {
            return null;
        }
        text += (ours === before ? their : ours) ?? '';
    }
    return text + (a.at(-1) ?? '');
}

/** With the person’s own in every place. */
function filled({ text, places }: Merged): string {
    return places.reduceRight((whole, place) => whole.slice(0, place.at) + place.mine + whole.slice(place.at), text);
}

function isJson(text: string): boolean {
    try {
        JSON.parse(text);
        return true;
    } catch {
        return false;
    }
}

/** Both, one after the other, in lines of their own where they are lines. */
export function bothOf({ mine, theirs, name }: Place): string {
    return mine === '' || mine.endsWith('\n') || name !== null ? mine + theirs : `${mine}\n${theirs}`;
}
