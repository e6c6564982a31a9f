import { useQuery, useQueryClient } from '@tanstack/react-query';
import { useNavigate } from 'react-router';
import { answer, api, type KeptSession, type OpenSession, type SessionContents, type Wish } from '../api/client';
import { askAllAnew, keys } from '../api/queries';

/** What a person chooses for one document, where there is a choice. */
export type Take = 'now' | 'session' | 'version';

export function useSessions() {
    return useQuery<KeptSession[]>({ queryKey: keys.sessions, queryFn: () => answer(api.GET('/sessions')) });
}

export function useContents(session: number, stage: number) {
    return useQuery<SessionContents>({
        queryKey: [...keys.sessions, session, 'contents', stage],
        queryFn: () => answer(api.GET('/sessions/{session}', { params: { path: { session }, query: { stage } } })),
    });
}

export function useOpeningPlan(session: number, stage: number, wish: Wish) {
    return useQuery({
        queryKey: [...keys.sessions, session, 'plan', stage, wish],
        queryFn: () => answer(api.POST('/sessions/{session}/plan', { params: { path: { session } }, body: { ...wish, stage } })),
        // What was planned before stays in sight until the new plan is there.
        placeholderData: (before) => before,
    });
}

/**
 * Which session is open in a workspace, and whether what is open differs from it.
 *
 * @param isWanted whether it is time to ask: nothing competes with the first rows
 */
export function useOpenSession(workspace: string, isWanted = true) {
    return useQuery<OpenSession>({
        enabled: isWanted,
        queryKey: keys.openSession(workspace),
        queryFn: () => answer(api.GET('/workspaces/{workspace}/session', { params: { path: { workspace } } })),
    });
}

/** Asks anew for what an act on sessions may have changed, in whichever workspace. */
export function useAfterwards() {
    const client = useQueryClient();
    return async () => {
        await askAllAnew(client);
    };
}

/** Goes to the quay that a session has put there: what was open before is not shown any more, and nothing else is asked for first. */
export function useGoToQuay() {
    const client = useQueryClient();
    const navigate = useNavigate();
    return (workspace: string) => {
        const quay = client.resetQueries({ queryKey: keys.quay(workspace) });
        navigate(`/w/${workspace}/quay`);
        void quay.finally(() => client.invalidateQueries({ predicate: (query) => query.queryKey[1] !== keys.quay(workspace)[1] }));
    };
}
