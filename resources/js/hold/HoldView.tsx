import { useQueryClient } from '@tanstack/react-query';
import { useState } from 'react';
import { useNavigate, useParams } from 'react-router';
import styled from 'styled-components';
import { answer, api, type Row } from '../api/client';
import { keys, useQuay } from '../api/queries';
import { ContrastView } from '../contrast/ContrastView';
import { States } from '../quay/States';
import { useCommands } from '../shell/commands';
import { ViewHead } from '../shell/ViewHead';
import { font } from '../theme/tokens';
import { Button } from '../ui/Button';
import { Empty } from '../ui/Empty';
import { ListAndPage } from '../ui/ledger';
import { Notice } from '../ui/Notice';
import { PathText } from '../ui/PathText';
import { isUnsaved } from '../ui/rows';
import { useNow } from '../ui/useNow';
import { ago, count, fileName, readable, size } from '../ui/words';
import { DiscardSheet } from './DiscardSheet';

const List = styled.div`overflow-y: auto; border-right: 1px solid var(--rule-strong); min-height: 0;`;
const Item = styled.button<{ $on: boolean }>`
    display: grid; gap: 2px; width: 100%; text-align: left; font: inherit; color: inherit; cursor: pointer; border: 0; border-bottom: 1px solid var(--rule); padding: 9px 16px;
    background: ${(p) => (p.$on ? 'var(--tint-soft)' : 'transparent')}; box-shadow: ${(p) => (p.$on ? 'inset 3px 0 var(--brass)' : 'none')};
    &:hover { background: var(--tint-soft); }
    &:focus-visible { outline-offset: -2px; }
    b { font: 600 15.5px ${font.title}; }
    b, code, small { overflow: hidden; text-overflow: ellipsis; white-space: nowrap; }
    code { font-size: 12px; color: var(--ink-soft); }
    small { font-size: 13px; color: var(--ink-soft); }
`;
const Look = styled.section`display: grid; grid-template-rows: auto minmax(0, 1fr); min-height: 0; min-width: 0;`;
const Actions = styled.div`display: flex; gap: 8px; align-items: center; padding: 8px 16px; border-bottom: 1px solid var(--rule); > span { margin-left: auto; }`;

/** What is closed from view and still kept with its draft. */
export function HoldView() {
    const { workspace = '' } = useParams();
    const quay = useQuay(workspace);
    const client = useQueryClient();
    const navigate = useNavigate();
    const now = useNow();
    const [chosen, setChosen] = useState<string | null>(null);
    const [discarding, setDiscarding] = useState<Row | null>(null);
    const [said, setSaid] = useState<string | null>(null);
    const hold = quay.data?.hold ?? [];
    const row = hold.find((one) => one.id === chosen) ?? hold[0];

    async function takeOut(ids: string[]) {
        await answer(api.POST('/workspaces/{workspace}/quay', { params: { path: { workspace } }, body: { documents: ids } }));
        setSaid(`${ids.length === 1 ? 'It is' : `${ids.length} documents are`} on the quay again.`);
        await client.invalidateQueries({ queryKey: keys.quay(workspace) });
    }
    async function clear() {
        const { removed, stays } = await answer(api.POST('/workspaces/{workspace}/quay/clear-hold', { params: { path: { workspace } } }));
        setSaid(
            `${removed === 0 ? 'Nothing was as saved, so nothing was taken out.' : `${count(removed, 'document')} as saved went out of the hold.`} ${stays === 0 ? '' : `${count(stays, 'document')} with a draft ${stays === 1 ? 'stays' : 'stay'}.`}`,
        );
        await client.invalidateQueries({ queryKey: keys.quay(workspace) });
    }
    useCommands([{ name: 'Clear the hold of what is as saved', run: clear }]);

    if (!quay.data) {
        return (
            <Empty whole title={quay.isError ? 'The hold cannot be shown' : 'Looking into the hold …'}>
                {quay.isError && <p>{quay.error.message}</p>}
            </Empty>
        );
    }
    return (
        <ListAndPage $list="400px" $rows="auto">
            <ViewHead title="Hold" sub="what is closed from view and still kept, with its draft">
                <Button isDisabled={hold.length === 0} onPress={clear}>
                    Clear the hold
                </Button>
                <Button isDisabled={hold.length === 0} onPress={() => takeOut(hold.map((one) => one.id))}>
                    Take all out
                </Button>
            </ViewHead>
            <div style={{ gridColumn: '1 / -1' }}>{said && <Notice>{said}</Notice>}</div>
            {!row ? (
                <div style={{ gridColumn: '1 / -1' }}>
                    <Empty title="The hold is empty">
                        <p>When you close a document that has a draft, it comes here, and nothing of it is lost.</p>
                        <Button onPress={() => navigate(`/w/${workspace}/quay`)}>Back to the quay</Button>
                    </Empty>
                </div>
            ) : (
                <>
                    <List aria-label="In the hold">
                        {hold.map((one) => (
                            <Item
                                key={one.id}
                                type="button"
                                $on={one.id === row.id}
                                aria-current={one.id === row.id}
                                data-held={one.path}
                                onClick={() => setChosen(one.id)}
                            >
                                <b>{readable(one.title ?? fileName(one.path))}</b>
                                <code title={one.path}>
                                    <PathText path={one.path} />
                                </code>
                                <small>
                                    {`held ${ago(quay.data?.heldSince[one.id] ?? null, now) || 'since earlier'} · ${size(one.size) || '0 B'}`}
                                </small>
                                <States row={one} />
                            </Item>
                        ))}
                    </List>
                    <Look aria-label={`${row.path}: what differs`}>
                        <Actions>
                            <Button $main onPress={() => takeOut([row.id])}>
                                Take it out
                            </Button>
                            {isUnsaved(row) && <Button onPress={() => setDiscarding(row)}>Discard its draft …</Button>}
                        </Actions>
                        {row.content === 'new' || row.file === 'gone' ? (
                            <ContrastView
                                workspace={workspace}
                                left={{ id: row.id, source: 'draft' }}
                                right={{ id: row.id, source: 'draft' }}
                            />
                        ) : (
                            <ContrastView
                                workspace={workspace}
                                left={{ id: row.id, source: 'file' }}
                                right={{ id: row.id, source: 'draft' }}
                            />
                        )}
                    </Look>
                </>
            )}
            {discarding && (
                <DiscardSheet
                    workspace={workspace}
                    rows={[discarding]}
                    onClose={() => setDiscarding(null)}
                    onDone={(entry) => {
                        setDiscarding(null);
                        setSaid(entry ? `Discarded. Entry ${entry} of the logbook takes that back.` : 'Discarded.');
                    }}
                />
            )}
        </ListAndPage>
    );
}
