import { useQuery } from '@tanstack/react-query';
import { useEffect, useMemo } from 'react';
import { answer, api, bytes, type DocumentViews, type LookSettings } from '../api/client';
import { keys } from '../api/queries';
import { usePreferences } from '../api/usePreferences';
import { LookKeeper } from './LookKeeper';

export function useViews(workspace: string, id: string) {
    return useQuery<DocumentViews>({
        queryKey: keys.views(workspace, id),
        queryFn: () =>
            answer(api.GET('/workspaces/{workspace}/documents/{document}/views', { params: { path: { workspace, document: id } } })),
        // What this page looks at is what it knows; it asks when a document is opened.
        staleTime: 0,
        gcTime: 0,
        refetchOnWindowFocus: false,
    });
}

export async function keepView(workspace: string, id: string, view: LookSettings, name: string | null): Promise<void> {
    // Also when the page is being left.
    await bytes(`/workspaces/${workspace}/documents/${id}/views`, {
        method: 'PUT',
        headers: { 'Content-Type': 'application/json' },
        body: JSON.stringify({ name, view }),
        keepalive: true,
    });
}

/** As what brought the person here says: a view that has a name, or a line of the text. */
interface Asked {
    view?: string | null;
    line?: string | null;
}

/** How the document is looked at, for as long as the page shows it; null until it is known how it opens. */
export function useLook(workspace: string, id: string, asked: Asked = {}): LookKeeper | null {
    const views = useViews(workspace, id);
    const preferences = usePreferences();
    const isRemembered = preferences.now?.views.remembersViews ?? true;
    const isKnown = (views.isFetchedAfterMount || views.isError) && (preferences.now !== undefined || preferences.query.isError);
    // biome-ignore lint/correctness/useExhaustiveDependencies: what it began with is asked once for each opening
    const keeper = useMemo(() => {
        if (!isKnown) {
            return null;
        }
        const first = views.data?.onOpening;
        const usual = first && (isRemembered || first.isDefault) ? first.view : {};
        const named = views.data?.named.find((one) => String(one.id) === asked.view)?.view ?? usual;
        const line = Number(asked.line);
        const begin: LookSettings =
            line > 0 ? { ...named, line, caret: undefined, anchor: undefined, shown: named.shown === 'both' ? 'both' : 'source' } : named;
        return new LookKeeper(begin, { keep: (view) => keepView(workspace, id, view, null) }, isRemembered);
    }, [isKnown, workspace, id, asked.view, asked.line]);
    useEffect(() => {
        if (keeper) {
            keeper.isRemembered = isRemembered;
        }
    }, [keeper, isRemembered]);
    useEffect(() => {
        if (!keeper) {
            return;
        }
        const leave = () => keeper.flush();
        window.addEventListener('pagehide', leave);
        return () => {
            window.removeEventListener('pagehide', leave);
            keeper.flush();
        };
    }, [keeper]);
    return keeper;
}
