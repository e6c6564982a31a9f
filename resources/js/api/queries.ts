import { QueryCache, QueryClient, useInfiniteQuery, useQuery } from '@tanstack/react-query';
import { answer, api, type Beginning, type Person, Problem, type Workspace } from './client';

export const queryClient = new QueryClient({
    queryCache: new QueryCache({
        // Whichever question hears it first.
        onError: (error, query) => {
            if (error instanceof Problem && error.status === 401 && query.queryKey[0] !== keys.session[0]) {
                changePerson(queryClient, null);
            }
        },
    }),
    defaultOptions: {
        queries: {
            // Without a network a question fails like with a server that is away, and says so; it is not put off in silence.
            networkMode: 'always',
            staleTime: 30_000,
            retry: (count, error) => count < 2 && !(error instanceof Problem && error.status >= 400 && error.status < 500),
        },
    },
});

/** The first part of the key under which a page waits for news. */
export const PULSE = 'pulse';

export const keys = {
    session: ['session'] as const,
    workspaces: ['workspaces'] as const,
    sessions: ['sessions'] as const,
    preferences: ['preferences'] as const,
    openSession: (workspace: string) => [workspace, 'session'] as const,
    quay: (workspace: string) => [workspace, 'quay'] as const,
    decisions: (workspace: string) => [workspace, 'decisions'] as const,
    plan: (workspace: string, decisions: unknown) => [workspace, 'plan', decisions] as const,
    document: (workspace: string, id: string) => [workspace, 'document', id] as const,
    reach: (workspace: string, id: string, isUp: boolean) => [workspace, 'document', id, 'reach', isUp] as const,
    picture: (workspace: string, id: string) => [workspace, 'picture', id] as const,
    pictureThen: (workspace: string, id: string) => [workspace, 'picture then', id] as const,
    pictureChoice: (workspace: string, id: string) => [workspace, 'document', id, 'picture choice'] as const,
    // Not under the document: edits change nothing of it.
    views: (workspace: string, id: string) => [workspace, 'views', id] as const,
    found: (workspace: string, words: string) => [workspace, 'found', words] as const,
    find: (workspace: string, words: string, limit: number) => [workspace, 'find', words, limit] as const,
    chart: (workspace: string, scope: unknown) => [workspace, 'chart', scope] as const,
    small: (workspace: string, ids: string[]) => [workspace, 'small', ids] as const,
    bookmarks: (workspace: string) => [workspace, 'bookmarks'] as const,
    recent: (workspace: string, what: string) => [workspace, 'recent', what] as const,
    series: (workspace: string, id: string) => [workspace, 'document', id, 'series'] as const,
    versions: (workspace: string, id: string) => [workspace, 'document', id, 'versions'] as const,
    steps: (workspace: string, id: string) => [workspace, 'document', id, 'steps'] as const,
    watch: (workspace: string) => [workspace, 'watch'] as const,
    recovery: (workspace: string) => [workspace, 'recovery'] as const,
    settings: (workspace: string) => [workspace, 'settings'] as const,
    folder: (workspace: string, path: string) => [workspace, 'folder', path] as const,
    partlyRead: (workspace: string) => [workspace, 'partly-read'] as const,
    presence: (workspace: string) => [workspace, 'presence'] as const,
    notices: (workspace: string) => [workspace, 'notices'] as const,
    comments: (workspace: string, id: string) => [workspace, 'comments', id] as const,
    members: (workspace: string) => [workspace, 'members'] as const,
    logbook: (workspace: string) => [workspace, 'logbook'] as const,
    entry: (workspace: string, id: string) => [workspace, 'logbook', id] as const,
};

const sessionQuery = { queryKey: keys.session, queryFn: () => answer(api.GET('/session')), staleTime: 300_000 };
const workspacesQuery = { queryKey: keys.workspaces, queryFn: () => answer(api.GET('/workspaces')) };
const quayQuery = (workspace: string) => ({
    queryKey: keys.quay(workspace),
    queryFn: () => answer(api.GET('/workspaces/{workspace}/quay', { params: { path: { workspace } } })),
});

export const preferencesQuery = { queryKey: keys.preferences, queryFn: () => answer(api.GET('/preferences')), staleTime: 300_000 };

export function useSession() {
    return useQuery(sessionQuery);
}

/** For so long at most the rows come before all else. */
const FIRST_MS = 2000;
let first: Promise<unknown> = Promise.resolve();

/**
 * Asks at once for all that the first view needs, and not for one after the other as its parts come into being.
 *
 * @param workspace that the page is of, as the server says, which has the browser ask for the same even earlier
 */
export function askAhead(workspace: string | undefined): void {
    if (workspace !== undefined) {
        const beginning = answer(api.GET('/beginning'));
        const part = <P extends keyof Beginning>(which: P) => ({ queryFn: () => beginning.then((all) => all[which]), retry: false });
        void queryClient.prefetchQuery({ ...sessionQuery, ...part('person') });
        const rows = queryClient.prefetchQuery(quayQuery(workspace));
        first = Promise.race([rows, new Promise((late) => setTimeout(late, FIRST_MS))]);
        void queryClient.prefetchQuery({ ...workspacesQuery, ...part('workspaces') });
        void queryClient.prefetchQuery({ ...preferencesQuery, ...part('preferences') });
    } else {
        void queryClient.prefetchQuery(sessionQuery);
    }
}

/** What nobody looks at first is asked for when the rows are here: all at once, the rows would come later. */
export async function afterFirst<T>(ask: () => Promise<T>): Promise<T> {
    await first;
    return ask();
}

/** Asks for everything anew, but for news, for which the page waits anyway: an act is done when what it changed is here. */
export function askAllAnew(client: QueryClient): Promise<void> {
    return client.invalidateQueries({ predicate: (query) => query.queryKey[0] !== PULSE });
}

/** Nothing that one person was shown stays for the next. */
export function changePerson(client: QueryClient, person: Person | null): void {
    client.removeQueries({ predicate: (query) => query.queryKey[0] !== keys.session[0] });
    client.setQueryData(keys.session, person);
}

export function useWorkspaces() {
    return useQuery(workspacesQuery);
}

/** The workspace as the person has it: their role in it, and what they may. */
export function useHere(workspace: string): Workspace | undefined {
    return useWorkspaces().data?.find((one) => one.slug === workspace);
}

export function useQuay(workspace: string) {
    return useQuery(quayQuery(workspace));
}

export function useSettings(workspace: string) {
    return useQuery({
        queryKey: keys.settings(workspace),
        queryFn: () => answer(api.GET('/workspaces/{workspace}/settings', { params: { path: { workspace } } })),
    });
}

/** The logbook's entries, newest first, and the way to older ones. */
export function useEntries(workspace: string) {
    const query = useInfiniteQuery({
        queryKey: [...keys.logbook(workspace), 'pages'],
        queryFn: ({ pageParam }) =>
            answer(
                api.GET('/workspaces/{workspace}/logbook', {
                    params: { path: { workspace }, query: pageParam === null ? {} : { before: pageParam } },
                }),
            ),
        initialPageParam: null as number | null,
        // Entries are numbered from 1.
        getNextPageParam: (last) => (last.length > 0 && (last.at(-1)?.number ?? 1) > 1 ? (last.at(-1)?.number ?? null) : null),
    });
    return { ...query, entries: query.data?.pages.flat() ?? [] };
}
