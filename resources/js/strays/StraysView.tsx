import { useQuery, useQueryClient } from '@tanstack/react-query';
import { useState } from 'react';
import { useNavigate, useOutletContext, useParams } from 'react-router';
import { answer, api, type StrayGroup as Group, type RelinkWish, type Stray } from '../api/client';
import { useCommands } from '../shell/commands';
import type { FrameContext } from '../shell/context';
import { ViewHead } from '../shell/ViewHead';
import { TextButton } from '../ui/Button';
import { Empty } from '../ui/Empty';
import { Bar, Choice, Main, Scroll, View } from '../ui/ledger';
import { number } from '../ui/locale';
import { Notice } from '../ui/Notice';
import { count, readable } from '../ui/words';
import { type Answer, type Answers, asWish, chosenBeforehand, type Folders } from './answers';
import { Questions } from './layout';
import { Done, PlanAside } from './PlanAside';
import { StrayGroup } from './StrayGroup';
import { AcceptSheet, FolderSheet, PickSheet } from './StraySheets';
import { usePlanned } from './usePlanned';
import { useScope } from './useScope';

export interface StrayScope {
    of?: string;
    open?: boolean;
    find?: string;
    accepted?: boolean;
}

type Kind = Group['kind'] | 'accepted';

const KINDS: Record<Kind, string> = {
    missing: 'missing',
    outside: 'outside',
    link: 'links',
    device: 'devices',
    web: 'web',
    accepted: 'may stay',
};

const keyOf = (group: Group) => `${group.kind} ${group.folder}`;

