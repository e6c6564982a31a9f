import { useQuery, useQueryClient } from '@tanstack/react-query';
import { answer, api, type Watch } from '../api/client';
import { afterFirst, keys } from '../api/queries';
import { isIdle } from '../api/usePulse';

const ASK_MS = 20_000;
const IDLE_ASK_MS = 120_000;

/** The person's recovery points: how they are made, and what can be done about them. */
export function useWatch(workspace: string) {
    const client = useQueryClient();
    const params = { path: { workspace } };
    const query = useQuery({
        queryKey: keys.watch(workspace),
        queryFn: () => afterFirst(() => answer(api.GET('/workspaces/{workspace}/watch', { params }))),
        refetchInterval: () => (isIdle() ? IDLE_ASK_MS : ASK_MS),
    });
    const take = (watch: Watch) => {
        client.setQueryData(keys.watch(workspace), watch);
        return watch;
    };
    return {
        query,
        change: async (part: Partial<Pick<Watch, 'minutes' | 'edits' | 'idleSeconds' | 'limit'>>) =>
            take(await answer(api.PATCH('/workspaces/{workspace}/watch', { params, body: part }))),
        standDown: async (minutes: number) =>
            take(await answer(api.POST('/workspaces/{workspace}/watch/stand-down', { params, body: { minutes } }))),
        /** @returns whether there was anything new to keep */
        makePoint: async () => {
            const { data, response } = await api.POST('/workspaces/{workspace}/watch/points', { params });
            if (data) {
                take(data);
            }
            return response.status === 201;
        },
    };
}
