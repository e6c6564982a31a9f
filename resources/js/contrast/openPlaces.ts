import { type EditorState, type Extension, Facet, StateEffect, StateField } from '@codemirror/state';
import { Decoration, type DecorationSet, EditorView, WidgetType } from '@codemirror/view';

/** What can stand in a place of a text: the words on its button, and what is put in. */
export interface Way {
    name: string;
    text: string;
}

/** A place of a text in which something is still to be chosen. */
export interface OpenPlace {
    at: number;
    /** What each side has there, with whose it is. */
    sides: { of: string; text: string }[];
    ways: Way[];
}

const chosen = StateEffect.define<OpenPlace>();

class Placard extends WidgetType {
    constructor(readonly place: OpenPlace) {
        super();
    }

    override eq(other: Placard): boolean {
        return other.place.sides === this.place.sides;
    }

    override toDOM(view: EditorView): HTMLElement {
        const card = element('section', 'open-place');
        card.setAttribute('aria-label', 'A place that both have changed');
        const sides = element('div', 'sides');
        for (const side of this.place.sides) {
            const cell = element('div', '');
            cell.append(element('small', '', side.of), side.text === '' ? element('p', '', '(taken out)') : text(side.text));
            sides.append(cell);
        }
        const ways = element('div', 'ways');
        for (const way of this.place.ways) {
            const button = element('button', '', way.name);
            button.setAttribute('type', 'button');
            button.addEventListener('click', () => take(view, this.place.sides, way));
            ways.append(button);
        }
        card.append(sides, ways);
        return card;
    }

    override ignoreEvent(): boolean {
        return true;
    }
}

function element(name: string, className: string, words = ''): HTMLElement {
    const made = document.createElement(name);
    made.className = className;
    made.textContent = words;
    return made;
}

/** What scrolls is reached with the keys. */
function text(words: string): HTMLElement {
    const made = element('pre', '', words);
    made.tabIndex = 0;
    return made;
}

/** Where the place is now is known by its sides: what was typed before it has moved it. */
function take(view: EditorView, sides: OpenPlace['sides'], way: Way): void {
    const place = openPlaces(view.state).find((one) => one.sides === sides);
    if (place) {
        view.dispatch({ changes: { from: place.at, insert: way.text }, effects: chosen.of(place), userEvent: 'input.choose' });
        nextOpenPlace(view);
    }
}

const begins = Facet.define<OpenPlace[], OpenPlace[]>({ combine: (all) => all.flat() });

const field: StateField<{ places: OpenPlace[]; shown: DecorationSet }> = StateField.define({
    create: (state) => shown(state.facet(begins)),
    update(before, transaction) {
        const gone = transaction.effects.flatMap((effect) => (effect.is(chosen) ? [effect.value] : []));
        if (!transaction.docChanged && gone.length === 0) {
            return before;
        }
        return shown(
            before.places
                .filter((place) => !gone.some((one) => one.sides === place.sides))
                // What is chosen in the place before stands before this one.
                .map((place) => ({ ...place, at: transaction.changes.mapPos(place.at, 1) })),
        );
    },
    provide: (of) => EditorView.decorations.from(of, (value) => value.shown),
});

function shown(places: OpenPlace[]) {
    return {
        places,
        shown: Decoration.set(
            places.map((place) => Decoration.widget({ widget: new Placard(place), block: true, side: -1 }).range(place.at)),
            true,
        ),
    };
}

export function openPlaces(state: EditorState): OpenPlace[] {
    return state.field(field, false)?.places ?? [];
}

/** Brings the first open place into sight, with the focus on its first button; the text has it where there is none. */
export function nextOpenPlace(view: EditorView): void {
    const [first] = openPlaces(view.state);
    if (!first) {
        view.focus();
        return;
    }
    view.dispatch({ effects: EditorView.scrollIntoView(first.at, { y: 'center' }) });
    view.requestMeasure({ read: () => {}, write: () => view.dom.querySelector<HTMLElement>('.open-place button')?.focus() });
}

/** Shows what is to be chosen in its places in the text; the text itself has none of it until then. */
export function withOpenPlaces(places: OpenPlace[]): Extension {
    return [begins.of(places), field];
}
