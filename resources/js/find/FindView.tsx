import { useQueryClient } from '@tanstack/react-query';
import { type KeyboardEvent, useEffect, useState } from 'react';
import { useNavigate, useOutletContext, useParams, useSearchParams } from 'react-router';
import { answer, api, type Hit } from '../api/client';
import { useHere } from '../api/queries';
import { useKeeping } from '../bookmarks/useKeeping';
import { useCommands } from '../shell/commands';
import type { FrameContext } from '../shell/context';
import { ViewHead } from '../shell/ViewHead';
import { Button, TextButton } from '../ui/Button';
import { Empty } from '../ui/Empty';
import { Bar, Scroll, Unseen, Whole } from '../ui/ledger';
import { number } from '../ui/locale';
import type { MenuEntry } from '../ui/Menu';
import { Notice } from '../ui/Notice';
import { useNow } from '../ui/useNow';
import { count, folder } from '../ui/words';
import { Beside } from './Beside';
import { FIELD } from './FindField';
import { HitRow } from './HitRow';
import { Kept } from './Kept';
import { Narrow } from './Narrow';
import { named } from './query';
import { useFind, usePlaces, useStill } from './useFind';

const FIRST = 30;
const MORE = 50;
const MOST = 200;

/** Everything in the workspace by whatever one remembers of it; before anything is typed, what one comes back to. */
export function FindView() {
    const { workspace = '' } = useParams();
    const navigate = useNavigate();
    const client = useQueryClient();
    const { tell, say } = useOutletContext<FrameContext>();
    const here = useHere(workspace);
    const keeping = useKeeping(workspace);
    const [search, setSearch] = useSearchParams();
    const typed = search.get('q') ?? '';
    const query = useStill(typed);
    const [limit, setLimit] = useState(FIRST);
    const [chosen, setChosen] = useState<ReadonlySet<string>>(new Set());
    const now = useNow(20_000);
    const found = useFind(workspace, query, limit);
    const hits = query.trim() === '' ? [] : (found.data?.documents ?? []);
    const inText = found.data && found.data.words.length > 0 ? hits.filter((hit) => hit.where !== 'name') : [];
    const places = usePlaces(
        workspace,
        query,
        inText.map((hit) => hit.document.id),
    );
    // biome-ignore lint/correctness/useExhaustiveDependencies: another question has other answers
    useEffect(() => {
        setLimit(FIRST);
        setChosen(new Set());
    }, [query]);
    useEffect(() => document.getElementById(FIELD)?.focus(), []);

    const setQuery = (to: string) => {
        setSearch(to === '' ? {} : { q: to });
        document.getElementById(FIELD)?.focus();
    };
    async function open(ids: string[], withBelow: boolean) {
        try {
            await answer(
                api.POST('/workspaces/{workspace}/quay', { params: { path: { workspace } }, body: { documents: ids, withBelow } }),
            );
            await client.invalidateQueries({ queryKey: [workspace] });
            say(`${count(ids.length, 'document')} opened${withBelow ? ', with all below' : ''}`);
            setChosen(new Set());
        } catch (error) {
            tell((error as Error).message);
        }
    }
    const keepSome = (some: Hit[]) => keeping.keepDocuments(some.map((hit) => hit.document));
    const some = hits.filter((hit) => chosen.has(hit.document.id));
    const focused = () => hits.filter((hit) => hit.document.id === document.activeElement?.getAttribute('data-hit'));
    useCommands([
        { ...keeping.command([]), run: () => void keepSome(some.length > 0 ? some : focused()) },
        ...(some.length > 0 ? [{ name: `Open the ${some.length} chosen`, run: () => open([...chosen], false) }] : []),
    ]);

    function onKey(event: KeyboardEvent, hit: Hit) {
        const all = [...document.querySelectorAll<HTMLElement>('[data-hit]')];
        const at = all.indexOf(event.currentTarget as HTMLElement);
        if (event.key === 'ArrowDown' || event.key === 'ArrowUp') {
            event.preventDefault();
            (at === 0 && event.key === 'ArrowUp'
                ? document.getElementById(FIELD)
                : all[at + (event.key === 'ArrowDown' ? 1 : -1)]
            )?.focus();
        } else if (event.key === ' ') {
            event.preventDefault();
            choose(hit.document.id, !chosen.has(hit.document.id));
        }
    }
    function choose(id: string, on: boolean) {
        const next = new Set(chosen);
        on ? next.add(id) : next.delete(id);
        setChosen(next);
    }
    const entries = (hit: Hit): MenuEntry[] => [
        { name: 'Open', run: () => open([hit.document.id], false), isDisabled: hit.document.isOpen },
        { name: 'Open with all below', run: () => open([hit.document.id], true) },
        { name: 'What hangs on it', run: () => navigate(`/w/${workspace}/documents/${hit.document.id}/reach`) },
        {
            name: 'Show it on the chart',
            run: () => navigate(`/w/${workspace}/chart?${new URLSearchParams({ of: 'document', which: hit.document.id })}`),
        },
        { name: 'What refers to it', run: () => setQuery(`refers to "${hit.document.path}"`) },
        {
            name: 'What else is in its folder',
            isDisabled: folder(hit.document.path) === '',
            run: () => setQuery(`in ${named(folder(hit.document.path))}`),
        },
        { name: 'Its past', run: () => navigate(`/w/${workspace}/documents/${hit.document.id}/past`) },
        { name: 'Keep as a bookmark', keys: 'Alt+B', run: () => void keepSome([hit]), apart: true },
    ];
    if (typed.trim() === '') {
        return <Kept workspace={workspace} bookmarks={keeping.bookmarks} onSearch={setQuery} />;
    }
    const data = found.data;
    const said = data
        ? hits.length === 0
            ? 'nothing found'
            : `${data.isMore ? 'the first ' : ''}${count(hits.length, 'document')}`
        : 'looking …';
    return (
        <Whole>
            <ViewHead title="Find" sub="anything in this workspace: names, fields, texts, and what people wrote beside them">
                <Button onPress={() => void keeping.keepSearch(query.trim())}>Keep this search</Button>
                {hits.length > 1 && (
                    <Button onPress={() => navigate(`/w/${workspace}/chart?${new URLSearchParams({ of: 'search', which: query })}`)}>
                        As a chart
                    </Button>
                )}
                {here?.mayDraft !== false && (
                    <Button onPress={() => navigate(`/w/${workspace}/find/replace?${new URLSearchParams({ within: query })}`)}>
                        Replace a text …
                    </Button>
                )}
            </ViewHead>
            <Narrow workspace={workspace} query={typed} filters={query === typed ? (data?.filters ?? []) : []} onQuery={setQuery} />
            <Unseen role="status">{said}</Unseen>
            <Bar as="div">
                <span>{said}</span>
                {data?.corrected.map((one) => (
                    <span key={one.typed}>
                        “{one.typed}” stands nowhere; looked for {one.meant.map((word) => `“${word}”`).join(', ')}
                    </span>
                ))}
                {(data?.behind ?? 0) > 0 && (
                    <span>{data?.behind === 1000 ? 'many documents' : count(data?.behind ?? 0, 'document')} still being read</span>
                )}
                {chosen.size > 0 && (
                    <span style={{ marginLeft: 'auto', display: 'flex', gap: 10 }}>
                        <TextButton onPress={() => open([...chosen], false)}>Open {number(chosen.size)}</TextButton>
                        <TextButton onPress={() => open([...chosen], true)}>with all below</TextButton>
                        <TextButton onPress={() => navigate(`/w/${workspace}/small?of=${[...chosen].join(',')}`)}>Make small …</TextButton>
                        <TextButton onPress={() => void keepSome(some)}>Keep as bookmarks</TextButton>
                    </span>
                )}
            </Bar>
            {found.isError && <Notice stop>{found.error.message}</Notice>}
            <Scroll>
                <ul style={{ listStyle: 'none', margin: 0, padding: 0 }} aria-label="Found">
                    {hits.map((hit) => (
                        <HitRow
                            key={hit.document.id}
                            hit={hit}
                            place={places.get(hit.document.id)}
                            isChosen={chosen.has(hit.document.id)}
                            onChoose={(on) => choose(hit.document.id, on)}
                            onOpen={() => {
                                const line = places.get(hit.document.id)?.line;
                                navigate(`/w/${workspace}/documents/${hit.document.id}${line ? `?line=${line}` : ''}`);
                            }}
                            onKey={(event) => onKey(event, hit)}
                            entries={entries(hit)}
                            now={now}
                        />
                    ))}
                </ul>
                {data?.isMore && limit < MOST && (
                    <p style={{ padding: '10px 16px' }}>
                        <TextButton onPress={() => setLimit(Math.min(MOST, limit + MORE))}>Show more</TextButton>
                    </p>
                )}
                {data?.isMore && limit >= MOST && <p style={{ padding: '10px 16px' }}>There are more. Narrow it by a word or a filter.</p>}
                {data && hits.length === 0 && !hasRemarks(data.remarks) && (
                    <Empty title="Nothing has all of this">
                        <p>
                            Parts of words are enough, and one wrong letter is forgiven. Take out a word or a filter; words in “quotes” must
                            follow one another.
                        </p>
                    </Empty>
                )}
                {data && <Beside workspace={workspace} remarks={data.remarks} />}
            </Scroll>
        </Whole>
    );
}

function hasRemarks(remarks: { entries: unknown[]; versions: unknown[]; sessions: unknown[] }): boolean {
    return remarks.entries.length + remarks.versions.length + remarks.sessions.length > 0;
}
