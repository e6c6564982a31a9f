import { useQuery, useQueryClient } from '@tanstack/react-query';
import { useState } from 'react';
import { useNavigate, useParams } from 'react-router';
import styled from 'styled-components';
import { type AsOfRow, answer, api } from '../api/client';
import { keys, useEntries } from '../api/queries';
import { OlderEntries } from '../logbook/OlderEntries';
import { useDecisions } from '../plan/decisions';
import { ViewHead } from '../shell/ViewHead';
import { isNarrow } from '../theme/sizes';
import { font } from '../theme/tokens';
import { Button } from '../ui/Button';
import { Check } from '../ui/Check';
import { Empty } from '../ui/Empty';
import { ListAndPage } from '../ui/ledger';
import { MomentField } from '../ui/MomentField';
import { Notice } from '../ui/Notice';
import { count, fileName, moment, readable } from '../ui/words';

const When = styled.aside`
    @media ${isNarrow} { border-right: 0; border-bottom: 1px solid var(--rule-strong); overflow-y: auto; > div { flex: none; } }
    border-right: 1px solid var(--rule-strong); display: flex; flex-direction: column; min-height: 0;
    form { padding: 12px 16px; border-bottom: 1px solid var(--rule); display: grid; gap: 4px; }
    input { font: 15px ${font.plain}; color: var(--ink); background: var(--sheet); border: 1px solid var(--rule-strong); border-radius: 3px; padding: 5px 8px; }
    input:focus { outline: 2px solid var(--brass); }
    > div { overflow-y: auto; flex: 1; }
    > p { padding: 8px 16px 4px; font-size: 13px; color: var(--ink-soft); }
`;
const EntryRow = styled.button<{ $on: boolean }>`
    display: grid; grid-template-columns: 32px minmax(0, 1fr); gap: 0 8px; width: 100%; text-align: left; font: 14px/19px ${font.plain}; color: inherit; cursor: pointer; border: 0; border-bottom: 1px solid var(--rule);
    padding: 6px 14px 6px 10px; background: ${(p) => (p.$on ? 'var(--brass-tint)' : 'transparent')}; box-shadow: ${(p) => (p.$on ? 'inset 3px 0 var(--brass)' : 'none')};
    &:hover { background: ${(p) => (p.$on ? 'var(--brass-tint)' : 'var(--tint-soft)')}; }
    &:focus-visible { outline-offset: -2px; }
    b { text-align: right; font-weight: 600; }
    span, small { overflow: hidden; text-overflow: ellipsis; white-space: nowrap; }
    small { grid-column: 2; color: var(--ink-soft); font-size: 12.5px; }
`;
const Page = styled.section`overflow-y: auto; padding: 14px 20px 28px; display: flex; flex-direction: column; gap: 16px; min-width: 0;`;
const Group = styled.section`
    h2 { font: 600 14px ${font.plain}; border-bottom: 1px solid var(--rule-strong); padding-bottom: 3px; }
    h2 small { font-weight: 400; color: var(--ink-soft); }
    > div { display: grid; grid-template-columns: minmax(0, 1fr) auto; gap: 0 12px; border-bottom: 1px solid var(--rule); padding: 4px 2px; align-items: baseline; }
    code { font-size: 13px; overflow-wrap: anywhere; }
    small { color: var(--ink-soft); font-size: 13px; }
`;
const KINDS: [AsOfRow['kind'], string, string][] = [
    ['changes', 'Becomes a draft', 'its content of then, for where its references are now'],
    ['comes back', 'Comes back as a new document', 'it was deleted since; it has no file until you save'],
    ['lost', 'Can’t be had any more', ''],
    ['fits', 'Fits already', 'it is now as it was then'],
];

