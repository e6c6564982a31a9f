/**
 * The pieces of which a document is made in its job’s terms: the shapes of a drawing or a model, the clips of a timeline, the lines of a text.
 * Joined they are the text again.
 */
export function piecesOf(path: string, text: string): string[] {
    const ending = path.slice(path.lastIndexOf('.') + 1).toLowerCase();
    if (ending === 'svg' || ending === 'x3d') {
        return tagsOf(text);
    }
    return ending === 'otio' ? (clipsOf(text) ?? linesOf(text)) : linesOf(text);
}

/** Whether it is made of more than lines. */
export const hasPieces = (path: string) => /\.(svg|x3d|otio)$/i.test(path);

export const linesOf = (text: string) => text.split(/(?<=\n)/);

/** Each with the white space before it, so that it is not taken for a thing of its own (XML 1.0, 2.4 to 3.1). */
const TAG = /\s*(?:<!--[\s\S]*?-->|<!\[CDATA\[[\s\S]*?\]\]>|<(?:"[^"]*"|'[^']*'|[^"'<>])*>|[^<\s][^<]*|<)|\s+$/g;

function tagsOf(text: string): string[] {
    return text.match(TAG) ?? (text === '' ? [] : [text]);
}

/** The parts of a tag: its name, then each attribute with the space before it. */
export function partsOfTag(piece: string): string[] | null {
    const found = /^(\s*<[^\s/>!?]+)((?:\s+[^\s=/>]+\s*=\s*(?:"[^"]*"|'[^']*'))*)(\s*\/?>)$/.exec(piece);
    return found && [found[1] ?? '', ...((found[2] ?? '').match(/\s+[^\s=/>]+\s*=\s*(?:"[^"]*"|'[^']*')/g) ?? []), found[3] ?? ''];
}

/**
 * The clips and gaps of a timeline (https://opentimelineio.readthedocs.io), each whole, and what is between them line by line; null: it is
 * no JSON that can be told apart.
 */
function clipsOf(text: string): string[] | null {
    const clips: [number, number][] = [];
    /** Where each object that is open began, and whether one inside it has children. */
    const open: { from: number; hasChildren: boolean; isChild: boolean }[] = [];
    /** For each list and object that is open: whether it is the list of somebody’s children. */
    const lists: boolean[] = [];
    let key = '';
    const token = /"(?:[^"\\]|\\.)*"|[{}[\]]/g;
    for (let found = token.exec(text); found; found = token.exec(text)) {
        switch (found[0]) {
            case '{':
                open.push({ from: found.index, hasChildren: false, isChild: lists.at(-1) === true });
                lists.push(false);
                break;
            case '[': {
                const isOfChildren = key === '"children"';
                const parent = open.at(-1);
                if (isOfChildren && parent) {
                    parent.hasChildren = true;
                }
                lists.push(isOfChildren);
                break;
            }
            case ']':
                lists.pop();
                break;
            case '}': {
                lists.pop();
                const closed = open.pop();
                if (closed?.isChild && !closed.hasChildren) {
                    clips.push([closed.from, found.index + 1]);
                }
                break;
            }
            default:
                key = found[0];
        }
    }
    if (open.length > 0 || lists.length > 0) {
        return null;
    }
    let at = 0;
    // As many lines as arguments would be more than a call can have.
    const pieces = clips.flatMap(([from, to]) => {
        const before = linesOf(text.slice(at, from));
        at = to;
        return [...before, text.slice(from, to)];
    });
    return [...pieces, ...linesOf(text.slice(at))].filter((piece) => piece !== '');
}

/** What people call a piece: a shape by its element and its name, a clip by its name; null: it is a line as any other. */
export function nameOfPiece(piece: string): string | null {
    const tag = /^\s*<([A-Za-z][\w:.-]*)/.exec(piece);
    if (tag) {
        const name = /\s(?:id|DEF|href|xlink:href|url)\s*=\s*(?:"([^"]*)"|'([^']*)')/.exec(piece);
        const called = name?.[1] ?? name?.[2];
        return called ? `${tag[1]} ${called}` : (tag[1] ?? null);
    }
    const schema = /^\s*\{[\s\S]*?"OTIO_SCHEMA"\s*:\s*"(\w+)/.exec(piece);
    const name = /"name"\s*:\s*("(?:[^"\\]|\\.)*")/.exec(piece);
    return schema ? `${(schema[1] ?? '').toLowerCase()}${name?.[1] ? ` ${JSON.parse(name[1])}` : ''}` : null;
}
