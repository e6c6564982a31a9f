import { useQuery } from '@tanstack/react-query';
import { useEffect, useRef, useState } from 'react';
import { useNavigate, useOutletContext, useParams, useSearchParams } from 'react-router';
import styled from 'styled-components';
import { answer, api, type Document, type LookSettings, Problem, type Reference } from '../api/client';
import { keys } from '../api/queries';
import { useShowing } from '../api/usePresence';
import { useKeeping } from '../bookmarks/useKeeping';
import { usePast } from '../history/usePast';
import { stepCommands, useStepping } from '../history/useStepping';
import { PictureSheet } from '../looks/PictureSheet';
import { useLook } from '../looks/useLooks';
import { ViewsSheet } from '../looks/ViewsSheet';
import { usePicture } from '../pictures/usePicture';
import { useDecisions } from '../plan/decisions';
import { useDocumentActions } from '../plan/useDocumentActions';
import { States } from '../quay/States';
import { useCommands } from '../shell/commands';
import type { FrameContext } from '../shell/context';
import { ViewHead } from '../shell/ViewHead';
import { isNarrow } from '../theme/sizes';
import { font } from '../theme/tokens';
import { Comments, useComments } from '../together/Comments';
import { Here } from '../together/Here';
import { LockPart } from '../together/LockPart';
import { Aside } from '../ui/Aside';
import { Button, TextButton } from '../ui/Button';
import { Divider } from '../ui/Divider';
import { Empty } from '../ui/Empty';
import { Menu, type MenuEntry } from '../ui/Menu';
import { Notice } from '../ui/Notice';
import { isHeldBack, isUnsaved } from '../ui/rows';
import { useNow } from '../ui/useNow';
import { useWatched, Watched } from '../ui/watched';
import { ago, count, fileName, folder, size } from '../ui/words';
import { AddSheet } from './AddSheet';
import { BothSheet } from './BothSheet';
import { Content, WaysOfShowing } from './Content';
import { Fields } from './Fields';
import { KnownFacts } from './KnownFacts';
import { Lineage } from './Lineage';
import { Mentions } from './Mentions';
import type { Keeping } from './OpenDraft';
import { PointSheet } from './PointSheet';
import { Preview } from './Preview';
import { References } from './References';
import { ReleasePart } from './ReleasePart';
import { SidePart } from './SidePart';
import { shownAs } from './shownAs';
import { useDraft } from './useDraft';
import { useEdits } from './useEdits';
import { Versions } from './Versions';

const View = styled.div<{
    $side: number;
}>`position: relative; display: grid; grid-template: auto minmax(0, 1fr) / minmax(0, 1fr) ${(p) => p.$side}px; height: 100%; > header { grid-column: 1 / -1; padding-left: 16px; } @media ${isNarrow} { grid-template: auto minmax(0, 1fr) auto / minmax(0, 1fr); }`;
const Source = styled.section`display: flex; flex-direction: column; min-height: 0; min-width: 0; > div:last-of-type { flex: 1; min-height: 0; }`;
const Side = styled.div`display: flex; flex-direction: column; gap: 18px; padding: 14px 18px 24px;`;
const Facts = styled.p`font: 12px/1.5 ${font.mono}; color: var(--ink-soft); overflow-wrap: anywhere;`;
const Bar = styled.div<{ $stop: boolean }>`
    padding: 5px 16px; font-size: 13.5px; border-bottom: 1px solid var(--rule); display: flex; gap: 14px; flex-wrap: wrap;
    color: ${(p) => (p.$stop ? 'var(--stop)' : 'var(--ink-soft)')};
`;

const WORDS: Record<Keeping, string> = {
    kept: 'Every edit is kept on the server; the file changes only when you save.',
    waiting: 'Typing …',
    sending: 'Keeping …',
    failed: 'Not kept on the server yet, but in this browser, and sent as soon as it can be: ',
    'moved on': 'Someone else has written meanwhile: ',
};

/** Until it is known how the document is looked at. */
const NO_LOOK = new Watched<LookSettings>({});
/** What stands beside the content, in pixels. */
const SIDE = 344;
const SIDE_LEAST = 220;
const SIDE_MOST = 900;

/** What hangs on a document, on the folded sheet. */
function aboutShortly(document: Document): string {
    return `refers to ${document.refersTo.length}, referred to by ${document.referredBy.length}`;
}

export function DocumentView() {
    const { workspace = '', id = '' } = useParams();
    return <OneDocument key={id} workspace={workspace} id={id} />;
}

