import type { Decision } from '../api/client';

/** A decision as the page keeps it; the server knows what it means. */
export type Choice = Omit<Decision, 'document'>;

/** By document id. */
export type Choices = Readonly<Record<string, Choice>>;

export const NONE: Choices = {};

/** The choices with some of them set; null takes a decision away, which is not the same as deciding to leave. */
export function changed(choices: Choices, ids: string[], choice: Choice | null): Choices {
    const next: Record<string, Choice> = { ...choices };
    for (const id of ids) {
        if (choice === null) {
            delete next[id];
        } else {
            next[id] = choice;
        }
    }
    return next;
}

/** In one order, so that the same choices are the same question. */
export function asDecisions(choices: Choices): Decision[] {
    return Object.entries(choices)
        .sort(([a], [b]) => (a < b ? -1 : 1))
        .map(([document, { from: _from, ...decision }]) => ({ document, ...decision }));
}

export function byDocument(decisions: Decision[]): Choices {
    return Object.fromEntries(decisions.map(({ document, ...choice }) => [document, choice]));
}

/** Whether anything is decided but to leave. */
export function isDeciding(choices: Choices): boolean {
    return Object.values(choices).some((choice) => choice.kind !== 'leave');
}
