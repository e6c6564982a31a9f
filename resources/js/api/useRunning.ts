import { useQuery } from '@tanstack/react-query';
import { answer, api } from './client';

const ASK_MS = 400;

/** What is at work for this person: how far it has come, and a way to end it, which leaves nothing behind. Null until it says so. */
export function useRunning(): { done: number; of: number; stop: () => void } | null {
    const progress = useQuery({
        queryKey: ['running'],
        queryFn: () => answer(api.GET('/sessions/progress')),
        refetchInterval: ASK_MS,
        gcTime: 0,
        retry: false,
    });
    const now = progress.data;
    if (now?.operation == null || now.done === null || now.of === null) {
        return null;
    }
    const running = now.operation;
    const stop = () => void api.DELETE('/sessions/progress/{running}', { params: { path: { running } } }).catch(() => {});
    return { done: now.done, of: now.of, stop };
}
