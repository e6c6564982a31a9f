import { useQueryClient } from '@tanstack/react-query';
import { useState } from 'react';
import { bytes, type Person, Problem } from '../api/client';
import { changePerson } from '../api/queries';
import { forgetDecisions } from '../plan/decisions';

/** Asks to be let in, and goes on as the person whom the server then knows. */
export function useEntering() {
    const client = useQueryClient();
    const [problem, setProblem] = useState<string | null>(null);
    const [isBusy, setBusy] = useState(false);

    /** @returns the failure, where there is one */
    async function enter(ask: () => Promise<Person | undefined>): Promise<Problem | null> {
        setBusy(true);
        setProblem(null);
        try {
            await bytes('/../sanctum/csrf-cookie');
            const person = await ask();
            if (person) {
                forgetDecisions();
                changePerson(client, person);
            }
            return null;
        } catch (error) {
            const failure = error instanceof Problem ? error : new Problem(0, 'This failed. Try again.');
            setProblem(failure.message);
            return failure;
        } finally {
            setBusy(false);
        }
    }
    return { enter, problem, setProblem, isBusy };
}