function OneDocument({ workspace, id }: { workspace: string; id: string }) {
    const navigate = useNavigate();
    const now = useNow();
    const { choices, decide } = useDecisions(workspace);
    const query = useQuery({
        queryKey: keys.document(workspace, id),
        queryFn: () => answer(api.GET('/workspaces/{workspace}/documents/{document}', { params: { path: { workspace, document: id } } })),
    });
    const shownRow = query.data?.row;
    const { draft, loaded, keeping, problem, isHeld } = useDraft(
        workspace,
        id,
        shownRow?.title ?? fileName(shownRow?.path ?? ''),
        shownRow?.path ?? '',
    );
    const bookmarks = useKeeping(workspace);
    const past = usePast(workspace, id);
    const [search] = useSearchParams();
    const keeper = useLook(workspace, id, { view: search.get('view'), line: search.get('line') });
    const look = useWatched(keeper?.state ?? NO_LOOK);
    const [lookedLike, setLookedLike] = useState<LookSettings | null>(null);
    const [hasViews, setViews] = useState(false);
    const [choosesPicture, setChoosesPicture] = useState(false);
    const picture = usePicture(workspace, id);
    const side = look.side ?? SIDE;
    const closed = look.closedParts ?? [];
    const turn = (name: string) =>
        keeper?.change({ closedParts: closed.includes(name) ? closed.filter((one) => one !== name) : [...closed, name] });
    const [isBoth, setBoth] = useState(false);
    const edits = useEdits(workspace, id, draft);
    const [pointing, setPointing] = useState<Reference[] | null>(null);
    const [isAdding, setAdding] = useState(false);
    const upload = useRef<HTMLInputElement>(null);
    const frame = useOutletContext<FrameContext>();
    const actions = useDocumentActions(workspace);
    const isLook = search.has('look');
    const document = query.data;
    const row = document?.row;
    const revision = row?.revision;
    useEffect(() => {
        if (revision !== undefined) {
            draft.follow(revision);
        }
    }, [revision, draft]);

    async function decideAndGo(kind: 'save' | 'discard') {
        await draft.flush();
        decide([id], { kind });
        navigate(`/w/${workspace}/quay`);
    }
    /** Questions are asked beside the ledger, where their plan shows too. */
    const onQuay = (entry: MenuEntry): MenuEntry => ({
        ...entry,
        run: async () => {
            await draft.flush();
            await answer(api.POST('/workspaces/{workspace}/quay', { params: { path: { workspace } }, body: { documents: [id] } }));
            entry.run();
            navigate(`/w/${workspace}/quay`);
        },
    });
    useShowing(workspace, id, frame.person.id);
    const comments = useComments(workspace, id);
    const canDecide = row !== undefined && isUnsaved(row);
    const canStep = row !== undefined && !isHeldBack(row) && !isLook;
    const stepping = useStepping(workspace, id, edits.goTo);
    useCommands([
        ...(canStep ? stepCommands(stepping, past.steps.data) : []),
        { name: 'Views of this document: keep one, look like another …', keys: 'i', run: () => setViews(true) },
        ...(row ? [bookmarks.command([row])] : []),
        { name: 'This document on the chart', run: () => navigate(`/w/${workspace}/chart?of=document&which=${id}`) },
        { name: 'What hangs on this document', keys: 'e', run: () => navigate(`/w/${workspace}/documents/${id}/reach`) },
        { name: 'The past of this document', keys: 'p', run: () => navigate(`/w/${workspace}/documents/${id}/past`) },
        ...(canDecide
            ? [
                  { name: 'Save this document: see the plan', keys: 'Ctrl+S', run: () => decideAndGo('save') },
                  { name: 'Discard this draft: see the plan', run: () => decideAndGo('discard') },
              ]
            : [{ name: 'Save this document: it is as saved', keys: 'Ctrl+S', run: () => {} }]),
    ]);

    if (query.isError) {
        return (
            <Empty
                whole
                title={
                    query.error instanceof Problem && query.error.status === 404
                        ? 'This document is not here'
                        : 'The document cannot be shown'
                }
            >
                <p>{query.error.message}</p>
                <Button onPress={() => navigate(`/w/${workspace}/quay`)}>Back to the quay</Button>
            </Empty>
        );
    }
    if (!document || !row) {
        return <Empty whole title="Opening …" />;
    }
    const name = row.title ?? fileName(row.path);
    // Offsets are those of the content on the server; while typing, the editor moves its marks itself.
    const isCalm = keeping === 'kept';
    const isLockedByOther = isHeldBack(row);
    const canEdit = document.isText && !isLockedByOther && !isLook;
    const isLink = row.format === 'link';
    const as = shownAs(document, look);
    return (
        <View $side={side}>
            <ViewHead title={name} sub={row.path}>
                <Here workspace={workspace} row={row} />
                {choices[id] && <span>decided: {choices[id]?.kind}</span>}
                <input
                    ref={upload}
                    type="file"
                    hidden
                    onChange={(event) => {
                        const file = event.target.files?.[0];
                        if (file) {
                            void edits.replaceBy(file);
                        }
                        event.target.value = '';
                    }}
                />
                <Menu
                    label="More for this document"
                    entries={[
                        ...actions
                            .entries(row)
                            .map((entry) => (entry.name.endsWith('…') && !entry.name.includes('with all below') ? onQuay(entry) : entry)),
                        { name: 'Replace its content from this computer …', apart: true, run: () => upload.current?.click() },
                        { name: 'Views …', keys: 'i', run: () => setViews(true) },
                        ...(picture && picture.state !== 'none' && !isLook
                            ? [{ name: 'Its small picture …', run: () => setChoosesPicture(true) }]
                            : []),
                        {
                            name: 'New document from this one …',
                            run: () =>
                                frame.make({
                                    folder: folder(row.path),
                                    from: { id, name, ending: fileName(row.path).match(/\.[^.]+$/)?.[0] ?? '', format: row.format },
                                }),
                        },
                    ]}
                />
                {canDecide && <Button onPress={() => decideAndGo('discard')}>Discard …</Button>}
                {canDecide ? (
                    <Button $main onPress={() => decideAndGo('save')}>
                        Save: see the plan
                    </Button>
                ) : (
                    <Button onPress={() => navigate(`/w/${workspace}/quay`)}>Back to the quay</Button>
                )}
            </ViewHead>
            <Source>
                {document.isText && (
                    <Bar $stop={keeping === 'failed' || keeping === 'moved on'} role="status">
                        <span>
                            {keeping === 'kept' && row.draftAt
                                ? `Draft kept ${ago(row.draftAt, now)}${row.draftBy ? ` by ${row.draftBy}` : ''}. The file changes only when you save.`
                                : WORDS[keeping]}
                            {(keeping === 'failed' || keeping === 'moved on') && problem}
                            {keeping === 'kept' && document.charset !== null && document.charset !== 'utf-8' && ` In ${document.charset}.`}
                        </span>
                        <WaysOfShowing as={as} isReady={keeper !== null} onChoose={(shown) => keeper?.change({ shown })} />
                        {keeping === 'moved on' && (
                            <>
                                <TextButton onPress={() => setBoth(true)}>Look at both</TextButton>
                                <TextButton onPress={() => draft.settle('theirs')}>Take theirs</TextButton>
                                <TextButton onPress={() => draft.settle('ours')}>Keep mine over theirs</TextButton>
                            </>
                        )}
                    </Bar>
                )}
                {row.withheld && (
                    <Notice stop>
                        <span>{row.withheld}</span>
                    </Notice>
                )}
                {document.lock && <LockPart workspace={workspace} document={document} />}
                {isLook && (
                    <Notice>
                        <span>
                            You only look at this one; it cannot be changed here.{' '}
                            <TextButton onPress={() => navigate(`/w/${workspace}/documents/${id}`)}>Open it to work on</TextButton>
                        </span>
                    </Notice>
                )}
                {(row.file === 'changed outside' || row.file === 'gone') && row.content === 'modified' && (
                    <Notice stop>
                        <span>
                            {row.file === 'gone'
                                ? 'Its file went away since this draft was begun. '
                                : 'Another program has written its file since this draft was begun. '}
                            <TextButton onPress={() => navigate(`/w/${workspace}/documents/${id}/outside`)}>
                                {row.file === 'gone' ? 'Write it again or let it go' : 'Compare and merge'}
                            </TextButton>
                        </span>
                    </Notice>
                )}
                {document.note && <Notice>{document.note}</Notice>}
                <div>
                    <Content
                        document={document}
                        workspace={workspace}
                        draft={draft}
                        loaded={loaded}
                        problem={problem}
                        isCalm={isCalm}
                        isFixed={isLockedByOther || isLook || isHeld}
                        keeper={keeper}
                        look={look}
                        lookedLike={lookedLike}
                    />
                </div>
            </Source>
            <Aside title="About this document" sub="" summary={aboutShortly(document)} below={isNarrow} bare>
                <Side>
                    <SidePart>
                        <States row={row} />
                    </SidePart>
                    <KnownFacts workspace={workspace} document={document} />
                    {document.isText && as.kind === 'picture' && (
                        <SidePart name="picture" title="Its picture" closed={closed} onTurn={turn}>
                            {as.shown === 'source' && <Preview document={document} workspace={workspace} />}
                            <p style={{ paddingTop: 4 }}>
                                <TextButton onPress={() => keeper?.change({ shown: look.shown === 'preview' ? 'source' : 'preview' })}>
                                    {as.shown === 'preview' ? 'show the source' : 'show it large, in place of the source'}
                                </TextButton>
                            </p>
                        </SidePart>
                    )}
                    {document.fields.length > 0 && (
                        <SidePart style={{ display: 'flex', flexDirection: 'column', gap: 10 }}>
                            <Fields document={document} onWrite={edits.writeField} />
                        </SidePart>
                    )}
                    {edits.problem && <Notice stop>{edits.problem}</Notice>}
                    <SidePart
                        name="refers-to"
                        title={`Refers to (${count(document.refersTo.length, 'reference')})`}
                        closed={closed}
                        onTurn={turn}
                    >
                        {document.refersTo.length > 0 ? (
                            <References
                                references={document.refersTo}
                                workspace={workspace}
                                onPoint={canEdit || (isLink && !isLockedByOther && !isLook) ? setPointing : undefined}
                                onRemove={canEdit ? edits.remove : undefined}
                            />
                        ) : (
                            <p>Nothing.</p>
                        )}
                        {canEdit && document.addable.length > 0 && (
                            <p style={{ paddingTop: 6 }}>
                                <TextButton onPress={() => setAdding(true)}>Add a reference …</TextButton>
                            </p>
                        )}
                    </SidePart>
                    <SidePart
                        name="referred-by"
                        title={`Referred to by (${count(document.referredBy.length, 'reference')})`}
                        closed={closed}
                        onTurn={turn}
                    >
                        {document.referredBy.length > 0 ? (
                            <References references={document.referredBy} workspace={workspace} incoming />
                        ) : (
                            <p>Nothing{document.mentionedIn.length > 0 ? ' that is known' : ''}.</p>
                        )}
                        {document.referredBy.length > 0 && (
                            <p style={{ paddingTop: 6 }}>
                                <TextButton onPress={() => navigate(`/w/${workspace}/documents/${id}/reach`)}>
                                    All that hangs on it, at any depth …
                                </TextButton>
                            </p>
                        )}
                        {document.mentionedIn.length > 0 && <Mentions mentions={document.mentionedIn} workspace={workspace} />}
                    </SidePart>
                    <SidePart name="release" title="State and revision" closed={closed} onTurn={turn}>
                        <ReleasePart workspace={workspace} document={document} onMove={isLook ? undefined : () => frame.moveOn(row)} />
                    </SidePart>
                    <SidePart
                        name="comments"
                        title={`Comments (${comments.data?.filter((one) => !one.isSettled).length ?? 0} open)`}
                        closed={closed}
                        onTurn={turn}
                    >
                        <Comments workspace={workspace} document={id} />
                    </SidePart>
                    <SidePart name="past" title="Its past" closed={closed} onTurn={turn}>
                        <Versions workspace={workspace} id={id} past={past} onStep={canStep ? stepping.step : undefined} />
                    </SidePart>
                    {(document.madeFrom || document.madeFromIt.length > 0) && (
                        <SidePart name="lineage" title="Where it comes from, where it went" closed={closed} onTurn={turn}>
                            <Lineage document={document} workspace={workspace} />
                        </SidePart>
                    )}
                    <Facts>
                        {row.format}, {size(row.size)}, revision {row.revision}
                    </Facts>
                </Side>
            </Aside>
            <Divider
                label="Width of what stands beside the content"
                value={side}
                least={SIDE_LEAST}
                most={SIDE_MOST}
                onChange={(to) => keeper?.change({ side: to })}
            />
            {hasViews && keeper && (
                <ViewsSheet
                    workspace={workspace}
                    id={id}
                    name={name}
                    keeper={keeper}
                    onLook={(view) => {
                        keeper.state.set(view);
                        keeper.touch();
                        setLookedLike({ ...view });
                    }}
                    onClose={() => setViews(false)}
                />
            )}
            {choosesPicture && keeper && (
                <PictureSheet workspace={workspace} id={id} name={name} keeper={keeper} onClose={() => setChoosesPicture(false)} />
            )}
            {isBoth && keeping === 'moved on' && (
                <BothSheet
                    workspace={workspace}
                    id={id}
                    path={row.path}
                    ours={draft.ours}
                    onSettle={(whose) => draft.settle(whose)}
                    onClose={() => setBoth(false)}
                />
            )}
            {isAdding && (
                <AddSheet
                    workspace={workspace}
                    id={id}
                    kinds={document.addable}
                    onAdd={edits.add}
                    onNew={(kind) => {
                        setAdding(false);
                        frame.make({ folder: folder(row.path), given: (made) => edits.add(kind, made) });
                    }}
                    onClose={() => setAdding(false)}
                />
            )}
            {pointing && (
                <PointSheet
                    workspace={workspace}
                    id={id}
                    references={pointing}
                    onPoint={(target) => edits.point(pointing, target)}
                    onClose={() => setPointing(null)}
                />
            )}
        </View>
    );
}
