import { useQuery } from '@tanstack/react-query';
import { useEffect } from 'react';
import { answer, api, type Decision } from '../api/client';
import { afterFirst, keys } from '../api/queries';
import { useWatched, Watched } from '../ui/watched';
import { asDecisions, byDocument, type Choice, type Choices, changed, NONE } from './choices';

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
    /** Why the server does not have what is decided here. */
    problem: string | null;
}

type Change = { document?: string; scope?: 'document' | 'below' | 'quay'; decision: Omit<Choice, 'from'> | null };

/**
 * What the person has decided in one workspace. It is kept on the server, so that it is the same in every window and
 * outlives them; a change shows here at once and follows there, one after the other.
 */
class Decisions {
    readonly kept = new Watched<Kept>({ choices: NONE, asked: null, problem: null });
    private sending: Promise<unknown> = Promise.resolve();
    private waiting = 0;

    constructor(private readonly workspace: string) {}

    /** How many changes have been sent; an answer that was asked for before the last of them is old. */
    sent = 0;

    /** As the server had it when so many changes had been sent. */
    arrived(decisions: Decision[], sent: number): void {
        if (this.waiting === 0 && this.sent === sent) {
            this.take(decisions);
        }
    }

    set(part: Partial<Kept>): void {
        this.kept.set({ ...this.kept.now(), ...part });
    }

    async send(choices: Change[], clear = false): Promise<void> {
        this.waiting++;
        this.sent++;
        const sent = this.sending.then(() =>
            answer(api.PATCH('/workspaces/{workspace}/decisions', { ...this.at, body: { choices, clear } })),
        );
        this.sending = sent.catch(() => {});
        try {
            const decisions = await sent;
            if (this.waiting === 1) {
                this.take(decisions);
            }
        } catch (error) {
            this.set({ problem: `What you decided holds on this page only. ${(error as Error).message}` });
        } finally {
            this.waiting--;
        }
    }

    /** When the server has all that was decided until now, or could not be told. */
    async settled(): Promise<void> {
        for (let last = null; last !== this.sending; ) {
            last = this.sending;
            await last;
        }
    }

    private take(decisions: Decision[]): void {
        const choices = byDocument(decisions);
        const isSame = JSON.stringify(asDecisions(choices)) === JSON.stringify(asDecisions(this.kept.now().choices));
        this.set({ choices: isSame ? this.kept.now().choices : choices, problem: null });
    }

    private get at() {
        return { params: { path: { workspace: this.workspace } } };
    }
}

const opened = new Map<string, Decisions>();

export function decisionsOf(workspace: string): Decisions {
    const found = opened.get(workspace) ?? new Decisions(workspace);
    opened.set(workspace, found);
    return found;
}

/** Nothing that one person has decided stays for the next. */
export function forgetDecisions(): void {
    opened.clear();
}

const bare = ({ from: _from, ...choice }: Choice) => choice;

/** What the person has decided so far, row by row. */
export function useDecisions(workspace: string) {
    const decisions = decisionsOf(workspace);
    const now = useWatched(decisions.kept);
    const arrived = useQuery({
        queryKey: keys.decisions(workspace),
        queryFn: () =>
            afterFirst(async () => {
                const { sent } = decisions;
                return { sent, kept: await answer(api.GET('/workspaces/{workspace}/decisions', { params: { path: { workspace } } })) };
            }),
    }).data;
    useEffect(() => {
        if (arrived) {
            decisions.arrived(arrived.kept, arrived.sent);
        }
    }, [decisions, arrived]);
    return {
        choices: now.choices,
        asked: now.asked,
        problem: now.problem,
        decide: (ids: string[], choice: Choice | null) => {
            const before = decisions.kept.now();
            const isAsked = before.asked !== null && ids.includes(before.asked.id);
            const keepsAsking = isAsked && choice !== null && choice.path !== undefined;
            decisions.set({ choices: changed(before.choices, ids, choice), asked: isAsked && !keepsAsking ? null : before.asked });
            decisions.send(ids.map((document) => ({ document, decision: choice && bare(choice) })));
        },
        /** Sets a decision for each document at once. */
        decideEach: (each: Choices) => {
            decisions.set({ choices: { ...decisions.kept.now().choices, ...each } });
            decisions.send(Object.entries(each).map(([document, choice]) => ({ document, decision: bare(choice) })));
        },
        /** Decides for all that a scope takes in; the server knows what that is. */
        decideScope: (scope: 'below' | 'quay', document: string | undefined, choice: Choice | null) =>
            decisions.send([{ document, scope, decision: choice && bare(choice) }]),
        ask: (asked: Asked | null) => decisions.set({ asked }),
        clear: () => {
            decisions.set({ choices: NONE, asked: null });
            decisions.send([], true);
        },
        /** What was carried out is decided no more; the server knows that already. */
        carriedOut: () => {
            decisions.sent++;
            decisions.set({ choices: NONE, asked: null });
        },
    };
}
