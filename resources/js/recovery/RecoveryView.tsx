import { useQuery, useQueryClient } from '@tanstack/react-query';
import { useEffect, useState } from 'react';
import { Link, useNavigate, useOutletContext, useParams } from 'react-router';
import styled from 'styled-components';
import { answer, api, bytes, type RecoveryDocument, textOf } from '../api/client';
import { keys } from '../api/queries';
import { visit } from '../api/visit';
import { ContrastView } from '../contrast/ContrastView';
import { MergePane } from '../contrast/MergePane';
import { REASONS } from '../history/PointRows';
import type { FrameContext } from '../shell/context';
import { ViewHead } from '../shell/ViewHead';
import { isNarrow } from '../theme/sizes';
import { font } from '../theme/tokens';
import { Button, TextButton } from '../ui/Button';
import { Empty } from '../ui/Empty';
import { Notice } from '../ui/Notice';
import { PathText } from '../ui/PathText';
import { count, fileName, moment, readable, size } from '../ui/words';
import { allUnsent, forgetSent, type Unsent } from '../watch/unsent';
import { keepAsStep, sent } from '../watch/useUnsent';
import { diedVisits } from '../watch/visits';

const View = styled.div`display: grid; grid-template: auto auto minmax(0, 1fr) / minmax(340px, 0.8fr) minmax(0, 1.2fr); height: 100%; > header { grid-column: 1 / -1; padding-left: 16px; } @media ${isNarrow} { grid-template: auto auto minmax(0, 2fr) minmax(0, 3fr) / minmax(0, 1fr); }`;
const Told = styled.div`grid-column: 1 / -1;`;
const List = styled.div`overflow-y: auto; border-right: 1px solid var(--rule-strong);`;
const One = styled.section<{ $on: boolean }>`
    border-bottom: 1px solid var(--rule-strong); padding: 9px 16px 10px; background: ${(p) => (p.$on ? 'var(--tint-soft)' : 'transparent')};
    h2 { font-size: 15.5px; }
    > small { font: 12px ${font.mono}; color: var(--ink-soft); display: block; overflow: hidden; text-overflow: ellipsis; white-space: nowrap; }
`;
const State = styled.div<{ $on: boolean }>`
    display: grid; grid-template-columns: 16px minmax(0, 1fr) auto; gap: 0 9px; padding: 3px 6px; margin: 1px -6px; font-size: 14px; border-radius: 2px; background: ${(p) => (p.$on ? 'var(--brass-tint)' : 'transparent')};
    input { accent-color: var(--brass); margin: 4px 0 0; }
    label { overflow: hidden; text-overflow: ellipsis; white-space: nowrap; cursor: pointer; }
    small { color: var(--ink-soft); font-size: 12.5px; grid-column: 2 / -1; overflow: hidden; text-overflow: ellipsis; white-space: nowrap; }
`;

/** `draft`, `file`, `point-12`, or `browser` for edits that only this browser has. */
type Choice = string;
type Found = RecoveryDocument & { unsent?: Unsent };

