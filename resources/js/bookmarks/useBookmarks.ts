import { useQuery, useQueryClient } from '@tanstack/react-query';
import { answer, api, type Bookmark } from '../api/client';
import { afterFirst, keys } from '../api/queries';

export interface Bookmarks {
    all: Bookmark[];
    add: (items: { kind: Bookmark['kind']; name: string; leadsTo: string }[], parent?: number | null, isShared?: boolean) => Promise<void>;
    rename: (id: number, name: string) => Promise<void>;
    move: (id: number, parent: number | null, before: number | null) => Promise<void>;
    remove: (id: number) => Promise<void>;
}

/** The bookmarks of the person in a workspace; every act answers with all of them. */
export function useBookmarks(workspace: string): Bookmarks {
    const client = useQueryClient();
    const key = keys.bookmarks(workspace);
    const path = { workspace };
    const list = useQuery({
        queryKey: key,
        queryFn: () => afterFirst(() => answer(api.GET('/workspaces/{workspace}/bookmarks', { params: { path } }))),
    });
    const keep = (all: Bookmark[]) => void client.setQueryData(key, all);
    const change = (bookmark: number, body: { name?: string; parent?: number | null; before?: number | null }) =>
        answer(
            api.PATCH('/workspaces/{workspace}/bookmarks/{bookmark}', { params: { path: { ...path, bookmark: String(bookmark) } }, body }),
        ).then(keep);
    return {
        all: list.data ?? [],
        add: (items, parent, isShared) =>
            answer(
                api.POST('/workspaces/{workspace}/bookmarks', {
                    params: { path },
                    body: { items, parent: parent ?? null, isShared: isShared ?? false },
                }),
            ).then(keep),
        rename: (id, name) => change(id, { name }),
        move: (id, parent, before) => change(id, { parent, before }),
        remove: (id) =>
            answer(
                api.DELETE('/workspaces/{workspace}/bookmarks/{bookmark}', { params: { path: { ...path, bookmark: String(id) } } }),
            ).then(keep),
    };
}

/** What lies in a folder, or at the top of one's own or of the shared ones, in its order. */
export function inside(all: Bookmark[], parent: number | null, isShared: boolean): Bookmark[] {
    return all.filter((one) => one.parent === parent && one.isShared === isShared);
}

/** Whether a bookmark is another one or lies in it. */
export function isWithin(all: Bookmark[], id: number | null, of: number): boolean {
    for (let at = id; at !== null; at = all.find((one) => one.id === at)?.parent ?? null) {
        if (at === of) {
            return true;
        }
    }
    return false;
}
