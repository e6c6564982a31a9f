import { useEffect, useRef, useState } from 'react';
import { useOutletContext, useParams, useSearchParams } from 'react-router';
import styled from 'styled-components';
import type { KeptSession } from '../api/client';
import { useCommands } from '../shell/commands';
import type { FrameContext } from '../shell/context';
import { ViewHead } from '../shell/ViewHead';
import { isNarrow } from '../theme/sizes';
import { font } from '../theme/tokens';
import { Button } from '../ui/Button';
import { Empty } from '../ui/Empty';
import { useNow } from '../ui/useNow';
import { ago, count, readable, size } from '../ui/words';
import { ImportSheet } from './ImportSheet';
import { SessionPane } from './SessionPane';
import { useOpenSession, useSessions } from './useSessions';

const View = styled.div`display: grid; grid-template: auto minmax(0, 1fr) / 320px minmax(0, 1fr); height: 100%; > header { grid-column: 1 / -1; padding-left: 16px; }
    @media ${isNarrow} { display: block; overflow-y: auto; > div { max-height: 190px; border-bottom: 1px solid var(--rule-strong); } }
`;
const List = styled.div`overflow-y: auto; border-right: 1px solid var(--rule-strong); min-height: 0; h2 { font: 600 13px ${font.plain}; color: var(--ink-soft); padding: 12px 16px 4px; border-bottom: 1px solid var(--rule); }`;
const Item = styled.button<{ $on: boolean }>`
    display: grid; gap: 1px; width: 100%; text-align: left; font: inherit; color: inherit; cursor: pointer; border: 0; border-bottom: 1px solid var(--rule); padding: 8px 16px;
    background: ${(p) => (p.$on ? 'var(--tint-soft)' : 'transparent')}; box-shadow: ${(p) => (p.$on ? 'inset 3px 0 var(--brass)' : 'none')};
    &:hover { background: var(--tint-soft); }
    &:focus-visible { outline-offset: -2px; }
    b { font: 600 15.5px ${font.title}; }
    b, small { overflow: hidden; text-overflow: ellipsis; white-space: nowrap; }
    small { font-size: 13px; color: var(--ink-soft); }
    em { font-style: normal; font-weight: 600; color: var(--ink); }
`;

/** What was kept under a name: on the left all of it, on the right what is in one, against what is there now. */
export function SessionsView() {
    const { workspace = '' } = useParams();
    const sessions = useSessions();
    const open = useOpenSession(workspace).data;
    const [search, setSearch] = useSearchParams();
    const frame = useOutletContext<FrameContext>();
    const [isImporting, setImporting] = useState(false);
    const all = sessions.data ?? [];
    const wanted = Number(search.get('session') ?? open?.session ?? 0);
    const chosen = all.find((one) => one.id === wanted) ?? all[0];
    useCommands([
        { name: 'Import a session …', run: () => setImporting(true) },
        { name: 'Keep this session …', keys: 'k', run: frame.keepSession },
    ]);
    const groups: [string, KeptSession[]][] = [
        ['Yours', all.filter((one) => one.isMine && !one.isBefore)],
        ['Shared with you', all.filter((one) => !one.isMine)],
        ['Kept before something else was opened', all.filter((one) => one.isBefore)],
    ];
    return (
        <View>
            <ViewHead title="Sessions" sub="what was open, kept under a name">
                <Button onPress={() => setImporting(true)}>Import …</Button>
                <Button onPress={frame.keepSession}>Keep this session …</Button>
            </ViewHead>
            {!chosen ? (
                <div style={{ gridColumn: '1 / -1' }}>
                    {sessions.isPending ? (
                        <Empty title="Looking for sessions …" />
                    ) : sessions.isError ? (
                        <Empty title="The sessions cannot be shown">
                            <p>{sessions.error.message}</p>
                            <Button onPress={() => sessions.refetch()}>Try again</Button>
                        </Empty>
                    ) : (
                        <Empty title="No session is kept yet">
                            <p>
                                A session is what you have open, kept under a name: leave it today, and next week open all of it again in
                                one act. Keeping one writes no file.
                            </p>
                            <Button $main onPress={frame.keepSession}>
                                Keep this session …
                            </Button>
                        </Empty>
                    )}
                </div>
            ) : (
                <>
                    <List aria-label="Sessions">
                        {groups
                            .filter(([, members]) => members.length > 0)
                            .map(([head, members]) => (
                                <section key={head} aria-label={head}>
                                    <h2>{head}</h2>
                                    {members.map((one) => (
                                        <One
                                            key={one.id}
                                            session={one}
                                            isChosen={one.id === chosen.id}
                                            isOpen={one.id === open?.session}
                                            onChoose={() => setSearch({ session: String(one.id) }, { replace: true })}
                                        />
                                    ))}
                                </section>
                            ))}
                    </List>
                    <SessionPane
                        key={chosen.id}
                        workspace={workspace}
                        session={chosen}
                        sessions={all}
                        isOpen={chosen.id === open?.session}
                    />
                </>
            )}
            {isImporting && (
                <ImportSheet
                    workspace={workspace}
                    onClose={() => setImporting(false)}
                    onDone={(id) => {
                        setImporting(false);
                        setSearch({ session: String(id) }, { replace: true });
                    }}
                />
            )}
        </View>
    );
}

interface OneProps {
    session: KeptSession;
    isChosen: boolean;
    isOpen: boolean;
    onChoose: () => void;
}

function One({ session, isChosen, isOpen, onChoose }: OneProps) {
    const now = useNow(20_000);
    const place = useRef<HTMLButtonElement>(null);
    useEffect(() => {
        if (isChosen) {
            place.current?.scrollIntoView({ block: 'nearest' });
        }
    }, [isChosen]);
    const stage = session.stages[0];
    if (!stage) {
        return null;
    }
    return (
        <Item ref={place} type="button" $on={isChosen} aria-current={isChosen} data-session={session.name} onClick={onChoose}>
            <b>{readable(session.name)}</b>
            <small>
                {count(stage.documents, 'document')}
                {stage.everything ? `, ${stage.drafts} unsaved, ${size(stage.bytes) || '0 B'}` : ', the list only'}
            </small>
            <small>
                {isOpen && (
                    <>
                        <em>open now</em>,{' '}
                    </>
                )}
                {session.isMine ? '' : `by ${readable(session.by)}, `}
                kept {ago(stage.at, now)}
                {session.stages.length > 1 ? `, ${session.stages.length} stages` : ''}
                {session.sharedWith.length > 0 ? ', shared' : ''}
            </small>
        </Item>
    );
}
