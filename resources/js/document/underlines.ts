import { type Extension, RangeSetBuilder, StateEffect, StateField } from '@codemirror/state';
import { Decoration, type DecorationSet, EditorView, hoverTooltip } from '@codemirror/view';
import type { Reference } from '../api/client';

/** A reference by its characters in the editor, which count line ends as one. */
interface Mark {
    from: number;
    to: number;
    reference: Reference;
}

export const showReferences = StateEffect.define<Reference[]>();

const marks = StateField.define<{ marks: Mark[]; set: DecorationSet }>({
    create: () => ({ marks: [], set: Decoration.none }),
    update(value, transaction) {
        for (const effect of transaction.effects) {
            if (effect.is(showReferences)) {
                const found = place(effect.value, transaction.state.sliceDoc(), transaction.state.lineBreak.length);
                const builder = new RangeSetBuilder<Decoration>();
                for (const mark of found) {
                    builder.add(mark.from, mark.to, Decoration.mark({ class: `reference reference-${mark.reference.state}` }));
                }
                return { marks: found, set: builder.finish() };
            }
        }
        if (!transaction.docChanged) {
            return value;
        }
        const moved = value.marks.map((mark) => ({
            ...mark,
            from: transaction.changes.mapPos(mark.from, 1),
            to: transaction.changes.mapPos(mark.to, -1),
        }));
        return { marks: moved, set: value.set.map(transaction.changes) };
    },
    provide: (field) => EditorView.decorations.from(field, (value) => value.set),
});

/** Byte offsets of the file's text as positions in the editor. */
function place(references: Reference[], text: string, breakLength: number): Mark[] {
    const encoder = new TextEncoder();
    const sorted = [...references].sort((a, b) => a.offset - b.offset);
    const found: Mark[] = [];
    let bytes = 0;
    let at = 0;
    const advance = (to: number) => {
        while (bytes < to && at < text.length) {
            const code = text.codePointAt(at) ?? 0;
            const step = code > 0xffff ? 2 : 1;
            bytes += code < 0x80 ? 1 : encoder.encode(String.fromCodePoint(code)).length;
            at += step;
        }
        return at;
    };
    for (const reference of sorted) {
        const from = advance(reference.offset);
        const to = advance(reference.offset + reference.length);
        const lines = breakLength > 1 ? text.slice(0, from).split('\r\n').length - 1 : 0;
        if (to > from) {
            found.push({ from: from - lines, to: to - lines, reference });
        }
    }
    return found;
}

const WORDS: Record<Reference['state'], string> = {
    document: 'a document of this workspace',
    stray: 'a stray: there is no such file',
    outside: 'outside of the workspace',
    web: 'on the web',
    device: 'a device',
    self: 'inside this file',
};

const look = EditorView.theme({
    '.reference': { textDecoration: 'underline', textDecorationColor: 'var(--brass)', textUnderlineOffset: '3px' },
    '.reference-stray': { textDecorationStyle: 'wavy', textDecorationColor: 'var(--ink)' },
    '.cm-tooltip': {
        background: 'var(--sheet)',
        color: 'var(--ink)',
        border: '1px solid var(--rule-strong)',
        padding: '4px 9px',
        fontSize: '13.5px',
        maxWidth: '460px',
    },
});

/** Underlines references; a hover tells where one leads, and Ctrl+click opens it. */
export function references(onOpen: (id: string) => void): Extension {
    const at = (view: EditorView, position: number) =>
        view.state.field(marks).marks.find((mark) => mark.from <= position && position <= mark.to);
    return [
        marks,
        look,
        hoverTooltip((view, position) => {
            const mark = at(view, position);
            if (!mark) {
                return null;
            }
            return {
                pos: mark.from,
                end: mark.to,
                create: () => {
                    const dom = document.createElement('div');
                    const { reference } = mark;
                    const state = reference.content && reference.content !== 'as saved' ? `, ${reference.content}` : '';
                    dom.textContent = `${reference.target ?? reference.raw}: ${WORDS[reference.state]}${state}${reference.targetId ? '. Ctrl+click opens it' : ''}`;
                    return { dom };
                },
            };
        }),
        EditorView.domEventHandlers({
            mousedown(event, view) {
                if (!event.ctrlKey && !event.metaKey) {
                    return false;
                }
                const position = view.posAtCoords({ x: event.clientX, y: event.clientY });
                const id = position === null ? null : at(view, position)?.reference.targetId;
                if (id) {
                    event.preventDefault();
                    onOpen(id);
                }
                return Boolean(id);
            },
        }),
    ];
}
