import { useQuery } from '@tanstack/react-query';
import { answer, api } from '../api/client';
import { keys } from '../api/queries';

/** @param isWanted false: the first rows come before it */
export function useNotices(workspace: string, isWanted = true) {
    return useQuery({
        queryKey: keys.notices(workspace),
        queryFn: () => answer(api.GET('/workspaces/{workspace}/notices', { params: { path: { workspace } } })),
        enabled: isWanted,
    });
}
