import { keepPreviousData, useQuery } from '@tanstack/react-query';
import { answer, api } from '../api/client';
import { keys } from '../api/queries';
import { asDecisions, type Choices, isDeciding } from './choices';

export function usePlan(workspace: string, choices: Choices) {
    const decisions = asDecisions(choices);
    return useQuery({
        queryKey: keys.plan(workspace, decisions),
        queryFn: () => answer(api.POST('/workspaces/{workspace}/plan', { params: { path: { workspace } }, body: { decisions } })),
        enabled: isDeciding(choices),
        placeholderData: keepPreviousData,
        staleTime: 0,
    });
}
