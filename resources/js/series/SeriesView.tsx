import { useQuery, useQueryClient } from '@tanstack/react-query';
import { useState } from 'react';
import { useNavigate, useParams } from 'react-router';
import styled from 'styled-components';
import { answer, api, type Stage } from '../api/client';
import { keys } from '../api/queries';
import { useDecisions } from '../plan/decisions';
import { ViewHead } from '../shell/ViewHead';
import { font } from '../theme/tokens';
import { Button } from '../ui/Button';
import { ComparisonView } from '../ui/ComparisonView';
import { Empty } from '../ui/Empty';
import { ListAndPage } from '../ui/ledger';
import { fileName, moment, readable, size } from '../ui/words';

const List = styled.nav`overflow-y: auto; border-right: 1px solid var(--rule-strong);`;
const Item = styled.button<{ $on: boolean }>`
    display: grid; grid-template-columns: minmax(0, 1fr) auto; gap: 1px 12px; width: 100%; text-align: left; font: inherit; color: inherit; cursor: pointer; border: 0; border-bottom: 1px solid var(--rule);
    padding: 9px 16px; background: ${(p) => (p.$on ? 'var(--tint-soft)' : 'transparent')}; box-shadow: ${(p) => (p.$on ? 'inset 3px 0 var(--brass)' : 'none')};
    &:hover { background: var(--tint-soft); }
    &:focus-visible { outline-offset: -2px; }
    b { font: 600 13.5px ${font.mono}; overflow: hidden; text-overflow: ellipsis; white-space: nowrap; }
    small { color: var(--ink-soft); font-size: 13px; overflow: hidden; text-overflow: ellipsis; white-space: nowrap; }
    small.right { text-align: right; }
    q { grid-column: 1 / -1; font-size: 14.5px; quotes: '“' '”'; }
    i { font-style: normal; color: var(--ink-soft); font-size: 13px; grid-column: 1 / -1; }
`;
const Page = styled.section`overflow-y: auto; padding: 16px 22px 30px; display: flex; flex-direction: column; gap: 12px; min-width: 0; h2 { font-size: 18px; } p { color: var(--ink-soft); }`;
const Actions = styled.div`display: flex; gap: 8px; flex-wrap: wrap;`;

/** Whether only its name says that a stage belongs here. */
function isByName(stage: Stage, stages: Stage[]): boolean {
    return stage.madeFrom === null && !stages.some((other) => other.madeFrom === stage.documentId);
}

/** The stages of one document: each with its note and what changed, to open again or to go on from. */
export function SeriesView() {
    const { workspace = '', id = '' } = useParams();
    const client = useQueryClient();
    const navigate = useNavigate();
    const { ask } = useDecisions(workspace);
    const [chosen, setChosen] = useState<string | null>(null);
    const query = useQuery({
        queryKey: keys.series(workspace, id),
        queryFn: () =>
            answer(api.GET('/workspaces/{workspace}/documents/{document}/series', { params: { path: { workspace, document: id } } })),
    });
    const stages = query.data?.stages ?? [];
    const shown = stages.find((stage) => stage.documentId === chosen) ?? stages.find((stage) => stage.isAsked) ?? stages[0];
    const before = shown ? stages[stages.indexOf(shown) + 1] : undefined;
    const comparison = useQuery({
        queryKey: [workspace, 'document', before?.documentId, 'compare', shown?.documentId],
        queryFn: () =>
            answer(
                api.GET('/workspaces/{workspace}/documents/{document}/compare/{other}', {
                    params: { path: { workspace, document: before?.documentId ?? '', other: shown?.documentId ?? '' } },
                }),
            ),
        enabled: before !== undefined,
    });
    const name = shown ? (shown.title ?? fileName(shown.path)) : '';

    async function beside() {
        if (shown) {
            await answer(
                api.POST('/workspaces/{workspace}/quay', { params: { path: { workspace } }, body: { documents: [shown.documentId] } }),
            );
            await client.invalidateQueries({ queryKey: keys.quay(workspace) });
            navigate(`/w/${workspace}/quay`);
        }
    }
    async function goOn() {
        if (shown) {
            await beside();
            ask({ id: shown.documentId, name, path: shown.path, what: 'next' });
        }
    }
    if (!shown) {
        return (
            <Empty whole title={query.isPending ? 'Looking for its stages …' : 'Its stages cannot be shown'}>
                {query.isError && <p>{query.error.message}</p>}
            </Empty>
        );
    }
    return (
        <ListAndPage $list="430px">
            <ViewHead title={`Stages of ${name}`} sub="newest first; each can be opened, compared and gone on from">
                <Button onPress={() => navigate(-1)}>Back</Button>
            </ViewHead>
            <List aria-label="Stages">
                {stages.map((stage) => (
                    <Item
                        key={stage.documentId}
                        $on={stage.documentId === shown.documentId}
                        aria-current={stage.documentId === shown.documentId}
                        onClick={() => setChosen(stage.documentId)}
                    >
                        <b title={stage.path}>{readable(fileName(stage.path))}</b>
                        <small className="right">{size(stage.size)}</small>
                        {stage.note && <q>{stage.note}</q>}
                        <small>
                            {stage.at ? moment(stage.at) : ''}
                            {stage.person ? ` · ${stage.person}` : ''}
                        </small>
                        <small className="right">{stage.isAsked ? 'this one' : isByName(stage, stages) ? 'by its name' : ''}</small>
                        {stage.changes && <i>changed against the one before: {stage.changes}</i>}
                    </Item>
                ))}
            </List>
            <Page aria-label={`Stage ${fileName(shown.path)}`}>
                <h2>{readable(fileName(shown.path))}</h2>
                <Actions>
                    <Button $main onPress={goOn}>
                        Go on from this stage …
                    </Button>
                    <Button onPress={beside}>Open it beside</Button>
                    <Button onPress={() => navigate(`/w/${workspace}/documents/${shown.documentId}?look`)}>Only look at it</Button>
                </Actions>
                {before ? (
                    <>
                        <p>Against {readable(fileName(before.path))}:</p>
                        {comparison.data ? (
                            <ComparisonView comparison={comparison.data} />
                        ) : (
                            <p>{comparison.isError ? comparison.error.message : 'Comparing …'}</p>
                        )}
                    </>
                ) : (
                    <p>
                        {stages.length === 1
                            ? 'It has no other stages yet. Save it as the next stage to keep this one.'
                            : 'This is the first stage.'}
                    </p>
                )}
            </Page>
        </ListAndPage>
    );
}
