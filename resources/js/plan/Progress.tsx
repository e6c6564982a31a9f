import styled from 'styled-components';
import { TextButton } from '../ui/Button';

const Bar = styled.div`
    display: flex; align-items: center; gap: 12px; font-size: 13.5px;
    progress { flex: 1; height: 8px; accent-color: var(--brass); min-width: 60px; }
`;

/** How far the writing has come; stopping takes back what was written. */
export function Progress({ done, of, onStop }: { done: number; of: number; onStop: () => void }) {
    return (
        <Bar role="status">
            <progress value={done} max={of} aria-label="Files written" />
            <span>
                {done} of {of} files
            </span>
            <TextButton onPress={onStop}>Stop, take back</TextButton>
        </Bar>
    );
}
