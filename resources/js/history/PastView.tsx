import { useQuery, useQueryClient } from '@tanstack/react-query';
import { useState } from 'react';
import { useNavigate, useParams, useSearchParams } from 'react-router';
import styled from 'styled-components';
import { answer, api, type FoundDocument } from '../api/client';
import { keys } from '../api/queries';
import { ContrastView } from '../contrast/ContrastView';
import type { Source } from '../contrast/sources';
import { PickDocument } from '../open/PickDocument';
import { useCommands } from '../shell/commands';
import { ViewHead } from '../shell/ViewHead';
import { isNarrow } from '../theme/sizes';
import { font } from '../theme/tokens';
import { Button, TextButton } from '../ui/Button';
import { Empty } from '../ui/Empty';
import { Notice } from '../ui/Notice';
import { isHeldBack } from '../ui/rows';
import { Sheet } from '../ui/Sheet';
import { fileName, readable } from '../ui/words';
import { BranchSheet } from './BranchSheet';
import { LabelSheet } from './LabelSheet';
import { PointRows } from './PointRows';
import { StepRows } from './StepRows';
import { ThinSheet } from './ThinSheet';
import { usePast } from './usePast';
import { stepCommands, useStepping } from './useStepping';
import { VersionRows } from './VersionRows';

const View = styled.div`display: grid; grid-template: auto auto minmax(0, 1fr) / 330px minmax(0, 1fr); height: 100%; > header { grid-column: 1 / -1; padding-left: 16px; } @media ${isNarrow} { grid-template: auto minmax(0, 2fr) auto minmax(0, 3fr) / minmax(0, 1fr); }`;
const Side = styled.aside`grid-row: 2 / -1; border-right: 1px solid var(--rule-strong); display: flex; flex-direction: column; min-height: 0; @media ${isNarrow} { grid-row: auto; border-right: 0; border-bottom: 1px solid var(--rule-strong); }`;
const Kinds = styled.div`
    display: flex; border-bottom: 1px solid var(--rule-strong);
    button { flex: 1; font: 14px ${font.plain}; color: var(--ink-soft); background: none; border: 0; border-bottom: 3px solid transparent; padding: 8px 4px 6px; cursor: pointer; }
    button[aria-selected='true'] { color: var(--ink); font-weight: 600; border-bottom-color: var(--brass); }
    button:focus-visible { outline-offset: -2px; }
`;
const Actions = styled.div`display: flex; flex-wrap: wrap; gap: 8px; align-items: center; padding: 8px 16px; border-bottom: 1px solid var(--rule); min-height: 49px; > span { margin-left: auto; font-size: 13.5px; color: var(--ink-soft); }`;

const NONE = {
    versions: 'Each save makes one, and the content before the first save is kept as found.',
    steps: 'Each edit makes one.',
    points: 'The watch makes them of all your drafts together.',
};
const BESIDE: Record<string, string> = { draft: 'what is on the screen', file: 'the file' };