/** What there is of each document after a crash, and the choice of it. */
export function RecoveryView() {
    const { workspace = '' } = useParams();
    const navigate = useNavigate();
    const client = useQueryClient();
    const { person, recovered } = useOutletContext<FrameContext>();
    const query = useQuery({
        queryKey: keys.recovery(workspace),
        queryFn: async () =>
            answer(
                api.GET('/workspaces/{workspace}/recovery', {
                    params: { path: { workspace }, query: { visit, died: (await diedVisits()).join(',') } },
                }),
            ),
        staleTime: 0,
    });
    const [unsent, setUnsent] = useState<Unsent[] | null>(null);
    const [choices, setChoices] = useState<Record<string, Choice>>({});
    const [looked, setLooked] = useState<{ id: string; state: Choice } | null>(null);
    const [problem, setProblem] = useState<string | null>(null);
    useEffect(() => {
        allUnsent(person.id, workspace)
            .then(setUnsent)
            .catch(() => setUnsent([]));
    }, [person.id, workspace]);

    if (!query.data || unsent === null) {
        return (
            <Empty whole title={query.isError ? 'What can be recovered cannot be read' : 'Looking what there is …'}>
                {query.isError && <p>{query.error.message}</p>}
            </Empty>
        );
    }
    const { entries, brokenOffAt } = query.data;
    const found: Found[] = query.data.documents.map((one) => ({ ...one, unsent: unsent.find((edit) => edit.document === one.id) }));
    // What only this browser has comes first, since only this browser can tell of it.
    const documents = [...found.filter((one) => one.unsent), ...found.filter((one) => !one.unsent)];
    const onlyHere = unsent.filter((edit) => !documents.some((one) => one.id === edit.document));
    const standing = (one: Found): Choice => choices[one.id] ?? (one.unsent ? 'browser' : one.draftAt ? 'draft' : 'file');
    const first = documents[0];
    const shown = looked ?? (first ? { id: first.id, state: firstLook(first) } : null);
    const shownDocument = documents.find((one) => one.id === shown?.id);

    const forAll = (pick: (one: Found) => Choice | undefined) =>
        setChoices(Object.fromEntries(documents.map((one) => [one.id, pick(one) ?? standing(one)])));

    async function finish() {
        setProblem(null);
        try {
            // What the server has goes first, so that edits of this browser are newer steps and nothing is written over.
            await answer(
                api.POST('/workspaces/{workspace}/recovery', {
                    params: { path: { workspace } },
                    body: {
                        choices: documents.map((one) => ({
                            document: one.id,
                            source: standing(one) === 'browser' ? 'draft' : standing(one),
                        })),
                    },
                }),
            );
            for (const one of documents) {
                if (one.unsent && standing(one) === 'browser' && !(await sent(one.unsent, one.revision))) {
                    throw new Error(`“${one.title ?? fileName(one.path)}” has moved on while you chose. Look at it again.`);
                }
                if (one.unsent && standing(one) !== 'browser') {
                    await keepAsStep(workspace, one.id, one.unsent.text);
                    await forgetSent(one.unsent.key, one.unsent.edit);
                }
            }
            recovered();
            await client.invalidateQueries({ queryKey: [workspace] });
            navigate(`/w/${workspace}/quay`);
        } catch (error) {
            setProblem((error as Error).message);
            await query.refetch();
        }
    }
    return (
        <View>
            <ViewHead
                title="Recovery"
                sub={
                    brokenOffAt
                        ? `your visit broke off after ${moment(brokenOffAt)}; choose what each document is to be`
                        : 'what the recovery points and this browser hold of your work'
                }
            >
                {documents.length > 1 && (
                    <>
                        <Button onPress={() => forAll((one) => (one.draftAt ? 'draft' : undefined))}>All as the drafts</Button>
                        <Button onPress={() => forAll((one) => (one.savedSize !== null ? 'file' : undefined))}>All as saved</Button>
                    </>
                )}
                <Button $main onPress={finish}>
                    {documents.length === 0 ? 'Go on' : `Go on with ${documents.length === 1 ? 'this' : 'these'}`}
                </Button>
            </ViewHead>
            <Told>
                {entries.map((entry) => (
                    <Notice stop key={entry.id}>
                        <span>
                            Entry {entry.number} was cut off, and a file holds a content that nobody expected. Nothing was touched.{' '}
                            <Link to={`/w/${workspace}/logbook/${entry.id}`}>Look at it and decide</Link>
                        </span>
                    </Notice>
                ))}
                {onlyHere.map((edit) => (
                    <Notice key={edit.key}>
                        <span>
                            This browser holds edits of <code>{readable(edit.path)}</code> from {moment(new Date(edit.at).toISOString())}{' '}
                            that the server never got. <Link to={`/w/${workspace}/documents/${edit.document}`}>Look at them there</Link>
                        </span>
                    </Notice>
                ))}
                {problem && <Notice stop>{problem}</Notice>}
            </Told>
            {documents.length === 0 ? (
                <Empty title="Every document is as saved">
                    <p>No draft and no recovery point holds anything else.</p>
                </Empty>
            ) : (
                <>
                    <List aria-label="Documents">
                        {documents.map((one) => (
                            <One key={one.id} $on={one.id === shown?.id} aria-label={one.path}>
                                <h2>{readable(one.title ?? fileName(one.path))}</h2>
                                <small title={one.path}>
                                    <PathText path={one.path} />
                                </small>
                                {statesOf(one).map(([state, words, more]) => (
                                    <State key={state} $on={standing(one) === state} data-state={state}>
                                        <input
                                            id={`${one.id}-${state}`}
                                            type="radio"
                                            name={one.id}
                                            checked={standing(one) === state}
                                            onChange={() => {
                                                setChoices({ ...choices, [one.id]: state });
                                                setLooked({ id: one.id, state });
                                            }}
                                        />
                                        <label htmlFor={`${one.id}-${state}`}>{words}</label>
                                        <TextButton
                                            aria-label={`Look at ${words} of ${one.path}`}
                                            onPress={() => setLooked({ id: one.id, state })}
                                        >
                                            look
                                        </TextButton>
                                        <small title={more}>{more}</small>
                                    </State>
                                ))}
                            </One>
                        ))}
                    </List>
                    {shownDocument && shown ? <Look workspace={workspace} document={shownDocument} state={shown.state} /> : <i />}
                </>
            )}
        </View>
    );
}

