import { useQuery, useQueryClient } from '@tanstack/react-query';
import { useEffect } from 'react';
import { answer, api, type Present } from './client';
import { keys } from './queries';
import { visit } from './visit';

/** A page that the server has taken for gone says anew what it shows, and not more often than this. */
const AGAIN_MS = 3000;

const NOBODY: Present[] = [];
/** Nobody asks for it: it comes with the pulse. */
const presenceQuery = (workspace: string) => ({
    queryKey: keys.presence(workspace),
    queryFn: () => Promise.resolve(NOBODY),
    enabled: false,
    initialData: NOBODY,
});

/** Who else has the document on their screen. */
export function usePresent(workspace: string, document: string, self: number | undefined): Present[] {
    return useQuery({
        ...presenceQuery(workspace),
        select: (all: Present[]) => {
            const here = all.filter((one) => one.document === document && one.person !== self);
            return here.length === 0 ? NOBODY : here;
        },
    }).data;
}

/** Says that this page shows the document, for as long as it does. */
export function useShowing(workspace: string, document: string, self: number): void {
    const client = useQueryClient();
    useEffect(() => {
        let said = 0;
        let isHere = true;
        const say = (what: string | null) => {
            said = Date.now();
            void answer(
                api.PUT('/workspaces/{workspace}/presence', { params: { path: { workspace } }, body: { visit, document: what } }),
            ).catch(() => {});
        };
        say(document);
        const stop = client.getQueryCache().subscribe(({ query }) => {
            if (isHere && query.queryKey[0] === workspace && query.queryKey[1] === 'presence' && Date.now() - said > AGAIN_MS) {
                const all = (query.state.data ?? NOBODY) as Present[];
                if (!all.some((one) => one.person === self && one.document === document)) {
                    say(document);
                }
            }
        });
        return () => {
            isHere = false;
            stop();
            say(null);
        };
    }, [client, workspace, document, self]);
}
