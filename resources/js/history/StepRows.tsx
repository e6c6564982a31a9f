import type { UseQueryResult } from '@tanstack/react-query';
import { useMemo } from 'react';
import type { Step, StepList } from '../api/client';
import { Button, TextButton } from '../ui/Button';
import { Empty } from '../ui/Empty';
import { moment, size } from '../ui/words';
import { type Lane, lanes } from './lanes';
import { moveInRows, PastRow, Rows } from './rows';

interface Props {
    query: UseQueryResult<StepList>;
    older: Step[];
    onOlder: (before: number) => void;
    chosen: number | null;
    onChoose: (step: number) => void;
    onGo?: (step: number) => void;
}

/** Every edit of a document, newest first; where one went on from an earlier step, the lines part. */
export function StepRows({ query, older, onOlder, chosen, onChoose, onGo }: Props) {
    const list = query.data;
    const steps = useMemo(() => [...(list?.steps ?? []), ...older], [list, older]);
    const placed = useMemo(() => lanes(steps), [steps]);
    if (!list || steps.length === 0) {
        return <Empty title={query.isPending ? 'Reading …' : 'No steps'}>{query.isError && <p>{query.error.message}</p>}</Empty>;
    }
    return (
        <>
            <div style={{ display: 'flex', gap: 8, padding: '8px 14px', borderBottom: '1px solid var(--rule)', alignItems: 'center' }}>
                <Button isDisabled={!onGo || list.back === null} onPress={() => list.back && onGo?.(list.back)}>
                    ← Back
                </Button>
                <Button isDisabled={!onGo || list.forward === null} onPress={() => list.forward && onGo?.(list.forward)}>
                    Forward →
                </Button>
                <small style={{ marginLeft: 'auto', color: 'var(--ink-soft)' }}>they take {size(list.bytes) || '0 B'}</small>
            </div>
            <Rows aria-label="Steps" onKeyDown={moveInRows}>
                {steps.map((step, index) => (
                    <PastRow
                        key={step.id}
                        type="button"
                        $on={step.id === chosen}
                        $here={step.id === list.here}
                        aria-current={step.id === chosen}
                        data-step={step.id}
                        onClick={() => onChoose(step.id)}
                    >
                        <Rails lane={placed[index]} isHere={step.id === list.here} />
                        <span title={step.summary}>{step.summary}</span>
                        <small>{step.id === list.here ? 'on the screen' : ''}</small>
                        <small className="below">
                            {[moment(step.at), step.person, size(step.size) || '0 B'].filter(Boolean).join(' · ')}
                        </small>
                    </PastRow>
                ))}
                {steps.length < list.count && (
                    <p style={{ padding: '8px 14px' }}>
                        <TextButton onPress={() => onOlder(steps.at(-1)?.id ?? 0)}>Earlier steps</TextButton>
                    </p>
                )}
            </Rows>
        </>
    );
}

const WIDE = 9;

/** The line of steps down the margin, as on a tide chart. */
function Rails({ lane, isHere }: { lane: Lane | undefined; isHere: boolean }) {
    if (!lane) {
        return <i />;
    }
    const x = (column: number) => 6 + column * WIDE;
    return (
        <svg viewBox="0 0 34 38" preserveAspectRatio="xMinYMid" aria-hidden="true">
            {lane.through.map((column) => (
                <path key={column} d={`M${x(column)} -6V45`} stroke="var(--rule-strong)" strokeWidth="1.5" />
            ))}
            {lane.hasChild && <path d={`M${x(lane.column)} -6V19`} stroke="var(--ink-soft)" strokeWidth="1.5" />}
            {lane.parent !== null && (
                <path
                    d={`M${x(lane.column)} 19C${x(lane.column)} 34 ${x(lane.parent)} 30 ${x(lane.parent)} 45`}
                    fill="none"
                    stroke="var(--ink-soft)"
                    strokeWidth="1.5"
                />
            )}
            {isHere ? (
                <path d={`M${x(lane.column)} 12l7 7-7 7-7-7z`} fill="var(--brass)" />
            ) : (
                <circle cx={x(lane.column)} cy="19" r="3.5" fill="var(--paper)" stroke="var(--ink)" strokeWidth="1.5" />
            )}
        </svg>
    );
}
