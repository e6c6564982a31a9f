import { type Extension, RangeSetBuilder, StateEffect, StateField, type Text } from '@codemirror/state';
import { Decoration, type DecorationSet, EditorView, hoverTooltip } from '@codemirror/view';
import type { Reference } from '../api/client';
import { Places } from './places';

interface Mark {
    from: number;
    to: number;
    reference: Reference;
}

export const showReferences = StateEffect.define<Reference[]>();

/** The references by their positions, each in what marks it, so that an edit moves thousands of them as one. */
const marks = StateField.define<DecorationSet>({
    create: () => Decoration.none,
    update(set, transaction) {
        for (const effect of transaction.effects) {
            if (effect.is(showReferences)) {
                const builder = new RangeSetBuilder<Decoration>();
                for (const { from, to, reference } of placed(effect.value, transaction.state.doc, transaction.state.lineBreak)) {
                    builder.add(from, to, Decoration.mark({ class: `reference reference-${reference.state}`, reference }));
                }
                return builder.finish();
            }
        }
        return transaction.docChanged ? set.map(transaction.changes) : set;
    },
    provide: (field) => EditorView.decorations.from(field),
});

/** Byte offsets of the text as positions in the editor. */
function placed(references: Reference[], text: Text, lineBreak: string): Mark[] {
    const places = new Places(text, lineBreak);
    return [...references]
        .sort((a, b) => a.textOffset - b.textOffset)
        .map((reference) => {
            const from = places.positionAt(reference.textOffset);
            return { from, to: places.positionAt(reference.textOffset + reference.textLength), reference };
        })
        .filter((mark) => mark.to > mark.from);
}

function markAt(view: EditorView, position: number): Mark | null {
    let found: Mark | null = null;
    view.state.field(marks).between(position, position, (from, to, decoration) => {
        found = { from, to, reference: decoration.spec.reference as Reference };
        return false;
    });
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
    return [
        marks,
        look,
        hoverTooltip((view, position) => {
            const mark = markAt(view, position);
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
                const id = position === null ? null : markAt(view, position)?.reference.targetId;
                if (id) {
                    event.preventDefault();
                    onOpen(id);
                }
                return Boolean(id);
            },
        }),
    ];
}
