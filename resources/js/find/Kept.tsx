import { useQuery } from '@tanstack/react-query';
import { useState } from 'react';
import { Link } from 'react-router';
import styled from 'styled-components';
import { answer, api } from '../api/client';
import { keys, useHere } from '../api/queries';
import { BookmarkTree } from '../bookmarks/BookmarkTree';
import type { Bookmarks } from '../bookmarks/useBookmarks';
import { SmallPicture } from '../pictures/SmallPicture';
import { ViewHead } from '../shell/ViewHead';
import { isNarrow } from '../theme/sizes';
import { font } from '../theme/tokens';
import { TextButton } from '../ui/Button';
import { Whole } from '../ui/ledger';
import { Notice } from '../ui/Notice';
import { PathText } from '../ui/PathText';
import { useNow } from '../ui/useNow';
import { useParts } from '../ui/useParts';
import { ago, fileName, readable } from '../ui/words';

const Two = styled.div`flex: 1; min-height: 0; overflow-y: auto; display: grid; grid-template-columns: repeat(2, minmax(0, 1fr)); gap: 0 28px; padding: 14px 16px 24px; align-content: start; @media ${isNarrow} { grid-template-columns: minmax(0, 1fr); gap: 24px; }`;
const Part = styled.section`
    margin-bottom: 22px;
    > h2 { font-size: 17px; display: flex; gap: 12px; align-items: baseline; border-bottom: 1px solid var(--rule-strong); padding-bottom: 6px; } > h2 > button { font: 14px ${font.plain}; margin-left: auto; }
    > p { color: var(--ink-soft); font-size: 14.5px; padding: 8px 0; max-width: 52ch; } kbd { font: 12.5px ${font.mono}; border: 1px solid var(--rule-strong); border-radius: 3px; padding: 0 4px; }
`;
const Recents = styled.ul`
    list-style: none; margin: 0; padding: 0;
    li { display: grid; grid-template-columns: 46px minmax(0, 1fr) auto; gap: 10px; align-items: center; border-bottom: 1px solid var(--rule); padding: 4px 0; }
    a { font: 600 15px ${font.title}; text-decoration: none; display: block; overflow: hidden; text-overflow: ellipsis; white-space: nowrap; } a:hover { text-decoration: underline; text-decoration-color: var(--brass); }
    span.path { display: block; font: 12px ${font.mono}; color: var(--ink-soft); overflow: hidden; text-overflow: ellipsis; white-space: nowrap; } small { color: var(--ink-soft); font-size: 13px; white-space: nowrap; }
`;

/** Opened and saved in one list, the newest first. */
function useRecent(workspace: string) {
    const ask = (what: 'opened' | 'saved') => ({
        queryKey: keys.recent(workspace, what),
        queryFn: () => answer(api.GET('/workspaces/{workspace}/recent/{what}', { params: { path: { workspace, what } } })),
        staleTime: 0,
    });
    const opened = useQuery(ask('opened')).data ?? [];
    const saved = useQuery(ask('saved')).data ?? [];
    const all = [...opened.map((one) => ({ ...one, how: 'opened' })), ...saved.map((one) => ({ ...one, how: 'saved' }))].sort((a, b) =>
        b.at.localeCompare(a.at),
    );
    return all.filter((one, at) => all.findIndex((other) => other.document.id === one.document.id) === at);
}

/** What a person comes back to: bookmarks, and what they opened and saved of late. */
export function Kept({ workspace, bookmarks, onSearch }: { workspace: string; bookmarks: Bookmarks; onSearch: (query: string) => void }) {
    const here = useHere(workspace);
    const recent = useRecent(workspace);
    const { shown, more } = useParts(recent, 20);
    const [problem, setProblem] = useState<string | null>(null);
    const now = useNow(20_000);
    const mayShare = here?.mayDraft !== false;
    const tree = (isShared: boolean) => (
        <BookmarkTree
            workspace={workspace}
            bookmarks={bookmarks}
            isShared={isShared}
            mayChange={!isShared || mayShare}
            onSearch={onSearch}
            onProblem={setProblem}
        />
    );
    const addFolder = (isShared: boolean) =>
        bookmarks
            .add([{ kind: 'folder', name: 'New folder', leadsTo: '' }], null, isShared)
            .catch((error: Error) => setProblem(error.message));
    return (
        <Whole>
            <ViewHead title="Find" sub="anything in this workspace: type above, or go back to what you know" />
            {problem && <Notice stop>{problem}</Notice>}
            <Two>
                <div>
                    <Part>
                        <h2>
                            Your bookmarks <TextButton onPress={() => void addFolder(false)}>New folder</TextButton>
                        </h2>
                        {bookmarks.all.some((one) => !one.isShared) ? (
                            tree(false)
                        ) : (
                            <p>
                                None yet. <kbd>Alt+B</kbd> keeps the document that you look at, or what you have chosen; “Keep this search”
                                keeps a search.
                            </p>
                        )}
                    </Part>
                    <Part>
                        <h2>For everyone here {mayShare && <TextButton onPress={() => void addFolder(true)}>New folder</TextButton>}</h2>
                        {bookmarks.all.some((one) => one.isShared) ? tree(true) : <p>Nobody has shared a bookmark yet.</p>}
                    </Part>
                </div>
                <Part>
                    <h2>Opened and saved of late</h2>
                    {recent.length === 0 && <p>What you open and save stands here, the newest first.</p>}
                    <Recents>
                        {shown.map(({ document, at, how }) => (
                            <li key={document.id}>
                                <SmallPicture id={document.id} width={44} />
                                <div style={{ minWidth: 0 }}>
                                    <Link to={`/w/${workspace}/documents/${document.id}`}>
                                        {readable(document.title ?? fileName(document.path))}
                                    </Link>
                                    <span className="path" title={document.path}>
                                        <PathText path={document.path} />
                                    </span>
                                </div>
                                <small>
                                    {how} {ago(at, now)}
                                </small>
                            </li>
                        ))}
                    </Recents>
                    {more}
                </Part>
            </Two>
        </Whole>
    );
}
