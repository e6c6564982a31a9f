import { type Extension, RangeSetBuilder, StateEffect, StateField, type Text } from '@codemirror/state';
import { Decoration, type DecorationSet, EditorView, hoverTooltip } from '@codemirror/view';
import type { Reference } from '../api/client';
import { Places } from './places';

/** A reference by its positions in the editor. */
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
                const found = placed(effect.value, transaction.state.doc, transaction.state.lineBreak);
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

function placed(references: Reference[], text: Text, lineBreak: string): Mark[] {
    const places = new Places(text, lineBreak);
    return [...references]
        .sort((a, b) => a.offset - b.offset)
        .map((reference) => {
            const from = places.positionAt(reference.offset);
            return { from, to: places.positionAt(reference.offset + reference.length), reference };
        })
        .filter((mark) => mark.to > mark.from);
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
