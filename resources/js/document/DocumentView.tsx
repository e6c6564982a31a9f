import { useQuery } from '@tanstack/react-query';
import { useEffect, useState } from 'react';
import { useNavigate, useOutletContext, useParams, useSearchParams } from 'react-router';
import styled from 'styled-components';
import { answer, api, type Document, type LookSettings, Problem } from '../api/client';
import { keys } from '../api/queries';
import { useShowing } from '../api/usePresence';
import { useKeeping } from '../bookmarks/useKeeping';
import { usePast } from '../history/usePast';
import { stepCommands, useStepping } from '../history/useStepping';
import { useLook } from '../looks/useLooks';
import { usePicture } from '../pictures/usePicture';
import { useDecisions } from '../plan/decisions';
import { useCommands } from '../shell/commands';
import type { FrameContext } from '../shell/context';
import { isNarrow } from '../theme/sizes';
import { Aside } from '../ui/Aside';
import { Button } from '../ui/Button';
import { Divider } from '../ui/Divider';
import { Empty } from '../ui/Empty';
import { isHeldBack, isUnsaved } from '../ui/rows';
import { useWatched, Watched } from '../ui/watched';
import { fileName } from '../ui/words';
import { AboutDocument } from './AboutDocument';
import { Content } from './Content';
import { DocumentHead } from './DocumentHead';
import { DocumentNotices } from './DocumentNotices';
import { type DocumentSheet, DocumentSheets } from './DocumentSheets';
import { DraftBar } from './DraftBar';
import { shownAs } from './shownAs';
import { useDraft } from './useDraft';
import { useEdits } from './useEdits';

const View = styled.div<{
    $side: number;
}>`position: relative; display: grid; grid-template: auto minmax(0, 1fr) / minmax(0, 1fr) ${(p) => p.$side}px; height: 100%; > header { grid-column: 1 / -1; padding-left: 16px; } @media ${isNarrow} { grid-template: auto minmax(0, 1fr) auto / minmax(0, 1fr); }`;
const Source = styled.section`display: flex; flex-direction: column; min-height: 0; min-width: 0; > div:last-of-type { flex: 1; min-height: 0; }`;

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
    const { choices, decide } = useDecisions(workspace);
    const query = useQuery({
        queryKey: keys.document(workspace, id),
        queryFn: () => answer(api.GET('/workspaces/{workspace}/documents/{document}', { params: { path: { workspace, document: id } } })),
    });
    const shownRow = query.data?.row;
    const draft = useDraft(workspace, id, shownRow?.title ?? fileName(shownRow?.path ?? ''), shownRow?.path ?? '');
    const bookmarks = useKeeping(workspace);
    const past = usePast(workspace, id);
    const [search] = useSearchParams();
    const keeper = useLook(workspace, id, { view: search.get('view'), line: search.get('line') });
    const look = useWatched(keeper?.state ?? NO_LOOK);
    const [lookedLike, setLookedLike] = useState<LookSettings | null>(null);
    const [sheet, setSheet] = useState<DocumentSheet | null>(null);
    const picture = usePicture(workspace, id);
    const side = look.side ?? SIDE;
    const edits = useEdits(workspace, id, draft);
    const frame = useOutletContext<FrameContext>();
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
    useShowing(workspace, id, frame.person.id);
    const canDecide = row !== undefined && isUnsaved(row);
    const canStep = row !== undefined && !isHeldBack(row) && !isLook;
    const stepping = useStepping(workspace, id, edits.goTo);
    useCommands([
        ...(canStep ? stepCommands(stepping, past.steps.data) : []),
        { name: 'Views of this document: keep one, look like another …', keys: 'i', run: () => setSheet('views') },
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
    const isLockedByOther = isHeldBack(row);
    const canEdit = document.isText && !isLockedByOther && !isLook;
    const canPoint = canEdit || (row.format === 'link' && !isLockedByOther && !isLook);
    const as = shownAs(document, look);
    return (
        <View $side={side}>
            <DocumentHead
                workspace={workspace}
                row={row}
                name={name}
                decided={choices[id]?.kind}
                onFlush={() => draft.flush()}
                onDecide={decideAndGo}
                onReplace={(file) => void edits.replaceBy(file)}
                onViews={() => setSheet('views')}
                onPicture={picture && picture.state !== 'none' && !isLook ? () => setSheet('picture') : undefined}
            />
            <Source>
                {document.isText && (
                    <DraftBar
                        document={document}
                        draft={draft}
                        as={as}
                        isReady={keeper !== null}
                        onChoose={(shown) => keeper?.change({ shown })}
                        onLookAtBoth={() => setSheet('both')}
                    />
                )}
                <DocumentNotices workspace={workspace} document={document} isLook={isLook} />
                <div>
                    <Content
                        document={document}
                        workspace={workspace}
                        draft={draft}
                        isFixed={isLockedByOther || isLook}
                        keeper={keeper}
                        look={look}
                        lookedLike={lookedLike}
                    />
                </div>
            </Source>
            <Aside title="About this document" sub="" summary={aboutShortly(document)} below={isNarrow} bare>
                <AboutDocument
                    workspace={workspace}
                    document={document}
                    as={as}
                    look={look}
                    keeper={keeper}
                    edits={edits}
                    past={past}
                    onPoint={canPoint ? (point) => setSheet({ point }) : undefined}
                    onRemove={canEdit ? edits.remove : undefined}
                    onAdd={canEdit ? () => setSheet('add') : undefined}
                    onMove={isLook ? undefined : () => frame.moveOn(row)}
                    onStep={canStep ? stepping.step : undefined}
                />
            </Aside>
            <Divider
                label="Width of what stands beside the content"
                value={side}
                least={SIDE_LEAST}
                most={SIDE_MOST}
                onChange={(to) => keeper?.change({ side: to })}
            />
            {sheet && (
                <DocumentSheets
                    workspace={workspace}
                    document={document}
                    name={name}
                    sheet={sheet}
                    draft={draft}
                    keeper={keeper}
                    edits={edits}
                    onLook={setLookedLike}
                    onClose={() => setSheet(null)}
                />
            )}
        </View>
    );
}
