import { useOutletContext } from 'react-router';
import type { Bookmark } from '../api/client';
import type { Command } from '../shell/commands';
import type { FrameContext } from '../shell/context';
import { count, fileName } from '../ui/words';
import { useBookmarks } from './useBookmarks';

interface Named {
    id: string;
    path: string;
    title: string | null;
}

/** Keeps what is looked at or chosen as bookmarks, and says so. */
export function useKeeping(workspace: string) {
    const bookmarks = useBookmarks(workspace);
    const { say, tell } = useOutletContext<FrameContext>();
    async function keep(items: { kind: Bookmark['kind']; name: string; leadsTo: string }[]) {
        if (items.length === 0) {
            return;
        }
        try {
            await bookmarks.add(items);
            say(items.length === 1 ? `bookmark kept: ${items[0]?.name}` : `${count(items.length, 'bookmark')} kept`);
        } catch (error) {
            tell((error as Error).message);
        }
    }
    const keepDocuments = (documents: Named[]) =>
        keep(documents.map((one) => ({ kind: 'document', name: (one.title ?? fileName(one.path)).slice(0, 200), leadsTo: one.id })));
    const keepSearch = (query: string) => keep([{ kind: 'search', name: query.slice(0, 200), leadsTo: query }]);
    const command = (documents: Named[]): Command => ({
        name: documents.length === 1 ? 'Keep this document as a bookmark' : 'Keep what is chosen as bookmarks',
        keys: 'Alt+B',
        run: () => void keepDocuments(documents),
    });
    return { bookmarks, keep, keepDocuments, keepSearch, command };
}
