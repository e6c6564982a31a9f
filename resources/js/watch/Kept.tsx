import { useNavigate, useParams } from 'react-router';
import styled from 'styled-components';
import type { Row } from '../api/client';
import { font } from '../theme/tokens';
import { Button } from '../ui/Button';
import { clock } from '../ui/locale';
import { useNow } from '../ui/useNow';
import { ago, count } from '../ui/words';
import { useNotKept } from './keeping';
import { useWatch } from './useWatch';

const Stop = styled.button`
    font: 600 14px ${font.plain}; color: var(--stop); background: var(--stop-tint); border: 1.5px solid var(--stop); border-radius: 3px; padding: 4px 10px; cursor: pointer; white-space: nowrap; overflow: hidden; text-overflow: ellipsis; min-width: 0;
`;
const Calm = styled(
    Button,
)`font-weight: 400; white-space: nowrap; display: flex; gap: 7px; align-items: center; strong { font-weight: 600; border: 1.5px solid var(--brass); padding: 0 6px; border-radius: 2px; }`;

/** Twice the time in which a point should have been made; then something keeps it from being made. */
const LATE = 2;

/** When the work was last kept, and what keeps it from being kept. */
export function Kept({ rows, isReached, onOpen }: { rows: Row[]; isReached: boolean; onOpen: () => void }) {
    const { workspace = '' } = useParams();
    const navigate = useNavigate();
    const now = useNow(2000);
    const notKept = useNotKept();
    const watch = useWatch(workspace).query.data;
    const first = notKept[0];
    if (first) {
        const words =
            notKept.length === 1
                ? `“${first.name}” is not kept on the server`
                : `${count(notKept.length, 'document')} are not kept on the server`;
        return (
            <Stop type="button" role="alert" title={first.why} onClick={() => navigate(`/w/${workspace}/documents/${first.id}`)}>
                {words} since {clock(first.since)}
            </Stop>
        );
    }
    const latest = rows.reduce<Row | null>((best, row) => (row.draftAt && row.draftAt > (best?.draftAt ?? '') ? row : best), null);
    const isStanding = watch?.standsDownUntil && Date.parse(watch.standsDownUntil) > now;
    const changedSince = latest?.draftAt && latest.draftAt > (watch?.newestAt ?? '') ? Date.parse(latest.draftAt) : null;
    const isLate =
        isReached && !isStanding && watch !== undefined && changedSince !== null && now - changedSince > LATE * 60_000 * watch.minutes;
    return (
        <Calm $quiet onPress={onOpen} aria-description="Opens the watch: autosave and recovery points">
            {isStanding ? (
                <strong>watch stands down until {clock(Date.parse(watch?.standsDownUntil ?? ''))}</strong>
            ) : (
                isLate && <strong>no recovery point since {ago(watch?.newestAt ?? latest?.draftAt ?? null, now)}</strong>
            )}
            <span>{latest?.draftAt ? `drafts kept ${ago(latest.draftAt, now)}` : 'nothing unsaved'}</span>
        </Calm>
    );
}
