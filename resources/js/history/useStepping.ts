import { useQueryClient } from '@tanstack/react-query';
import { useRef, useState } from 'react';
import type { StepList } from '../api/client';
import { keys } from '../api/queries';

export type Way = 'back' | 'forward';

/** Steps as fast as a person presses: each press waits for the one before, and goes from where that has led. */
export function useStepping(workspace: string, id: string, goTo: (step: number) => Promise<unknown>) {
    const client = useQueryClient();
    const last = useRef<Promise<unknown>>(Promise.resolve());
    const latest = useRef(goTo);
    latest.current = goTo;
    const [underWay, setUnderWay] = useState(0);
    const step = (way: Way) => {
        setUnderWay((count) => count + 1);
        last.current = last.current
            .then(() => {
                const to = client.getQueryData<StepList>(keys.steps(workspace, id))?.[way];
                return to ? latest.current(to) : undefined;
            })
            .finally(() => setUnderWay((count) => count - 1));
    };
    return { step, isUnderWay: underWay > 0 };
}

export type Stepping = ReturnType<typeof useStepping>;

/** As commands, each where there is such a step, or may be once those before it are done. */
export function stepCommands(stepping: Stepping, steps: StepList | undefined) {
    const can = (way: Way) => stepping.isUnderWay || (steps?.[way] ?? null) !== null;
    return [
        ...(can('back') ? [{ name: 'One step back', keys: 'Alt+,', run: () => stepping.step('back') }] : []),
        ...(can('forward') ? [{ name: 'One step forward', keys: 'Alt+.', run: () => stepping.step('forward') }] : []),
    ];
}
