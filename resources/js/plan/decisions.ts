import { useSyncExternalStore } from 'react';
import type { Decision } from '../api/client';

export type Follow = 'nobody' | 'quay' | 'everyone';

/** A decision as the page keeps it: what the server is told, and what the person answered on the way. */
export interface Choice extends Omit<Decision, 'document'> {
    /** Which of the quick answers stands; none of them: the followers were chosen one by one. */
    follow?: Follow;
    /** The document's path, for decisions on what is not open. */
    from?: string;
    /** What the logbook is to call it, where the kinds of decisions do not say. */
    act?: 'set aside';
}
export type Choices = Readonly<Record<string, Choice>>;

/** The one decision whose details the plan asks about. */
export interface Asked {
    id: string;
    name: string;
    path: string;
    what: 'save as' | 'next' | 'copy' | 'move';
}

interface Kept {
    choices: Choices;
    asked: Asked | null;
}

const NONE: Choices = {};
const kept = new Map<string, Kept>();
const listeners = new Set<() => void>();

function storageKey(workspace: string): string {
    return `hafenbuch.decisions.${workspace}`;
}

function read(workspace: string): Kept {
    let found = kept.get(workspace);
    if (!found) {
        let choices = NONE;
        try {
            choices = JSON.parse(sessionStorage.getItem(storageKey(workspace)) ?? '{}') as Choices;
        } catch {
            // What cannot be read is no decision.
        }
        found = { choices, asked: null };
        kept.set(workspace, found);
    }
    return found;
}

function write(workspace: string, next: Kept): void {
    kept.set(workspace, next);
    sessionStorage.setItem(storageKey(workspace), JSON.stringify(next.choices));
    for (const listener of listeners) {
        listener();
    }
}

/** What the person has decided so far, row by row; it outlives a change of view and a reload. */
export function useDecisions(workspace: string) {
    const now = useSyncExternalStore(
        (listener) => {
            listeners.add(listener);
            return () => listeners.delete(listener);
        },
        () => read(workspace),
    );
    return {
        choices: now.choices,
        asked: now.asked,
        decide: (ids: string[], choice: Choice | null) => {
            const before = read(workspace);
            const isAsked = before.asked !== null && ids.includes(before.asked.id);
            const keepsAsking = isAsked && choice !== null && choice.path !== undefined;
            write(workspace, { choices: changed(before.choices, ids, choice), asked: isAsked && !keepsAsking ? null : before.asked });
        },
        /** Sets a decision for each document at once. */
        decideEach: (each: Choices) => {
            const before = read(workspace);
            write(workspace, { ...before, choices: { ...before.choices, ...each } });
        },
        ask: (asked: Asked | null) => write(workspace, { ...read(workspace), asked }),
        clear: () => write(workspace, { choices: NONE, asked: null }),
    };
}

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

export function asDecisions(choices: Choices): Decision[] {
    return Object.entries(choices)
        .sort(([a], [b]) => (a < b ? -1 : 1))
        .map(([document, { follow: _follow, from: _from, act: _act, ...decision }]) => ({ document, ...decision }));
}

/** What the logbook is to call an entry with these decisions. */
export function actOf(choices: Choices): 'save' | 'copy' | 'set aside' | 'move' | 'delete' {
    const all = Object.values(choices);
    const has = (kind: Choice['kind']) => all.some((choice) => choice.kind === kind);
    if (all.some((choice) => choice.act === 'set aside')) {
        return 'set aside';
    }
    if (has('move') || has('delete')) {
        return has('move') ? 'move' : 'delete';
    }
    return has('copy') && !has('save') && !has('save as') ? 'copy' : 'save';
}

/** The answer to “who follows?” that is to become the workspace's default. */
export function followOf(choices: Choices): Follow | undefined {
    return Object.values(choices).find((choice) => choice.kind === 'save as' && choice.follow)?.follow;
}