/** A document with all below it, taken as it was at a moment or after a logbook entry. */
export function AsOfView() {
    const { workspace = '', id = '' } = useParams();
    const navigate = useNavigate();
    const client = useQueryClient();
    const { decide } = useDecisions(workspace);
    const [when, setWhen] = useState<{ entry: number } | { moment: string } | null>(null);
    const [typed, setTyped] = useState('');
    const [left, setLeft] = useState<ReadonlySet<string>>(new Set());
    const [problem, setProblem] = useState<string | null>(null);
    const document = useQuery({
        queryKey: keys.document(workspace, id),
        queryFn: () => answer(api.GET('/workspaces/{workspace}/documents/{document}', { params: { path: { workspace, document: id } } })),
    });
    const list = useEntries(workspace);
    const preview = useQuery({
        queryKey: [workspace, 'document', id, 'as-of', when],
        queryFn: () =>
            answer(
                api.GET('/workspaces/{workspace}/documents/{document}/as-of', {
                    params: { path: { workspace, document: id }, query: when ?? {} },
                }),
            ),
        enabled: when !== null,
    });
    const name = document.data ? (document.data.row.title ?? fileName(document.data.row.path)) : '';
    const rows = preview.data?.rows ?? [];
    const newest = list.entries.find((entry) => entry.number === preview.data?.entry);
    const wanted = rows.filter((row) => (row.kind === 'changes' || row.kind === 'comes back') && !left.has(row.documentId));

    function choose(next: { entry: number } | { moment: string }) {
        setWhen(next);
        setLeft(new Set());
        setProblem(null);
    }
    async function bringBack() {
        try {
            const { documents } = await answer(
                api.POST('/workspaces/{workspace}/documents/{document}/as-of', {
                    params: { path: { workspace, document: id } },
                    body: { entry: preview.data?.entry ?? 0, documents: wanted.map((row) => row.documentId) },
                }),
            );
            await client.invalidateQueries({ queryKey: [workspace] });
            decide(documents, { kind: 'save' });
            navigate(`/w/${workspace}/quay`);
        } catch (error) {
            setProblem((error as Error).message);
        }
    }
    return (
        <ListAndPage $list="340px">
            <ViewHead
                title={`${name} as of …`}
                sub="with all below it; drafts are made, and the plan shows every file before it is written"
            >
                <Button onPress={() => navigate(`/w/${workspace}/documents/${id}/past`)}>Back to its past</Button>
            </ViewHead>
            <When aria-label="When">
                <form
                    onSubmit={(event) => {
                        event.preventDefault();
                        if (typed) {
                            choose({ moment: new Date(typed).toISOString() });
                        }
                    }}
                >
                    <div style={{ display: 'flex', gap: 8, alignItems: 'flex-end', justifyContent: 'space-between' }}>
                        <MomentField label="A moment" value={typed} onChange={setTyped} />
                        <Button type="submit" isDisabled={!typed}>
                            Look
                        </Button>
                    </div>
                </form>
                <p>or when this entry was the newest:</p>
                <div>
                    {list.entries.map((entry) => (
                        <EntryRow
                            key={entry.id}
                            type="button"
                            $on={preview.data?.entry === entry.number}
                            aria-current={preview.data?.entry === entry.number}
                            data-entry={entry.number}
                            onClick={() => choose({ entry: entry.number })}
                        >
                            <b>{entry.number}</b>
                            <span title={entry.note ?? ''}>{entry.note ?? entry.words}</span>
                            <small>
                                {moment(entry.at)}
                                {entry.person ? ` · ${entry.person}` : ''} · {count(entry.lines, 'line')}
                            </small>
                        </EntryRow>
                    ))}
                    <OlderEntries list={list} />
                    <EntryRow type="button" $on={preview.data?.entry === 0} onClick={() => choose({ entry: 0 })} data-entry={0}>
                        <b>–</b>
                        <span>before the first entry</span>
                        <small>every file as found</small>
                    </EntryRow>
                </div>
            </When>
            {when === null ? (
                <Empty title="Choose a moment or an entry">
                    <p>Nothing changes by looking.</p>
                </Empty>
            ) : !preview.data ? (
                <Empty title={preview.isError ? 'That cannot be looked up' : 'Looking it up …'}>
                    {preview.isError && <p>{preview.error.message}</p>}
                </Empty>
            ) : rows.length === 0 ? (
                <Empty title="It was not there yet">
                    <p>{name} had no file then. Choose a later moment.</p>
                </Empty>
            ) : (
                <Page aria-label="What would change">
                    {problem && <Notice stop>{problem}</Notice>}
                    <p>
                        {newest
                            ? `When entry ${newest.number} was the newest, from ${moment(newest.at)} on:`
                            : preview.data.entry === 0
                              ? 'Before the first entry:'
                              : `When entry ${preview.data.entry} was the newest:`}
                    </p>
                    <div style={{ display: 'flex', gap: 12, alignItems: 'center' }}>
                        <Button $main isDisabled={wanted.length === 0} onPress={bringBack}>
                            {wanted.length === 0 ? 'Nothing to bring back' : `Bring back ${count(wanted.length, 'document')}: see the plan`}
                        </Button>
                        <span style={{ fontSize: 13.5, color: 'var(--ink-soft)' }}>
                            What is on the screens now stays among the steps, and yours in a recovery point.
                        </span>
                    </div>
                    {KINDS.map(([kind, title, means]) => {
                        const own = rows.filter((row) => row.kind === kind);
                        return (
                            own.length > 0 && (
                                <Group key={kind}>
                                    <h2>
                                        {readable(title)} ({own.length}) <small>{means}</small>
                                    </h2>
                                    {own.map((row) => (
                                        <div key={row.documentId} data-as-of={row.pathThen}>
                                            {kind === 'changes' || kind === 'comes back' ? (
                                                <Check
                                                    isSelected={!left.has(row.documentId)}
                                                    onChange={(on) => {
                                                        const next = new Set(left);
                                                        on ? next.delete(row.documentId) : next.add(row.documentId);
                                                        setLeft(next);
                                                    }}
                                                >
                                                    <code>{readable(row.path)}</code>
                                                </Check>
                                            ) : (
                                                <code>{readable(row.path)}</code>
                                            )}
                                            <small>
                                                {[
                                                    row.pathThen !== row.path && `then ${row.pathThen}`,
                                                    row.isRewritten && 'its references follow what has moved',
                                                    row.why,
                                                ]
                                                    .filter(Boolean)
                                                    .join(' · ')}
                                            </small>
                                        </div>
                                    ))}
                                </Group>
                            )
                        );
                    })}
                </Page>
            )}
        </ListAndPage>
    );
}
