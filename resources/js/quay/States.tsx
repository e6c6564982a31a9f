import { memo } from 'react';
import styled from 'styled-components';
import type { Row } from '../api/client';
import { Flag, type FlagKind } from '../ui/Flag';
import { markWords } from '../ui/mark';
import { useNow } from '../ui/useNow';
import { ago, fileName } from '../ui/words';
import { through } from './order';

const List = styled.div`display: flex; flex-direction: column; gap: 1px; min-width: 0;`;
const State = styled.span<{ $stop?: boolean; $calm?: boolean; $wraps?: boolean }>`
    display: flex; align-items: ${(p) => (p.$wraps ? 'start' : 'center')}; gap: 7px; min-width: 0; font-size: 14px; line-height: 18px;
    color: ${(p) => (p.$stop ? 'var(--stop)' : p.$calm ? 'var(--ink-soft)' : 'var(--ink)')};
    svg { color: inherit; flex: none; ${(p) => p.$wraps && 'margin-top: 2px;'} }
    span { overflow: hidden; text-overflow: ellipsis; white-space: ${(p) => (p.$wraps ? 'normal' : 'nowrap')}; }
`;

const When = styled.span`padding-left: 21px; font-size: 12.5px; line-height: 16px; color: var(--ink-soft); white-space: nowrap; overflow: hidden; text-overflow: ellipsis;`;

interface One {
    kind: FlagKind;
    words: string;
    stop?: boolean;
    calm?: boolean;
    when?: string;
}

/** A row's state in words: every axis that is not at rest, or that all are. */
export function statesOf(row: Row, now?: number): One[] {
    const states: One[] = [];
    if (row.content !== 'as saved') {
        const what = row.changeWords ? `: ${row.changeWords}` : '';
        states.push({ kind: row.content, words: `${row.content}${what}`, when: now && row.draftAt ? ago(row.draftAt, now) : undefined });
    }
    if (row.below === 'unsettled') {
        states.push({ kind: 'unsettled', words: `unsettled ${through(row)}: ${fileName(row.because ?? '')}` });
    } else if (row.below === 'stray') {
        states.push({ kind: 'stray', words: `stray: ${fileName(row.because ?? '')}` });
    }
    const stops = row.content !== 'as saved';
    if (row.file === 'changed outside' || row.file === 'gone') {
        states.push({ kind: row.file, words: row.file, stop: stops });
    }
    const isHeldByState = row.state !== null && row.withheld !== null;
    if (row.state !== null) {
        states.push({ kind: 'state', words: isHeldByState ? `${markWords(row)}, read-only` : markWords(row) });
    }
    if (row.access !== 'writable' && !isHeldByState) {
        states.push({ kind: row.access === 'read-only' ? 'read-only' : 'locked', words: row.access, stop: stops });
    }
    if (row.lent !== null) {
        states.push({ kind: 'lent', words: `lent to ${row.lent}` });
    }
    // A state in the chain says nothing of whether there is something to save.
    return states.some((state) => state.kind !== 'state') || row.withheld !== null
        ? states
        : [{ kind: 'as saved', words: 'as saved', calm: true }, ...states];
}

/** `compact` keeps to the two lines that a ledger's row has room for. */
export const States = memo(function States({ row, compact }: { row: Row; compact?: boolean }) {
    const now = useNow(20_000);
    const states = statesOf(row, now);
    const shown = compact && states.length > 2 ? states.slice(0, 1) : states;
    const rest = states.slice(shown.length);
    return (
        <List>
            {shown.map((state) => (
                <State
                    key={state.kind}
                    $stop={state.stop}
                    $calm={state.calm}
                    $wraps={!compact}
                    title={state.kind === 'unsettled' || state.kind === 'stray' ? (row.because ?? '') : state.words}
                >
                    <Flag kind={state.kind} />
                    <span>
                        {state.words}
                        {!compact && state.when && `, ${state.when}`}
                    </span>
                </State>
            ))}
            {compact && states.length === 1 && states[0]?.when && (
                <When>
                    {states[0].when}
                    {row.draftBy ? ` by ${row.draftBy.split(' ')[0]}` : ''}
                </When>
            )}
            {rest.length > 0 && (
                <State $stop={rest.some((state) => state.stop)} title={rest.map((state) => state.words).join(', ')}>
                    {rest.map((state) => (
                        <Flag key={state.kind} kind={state.kind} />
                    ))}
                    <span>{rest.map((state) => state.words.split(':')[0]).join(', ')}</span>
                </State>
            )}
        </List>
    );
});