/** What a document was: its versions, steps and recovery points, each beside what it is now. */
export function PastView() {
    const { workspace = '', id = '' } = useParams();
    const navigate = useNavigate();
    const client = useQueryClient();
    const [search, setSearch] = useSearchParams();
    const past = usePast(workspace, id);
    const document = useQuery({
        queryKey: keys.document(workspace, id),
        queryFn: () => answer(api.GET('/workspaces/{workspace}/documents/{document}', { params: { path: { workspace, document: id } } })),
    });
    const [other, setOther] = useState<FoundDocument | null>(null);
    const [sheet, setSheet] = useState<'other' | 'label' | 'branch' | 'thin' | null>(null);
    const [problem, setProblem] = useState<string | null>(null);
    const of = search.get('of');
    const kind = of === 'steps' || of === 'points' ? of : 'versions';
    const against = search.get('against') || 'draft';
    const versions = past.versions.data ?? [];
    const steps = past.steps.data;
    const row = document.data?.row;
    const fallback = {
        steps: steps?.back && `step-${steps.back}`,
        points: past.points.data?.[0] && `point-${past.points.data[0].id}`,
        versions: versions.length > 0 && `version-${(versions.find((one) => !one.isSaved) ?? versions[0])?.number}`,
    }[kind];
    const chosen = search.get('look') || fallback || null;
    const left: Source | null = chosen ? { id, source: chosen } : null;
    const hasFile = row?.file === 'there' || row?.file === 'changed outside';
    const right: Source = other ? { id: other.id, source: 'draft' } : { id, source: against === 'file' && !hasFile ? 'draft' : against };
    const number = chosen?.startsWith('version-') ? Number(chosen.slice(8)) : null;
    const step = chosen?.startsWith('step-') ? Number(chosen.slice(5)) : null;
    const point = chosen?.startsWith('point-') ? Number(chosen.slice(6)) : null;
    const version = versions.find((one) => one.number === number);
    const isLocked = row !== undefined && isHeldBack(row);

    const show = (part: Record<string, string>) => setSearch({ ...Object.fromEntries(search), ...part }, { replace: true });
    async function attempt(work: () => Promise<unknown>) {
        setProblem(null);
        try {
            await work();
        } catch (error) {
            setProblem((error as Error).message);
        }
        await client.invalidateQueries({ queryKey: [workspace] });
    }
    function putBeside(source: string) {
        setOther(null);
        show({ against: source });
    }
    const header = { 'If-Match': `"${row?.revision ?? 0}"` };
    const bringBack = () =>
        attempt(async () => {
            await answer(
                api.POST('/workspaces/{workspace}/documents/{document}/versions/{number}', {
                    params: { path: { workspace, document: id, number: String(number) }, header },
                }),
            );
            navigate(`/w/${workspace}/documents/${id}`);
        });
    const goTo = (to: number) => attempt(() => past.goTo(to, row?.revision ?? 0));
    const stepping = useStepping(workspace, id, goTo);
    useCommands(isLocked ? [] : stepCommands(stepping, steps));
    if (!row) {
        return (
            <Empty whole title={document.isError ? 'Its past cannot be shown' : 'Opening …'}>
                {document.isError && <p>{document.error.message}</p>}
            </Empty>
        );
    }
    const name = row.title ?? fileName(row.path);
    return (
        <View>
            <ViewHead title={`Past of ${name}`} sub="nothing changes until you bring something back">
                <Button onPress={() => navigate(`/w/${workspace}/documents/${id}/as-of`)}>With all below, as of …</Button>
                <Button onPress={() => navigate(`/w/${workspace}/documents/${id}`)}>Back to the document</Button>
            </ViewHead>
            <Side aria-label="What it was">
                <Kinds role="tablist" aria-label="Kind of past">
                    <button type="button" role="tab" aria-selected={kind === 'versions'} onClick={() => setSearch({}, { replace: true })}>
                        Versions {versions.length || ''}
                    </button>
                    <button
                        type="button"
                        role="tab"
                        aria-selected={kind === 'steps'}
                        onClick={() => setSearch({ of: 'steps' }, { replace: true })}
                    >
                        Steps {steps?.count || ''}
                    </button>
                    <button
                        type="button"
                        role="tab"
                        aria-selected={kind === 'points'}
                        onClick={() => setSearch({ of: 'points' }, { replace: true })}
                    >
                        Points {past.points.data?.length || ''}
                    </button>
                </Kinds>
                {kind === 'versions' ? (
                    <VersionRows
                        workspace={workspace}
                        id={id}
                        query={past.versions}
                        chosen={number}
                        onChoose={(next) => show({ look: `version-${next}` })}
                    />
                ) : kind === 'points' ? (
                    <PointRows query={past.points} chosen={point} onChoose={(next) => show({ look: `point-${next}` })} />
                ) : (
                    <StepRows
                        query={past.steps}
                        older={past.older}
                        onOlder={past.readOlder}
                        chosen={step}
                        onChoose={(next) => show({ look: `step-${next}` })}
                        onGo={isLocked ? undefined : goTo}
                    />
                )}
            </Side>
            <div>
                {left && (
                    <Actions>
                        {number !== null && (
                            <>
                                <Button $main isDisabled={isLocked} onPress={bringBack}>
                                    Bring version {number} back
                                </Button>
                                <Button onPress={() => setSheet('label')}>{version?.label ? 'Change its label …' : 'Label it …'}</Button>
                                {versions.length > 2 && <Button onPress={() => setSheet('thin')}>Thin out …</Button>}
                            </>
                        )}
                        {step !== null && (
                            <>
                                <Button $main isDisabled={isLocked || step === steps?.here} onPress={() => goTo(step)}>
                                    Go to this step
                                </Button>
                                <Button onPress={() => setSheet('branch')}>New document from it …</Button>
                            </>
                        )}
                        <span>
                            beside{' '}
                            {other ? (
                                <b>{readable(other.title ?? fileName(other.path))}</b>
                            ) : (
                                (BESIDE[right.source] ?? <b>{right.source.replace('-', ' ')}</b>)
                            )}
                            {'; or: '}
                            {(other || right.source !== 'draft') && (
                                <>
                                    <TextButton onPress={() => putBeside('draft')}>the screen</TextButton>
                                    {' · '}
                                </>
                            )}
                            {row.content === 'modified' && hasFile && (other || right.source !== 'file') && (
                                <>
                                    <TextButton onPress={() => putBeside('file')}>the file</TextButton>
                                    {' · '}
                                </>
                            )}
                            {chosen && chosen !== right.source && (
                                <>
                                    <TextButton onPress={() => putBeside(chosen)}>this one</TextButton>
                                    {' · '}
                                </>
                            )}
                            <TextButton onPress={() => setSheet('other')}>another document …</TextButton>
                        </span>
                    </Actions>
                )}
                {problem && <Notice stop>{problem}</Notice>}
            </div>
            {left ? (
                <ContrastView workspace={workspace} left={left} right={right} />
            ) : (
                <Empty title={`It has no ${kind} yet`}>
                    <p>{NONE[kind]}</p>
                    <Button onPress={() => setSheet('other')}>Compare it with another document …</Button>
                </Empty>
            )}
            {sheet === 'other' && (
                <Sheet title="Compare with" sub="another document of this workspace" isOpen onClose={() => setSheet(null)} wide>
                    <PickDocument
                        workspace={workspace}
                        except={id}
                        onPick={(picked) => {
                            setOther(picked);
                            setSheet(null);
                            if (!left) {
                                show({ look: 'draft' });
                            }
                        }}
                    />
                </Sheet>
            )}
            {sheet === 'label' && version && <LabelSheet workspace={workspace} id={id} version={version} onClose={() => setSheet(null)} />}
            {sheet === 'thin' && (
                <ThinSheet
                    key={number}
                    workspace={workspace}
                    id={id}
                    versions={versions}
                    chosen={number ?? 0}
                    onDone={() => {
                        setSheet(null);
                        show({ look: '' });
                    }}
                    onClose={() => setSheet(null)}
                />
            )}
            {sheet === 'branch' && step !== null && (
                <BranchSheet workspace={workspace} id={id} path={row.path} step={step} onClose={() => setSheet(null)} />
            )}
        </View>
    );
}