/** References that end in no document of the workspace, and one answer for many of them. */
export function StraysView() {
    const { workspace = '' } = useParams();
    const client = useQueryClient();
    const navigate = useNavigate();
    const { tell, say } = useOutletContext<FrameContext>();
    const [kind, setKind] = useState<Kind>('missing');
    const { asked, control } = useScope(workspace);
    const [find, setFind] = useState('');
    const [opened, setOpened] = useState<ReadonlySet<string>>(new Set());
    const [given, setGiven] = useState<Answers>({});
    const [folders, setFolders] = useState<Folders>({});
    const [left, setLeft] = useState<ReadonlySet<string>>(new Set());
    const [seen, setSeen] = useState<Record<string, Stray>>({});
    const [picking, setPicking] = useState<Stray | null>(null);
    const [accepting, setAccepting] = useState<Stray | null>(null);
    const [finding, setFinding] = useState<string | null>(null);
    const scope: StrayScope = {
        ...asked,
        ...(find.trim() ? { find: find.trim() } : {}),
        ...(kind === 'accepted' ? { accepted: true } : {}),
    };
    const strays = useQuery({
        queryKey: [workspace, 'strays', scope],
        queryFn: () => answer(api.GET('/workspaces/{workspace}/strays', { params: { path: { workspace }, query: scope } })),
        placeholderData: (before) => before,
    });
    const groups = (strays.data?.groups ?? []).filter((group) => kind === 'accepted' || group.kind === kind);
    const isOpen = (group: Group) => opened.has(keyOf(group)) !== groups.length <= 3;
    const isIn = (from: string, missing: string) => from === '' || missing.startsWith(`${from}/`);
    // What a whole folder's answer is about has none of its own beforehand.
    const open = Object.values(seen).filter((stray) => !Object.keys(folders).some((from) => isIn(from, stray.missing)));
    const answers = chosenBeforehand(open, given, left);
    const wish = asWish(answers, folders);
    const planned = usePlanned(
        workspace,
        'relink',
        wish,
        (body: RelinkWish) => answer(api.POST('/workspaces/{workspace}/relink/plan', { params: { path: { workspace } }, body })),
        (body, fingerprint, note) =>
            answer(api.POST('/workspaces/{workspace}/relink', { params: { path: { workspace } }, body: { ...body, fingerprint, note } })),
    );

    function decide(missing: string, one: Answer | null) {
        const next = { ...given };
        delete next[missing];
        setGiven(one === null ? next : { ...next, [missing]: one });
        setLeft(one === null ? new Set([...left, missing]) : new Set([...left].filter((other) => other !== missing)));
        planned.forget();
    }
    function findFolder(from: string, to: string | null) {
        const next = { ...folders };
        delete next[from];
        setFolders(to === null ? next : { ...next, [from]: to });
        // One answer for all of the folder takes the place of those for some of it.
        if (to !== null) {
            setGiven(Object.fromEntries(Object.entries(given).filter(([missing]) => !isIn(from, missing))));
        }
        setFinding(null);
        planned.forget();
    }
    function startAgain() {
        setGiven({});
        setFolders({});
        setLeft(new Set());
        setSeen({});
    }
    async function attempt(work: () => Promise<unknown>) {
        try {
            await work();
            await client.invalidateQueries({ queryKey: [workspace] });
        } catch (error) {
            tell((error as Error).message);
        }
    }
    const accept = (stray: Stray, reason: string | null) =>
        attempt(async () => {
            setAccepting(null);
            setSeen(Object.fromEntries(Object.entries(seen).filter(([missing]) => missing !== stray.missing)));
            await answer(
                api.POST('/workspaces/{workspace}/strays/accept', {
                    params: { path: { workspace } },
                    body: { missing: [stray.missing], reason },
                }),
            );
        });
    const bringBack = (stray: Stray) =>
        attempt(async () => {
            const { id } = await answer(
                api.POST('/workspaces/{workspace}/strays/past', { params: { path: { workspace } }, body: { missing: stray.missing } }),
            );
            say(`${stray.name} is a new document again; save it to have its file back`);
            navigate(`/w/${workspace}/documents/${id}`);
        });
    const makeThere = (stray: Stray) =>
        attempt(async () => {
            const made = await answer(
                api.POST('/workspaces/{workspace}/documents', {
                    params: { path: { workspace } },
                    body: { path: stray.missing, title: stray.name.replace(/\.[^.]*$/, '') },
                }),
            );
            navigate(`/w/${workspace}/documents/${made.id}`);
        });
    const actionsOf = (stray: Stray) => [
        ...(stray.isKept ? [{ name: 'Bring back what it held', run: () => bringBack(stray) }] : []),
        ...(stray.kind === 'missing' ? [{ name: 'Make a new document there', run: () => makeThere(stray) }] : []),
        stray.accepted === null
            ? { name: 'It may stay as it is …', apart: true, run: () => setAccepting(stray) }
            : { name: 'It may not stay any more', apart: true, run: () => accept(stray, null) },
    ];
    useCommands([{ name: 'Look for strays by name', keys: 'e', run: () => document.getElementById('find-strays')?.focus() }]);

    const total = strays.data
        ? Object.entries(strays.data.counts).reduce((sum, [of, number]) => sum + (of === 'accepted' ? 0 : number), 0)
        : 0;
    return (
        <View>
            <Main>
                <ViewHead
                    title="Strays"
                    sub={
                        strays.data
                            ? `references that end in no document of the workspace: ${number(total)}`
                            : 'references that end in no document of the workspace'
                    }
                />
                <Questions workspace={workspace} />
                <Bar role="toolbar" aria-label="Which are shown">
                    {(Object.keys(KINDS) as Kind[]).map((one) => (
                        <Choice key={one} type="button" $on={kind === one} aria-pressed={kind === one} onClick={() => setKind(one)}>
                            {KINDS[one]} {number(strays.data?.counts[one] ?? 0)}
                        </Choice>
                    ))}
                    <span style={{ flex: 1 }} />
                    {control}
                    <input
                        id="find-strays"
                        type="search"
                        aria-label="Only those with this in their name"
                        placeholder="by name"
                        value={find}
                        onChange={(event) => setFind(event.target.value)}
                        style={{ width: 92 }}
                    />
                </Bar>
                {strays.isError && <Notice stop>{strays.error.message}</Notice>}
                <Scroll>
                    {groups.map((group) => (
                        <StrayGroup
                            key={keyOf(group)}
                            workspace={workspace}
                            group={group}
                            scope={scope}
                            isOpen={isOpen(group)}
                            onToggle={() => {
                                const next = new Set(opened);
                                next.delete(keyOf(group)) || next.add(keyOf(group));
                                setOpened(next);
                            }}
                            answers={answers}
                            folders={folders}
                            onAnswer={decide}
                            onFolder={findFolder}
                            onLoaded={(loaded) =>
                                setSeen((before) => ({ ...before, ...Object.fromEntries(loaded.map((stray) => [stray.missing, stray])) }))
                            }
                            onPick={setPicking}
                            onFindFolder={setFinding}
                            actionsOf={actionsOf}
                        />
                    ))}
                    {(strays.data?.more ?? 0) > 0 && (
                        <p style={{ padding: 16 }}>and {count(strays.data?.more ?? 0, 'folder')} more; find by name, or mend these first</p>
                    )}
                    {strays.data && groups.length === 0 && (
                        <Empty
                            title={
                                find
                                    ? 'Nothing has that in its name'
                                    : kind === 'accepted'
                                      ? 'Nothing was said that may stay'
                                      : `No reference is ${kind === 'missing' ? 'missing its file' : `of this kind`}`
                            }
                        >
                            {!find && kind === 'missing' && <p>Every reference to a file of the workspace ends in a document.</p>}
                        </Empty>
                    )}
                </Scroll>
            </Main>
            <PlanAside
                sub="what your answers would write"
                planned={planned}
                onCarryOut={async () => {
                    if (await planned.run()) {
                        startAgain();
                    }
                }}
            >
                {planned.done && (
                    <Done workspace={workspace} entry={planned.done}>
                        {planned.done.words}.
                    </Done>
                )}
                {Object.entries(folders).map(([from, to]) => (
                    <p key={from} style={{ overflowWrap: 'anywhere' }}>
                        What lay in {readable(from) || 'the top folder'} is looked for in {readable(to) || 'the top folder'}; what is not
                        there stays as it is. <TextButton onPress={() => findFolder(from, null)}>Do not look there</TextButton>
                    </p>
                ))}
                {wish === null && !planned.done && (
                    <p>
                        Choose what is to stand in the place of what is missing. Where the content says which file it is, that is chosen
                        beforehand; nothing is written before you say so.
                    </p>
                )}
            </PlanAside>
            {picking && (
                <PickSheet
                    workspace={workspace}
                    stray={picking}
                    onPick={(path) => {
                        decide(picking.missing, { to: path });
                        setPicking(null);
                    }}
                    onClose={() => setPicking(null)}
                />
            )}
            {finding !== null && <FolderSheet from={finding} onFound={findFolder} onClose={() => setFinding(null)} />}
            {accepting && (
                <AcceptSheet stray={accepting} onAccept={(reason) => accept(accepting, reason)} onClose={() => setAccepting(null)} />
            )}
        </View>
    );
}
