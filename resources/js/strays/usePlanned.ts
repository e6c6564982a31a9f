import { useQuery, useQueryClient } from '@tanstack/react-query';
import { useState } from 'react';
import { type Plan, Problem } from '../api/client';

/** A plan that follows what is wished, and carrying it out as it was read. */
export function usePlanned<W, D>(
    workspace: string,
    what: string,
    wish: W | null,
    make: (wish: W) => Promise<Plan>,
    carryOut: (wish: W, fingerprint: string, note: string | null) => Promise<D>,
) {
    const client = useQueryClient();
    const [note, setNote] = useState('');
    const [isBusy, setBusy] = useState(false);
    const [problem, setProblem] = useState<string | null>(null);
    const [done, setDone] = useState<D | null>(null);
    /** The plan that was read, where another one has come in its place. */
    const [moved, setMoved] = useState<Plan | null>(null);
    const query = useQuery({
        queryKey: [workspace, 'plan', what, wish],
        queryFn: () => (wish === null ? Promise.reject(new Error('nothing')) : make(wish)),
        enabled: wish !== null,
        placeholderData: (before) => before,
        retry: false,
        staleTime: 0,
    });
    const plan = wish === null || query.isError ? undefined : query.data;
    async function run(): Promise<D | null> {
        if (wish === null || plan === undefined) {
            return null;
        }
        setBusy(true);
        setProblem(null);
        setMoved(null);
        try {
            const result = await carryOut(wish, plan.fingerprint, note.trim() || null);
            setDone(result);
            setNote('');
            await client.invalidateQueries({ queryKey: [workspace] });
            return result;
        } catch (error) {
            const isChanged = error instanceof Problem && error.status === 409;
            setProblem(
                isChanged ? 'Something has changed since this plan was made. It is made anew; read it again.' : (error as Error).message,
            );
            setMoved(isChanged ? plan : null);
            await query.refetch();
            return null;
        } finally {
            setBusy(false);
        }
    }
    return {
        plan: query.isPlaceholderData && query.isFetching ? undefined : plan,
        problem: problem ?? (wish !== null && query.isError ? query.error.message : null),
        isPlanning: query.isFetching,
        isBusy,
        note,
        setNote,
        run,
        done,
        forget: () => setDone(null),
        /** The plan that was read in place of the present one, as long as the person has not read that. */
        moved,
        read() {
            setMoved(null);
            setProblem(null);
        },
    };
}
