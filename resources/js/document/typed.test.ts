import { ChangeSet, Text } from '@codemirror/state';
import { describe, expect, it } from 'vitest';
import type { Change } from '../api/client';
import { inBytes, Places } from './places';
import { type Sending, Typed } from './typed';

const textOf = (content: string, lineBreak = '\n') => Text.of(content.split(lineBreak));

/** What the server makes of changes, in bytes as it does. */
function applied(content: string, changes: Change[]): string {
    const before = new TextEncoder().encode(content);
    const pieces: number[] = [];
    let at = 0;
    for (const change of changes) {
        pieces.push(...before.slice(at, change.at), ...new TextEncoder().encode(change.inserted));
        at = change.at + change.removed;
    }
    return new TextDecoder('utf-8', { ignoreBOM: true }).decode(new Uint8Array([...pieces, ...before.slice(at)]));
}

/** Numbers that are the same in each run. */
function numbers(seed: number): (below: number) => number {
    let state = seed;
    return (below) => {
        state = (state * 1103515245 + 12345) % 2147483648;
        return Math.floor((state / 2147483648) * below);
    };
}

const LETTERS = ['a', 'Ä', '→', '😀', '\n', ' ', '\u{FEFF}', '\r'];

function randomEdit(doc: Text, below: (n: number) => number): ChangeSet {
    // Between two characters, as an editor's cursor is.
    const borders = [0];
    for (const character of doc.toString()) {
        borders.push((borders.at(-1) ?? 0) + character.length);
    }
    const [from = 0, to = 0] = [below(borders.length), below(borders.length)].sort((a, b) => a - b).map((at) => borders[at]);
    const inserted = Array.from({ length: below(4) }, () => LETTERS[below(LETTERS.length)]).join('');
    return ChangeSet.of([{ from, to: below(3) === 0 ? to : from, insert: textOf(inserted) }], doc.length);
}

describe('places', () => {
    it('finds bytes for positions and positions for bytes', () => {
        const content = 'aÄ→😀\r\nb\r\n\r\n';
        const doc = textOf(content, '\r\n');
        const borders = [
            [0, 0],
            [1, 1],
            [2, 3],
            [3, 6],
            [5, 10],
            [6, 12],
            [7, 13],
            [8, 15],
            [9, 17],
        ];
        const forward = new Places(doc, '\r\n');
        const back = new Places(doc, '\r\n');
        for (const [position = 0, byte = 0] of borders) {
            expect([forward.byteAt(position), back.positionAt(byte)]).toEqual([byte, position]);
        }
        expect(new Places(doc, '\r\n').byteAt(99)).toBe(new TextEncoder().encode(content).length);
    });
    it('sends half a surrogate pair as what it becomes in UTF-8', () => {
        const change = ChangeSet.of([{ from: 1, insert: '\ud83d' }], 2);
        expect(inBytes(change, textOf('ab'), '\n')).toEqual([{ at: 1, removed: 0, inserted: '\ufffd' }]);
    });
});

describe('what was typed', () => {
    it('brings the server to what is in the editor, whatever is answered and when', () => {
        for (let seed = 1; seed < 200; seed++) {
            const below = numbers(seed);
            const lineBreak = below(2) === 0 ? '\n' : '\r\n';
            let server = ['# Gauge', 'Ebb 😀', ''].join(lineBreak);
            let doc = textOf(server, lineBreak);
            const typed = new Typed(doc, lineBreak, true);
            let sending: Sending | null = null;
            const arrive = () => {
                if (sending) {
                    server = 'whole' in sending ? sending.whole : applied(server, sending.changes);
                    if (!('whole' in sending)) {
                        expect(new TextEncoder().encode(server).length).toBe(sending.size);
                    }
                    typed.landed();
                    sending = null;
                }
            };
            for (let n = 0; n < 30; n++) {
                const what = below(6);
                if (what < 3) {
                    const changes = randomEdit(doc, below);
                    doc = changes.apply(doc);
                    typed.type(changes, doc);
                } else if (what === 3) {
                    sending ??= typed.send();
                } else if (what === 4) {
                    arrive();
                } else if (sending) {
                    typed.failed(below(4) === 0);
                    sending = null;
                }
            }
            arrive();
            sending = typed.send();
            arrive();
            expect(typed.isAhead).toBe(false);
            expect(server).toBe(doc.sliceString(0, undefined, lineBreak));
        }
    });
    it('sends the whole where the server has something else, and one thing at a time', () => {
        const typed = new Typed(textOf('mine'), '\n', false);
        expect(typed.isWaiting).toBe(true);
        expect(typed.send()).toEqual({ whole: 'mine' });
        expect(typed.send()).toBe(null);
        typed.landed();
        expect(typed.send()).toBe(null);
        const changes = ChangeSet.of([{ from: 0, insert: 'all ' }], 4);
        typed.type(changes, changes.apply(textOf('mine')));
        expect(typed.send()).toEqual({ changes: [{ at: 0, removed: 0, inserted: 'all ' }], size: 8 });
        typed.failed(true);
        expect(typed.send()).toEqual({ whole: 'all mine' });
    });
});
