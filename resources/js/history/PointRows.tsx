import type { UseQueryResult } from '@tanstack/react-query';
import type { RecoveryState } from '../api/client';
import { Empty } from '../ui/Empty';
import { moment, size } from '../ui/words';
import { moveInRows, PastRow, Rows } from './rows';

export const REASONS: Record<string, string> = {
    time: 'by the clock',
    edits: 'after many edits',
    idle: 'when you paused',
    'by hand': 'made by hand',
    'before recovery': 'before a recovery',
    'before opening': 'before a session was opened',
    'from a session': 'of a session, where another draft stayed',
    'before bringing back': 'before bringing something back',
};

interface Props {
    query: UseQueryResult<RecoveryState[]>;
    chosen: number | null;
    onChoose: (point: number) => void;
}

/** Your recovery points that hold a draft of the document. */
export function PointRows({ query, chosen, onChoose }: Props) {
    const points = query.data ?? [];
    if (points.length === 0) {
        return (
            <Empty title={query.isPending ? 'Reading …' : 'No recovery points'}>
                <p>{query.isError ? query.error.message : 'None of yours holds a draft of it.'}</p>
            </Empty>
        );
    }
    return (
        <Rows aria-label="Recovery points" onKeyDown={moveInRows}>
            {points.map((point) => (
                <PastRow
                    key={point.id}
                    type="button"
                    $on={point.id === chosen}
                    aria-current={point.id === chosen}
                    data-point={point.id}
                    onClick={() => onChoose(point.id)}
                >
                    <b />
                    <span>{moment(point.at)}</span>
                    <small />
                    <small className="below">
                        {REASONS[point.reason] ?? point.reason} · {size(point.size) || '0 B'}
                    </small>
                </PastRow>
            ))}
        </Rows>
    );
}
