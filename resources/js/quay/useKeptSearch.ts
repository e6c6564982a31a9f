import { useQuery } from '@tanstack/react-query';
import { useCallback, useState } from 'react';
import { answer, api, type Bookmark } from '../api/client';
import { keys } from '../api/queries';

export interface KeptSearch {
    /** The searches that the person, or all, have kept. */
    searches: Bookmark[];
    chosen: number | null;
    choose: (id: number | null) => void;
    /** Whether the chosen one finds a document; without one, every document. */
    has: (id: string) => boolean;
}

/** A kept search as a filter of what is open. */
export function useKeptSearch(workspace: string, bookmarks: Bookmark[], open: number): KeptSearch {
    const [chosen, choose] = useState<number | null>(null);
    const searches = bookmarks.filter((one) => one.kind === 'search');
    const query = searches.find((one) => one.id === chosen)?.leadsTo ?? null;
    const found = useQuery({
        queryKey: [...keys.quay(workspace), 'found', query, open],
        queryFn: () => answer(api.GET('/workspaces/{workspace}/find/open', { params: { path: { workspace }, query: { q: query ?? '' } } })),
        enabled: query !== null,
        placeholderData: (before) => before,
    }).data;
    const has = useCallback((id: string) => query === null || !found || found.includes(id), [query, found]);
    return { searches, chosen, choose, has };
}