/** What is looked at before anyone has chosen: the state that a person is most likely to miss. */
function firstLook(one: Found): Choice {
    if (one.unsent) {
        return 'browser';
    }
    return one.points[0] ? `point-${one.points[0].id}` : one.savedSize === null ? 'draft' : 'file';
}

/** The states of one document, newest first, each with its words and facts. */
function statesOf(one: Found): [Choice, string, string][] {
    const states: [Choice, string, string, number][] = [];
    if (one.unsent) {
        const { at, text } = one.unsent;
        states.push([
            'browser',
            'edits in this browser',
            `${moment(new Date(at).toISOString())} · ${size(new Blob([text]).size)} · the server never got them`,
            at,
        ]);
    }
    if (one.draftAt) {
        states.push([
            'draft',
            'the draft',
            [moment(one.draftAt), size(one.draftSize), one.draftWords && `against the file: ${one.draftWords}`].filter(Boolean).join(' · '),
            Date.parse(one.draftAt),
        ]);
    }
    for (const point of one.points) {
        states.push([
            `point-${point.id}`,
            `recovery point, ${moment(point.at)}`,
            [REASONS[point.reason] ?? point.reason, size(point.size), point.words && `against what is on the screen: ${point.words}`]
                .filter(Boolean)
                .join(' · '),
            Date.parse(point.at),
        ]);
    }
    if (one.savedSize !== null) {
        const words = [one.savedAt && moment(one.savedAt), one.version !== null && `version ${one.version}`, size(one.savedSize) || '0 B']
            .filter(Boolean)
            .join(' · ');
        states.push(['file', 'as saved', words, one.savedAt ? Date.parse(one.savedAt) : 0]);
    }
    return states.sort((a, b) => b[3] - a[3]).map(([state, words, more]) => [state, words, more]);
}

/** One state beside what it differs from. */
function Look({ workspace, document, state }: { workspace: string; document: Found; state: Choice }) {
    if (state === 'browser') {
        return <Browsers workspace={workspace} document={document} />;
    }
    if (state === 'draft' && document.savedSize === null) {
        return (
            <ContrastView workspace={workspace} left={{ id: document.id, source: 'draft' }} right={{ id: document.id, source: 'draft' }} />
        );
    }
    const left = state === 'draft' ? 'file' : state;
    return <ContrastView workspace={workspace} left={{ id: document.id, source: left }} right={{ id: document.id, source: 'draft' }} />;
}

function Browsers({ workspace, document }: { workspace: string; document: Found }) {
    const server = useQuery({
        queryKey: [workspace, 'document', document.id, 'content', document.revision],
        queryFn: async () => textOf(await bytes(`/workspaces/${workspace}/documents/${document.id}/content?as=text`)),
    });
    if (server.data === undefined || !document.unsent) {
        return <Empty title="Reading …" />;
    }
    const lines = count(document.unsent.text.split('\n').length, 'line');
    return (
        <div style={{ display: 'grid', gridTemplateRows: 'auto minmax(0, 1fr)', minHeight: 0 }}>
            <p style={{ padding: '8px 16px', fontSize: 14 }}>Left: what the server has. Right: the edits in this browser ({lines}).</p>
            <MergePane
                path={document.path}
                left={server.data}
                right={document.unsent.text}
                leftLabel="on the server"
                rightLabel="in this browser"
                isFolded
            />
        </div>
    );
}
