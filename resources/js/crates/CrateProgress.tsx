import styled from 'styled-components';
import { useRunning } from '../api/useRunning';
import { TextButton } from '../ui/Button';
import { size } from '../ui/words';

const Work = styled.div`display: flex; gap: 10px; align-items: center; font-size: 13.5px; progress { flex: 1; min-width: 60px; accent-color: var(--ink); }`;

/** How far packing, or looking into a crate, has come; stopping leaves nothing behind. */
export function CrateProgress() {
    const running = useRunning();
    if (running === null) {
        return <Work role="status">at work …</Work>;
    }
    return (
        <Work role="status">
            <progress value={running.done} max={Math.max(1, running.of)} aria-label="Packed" />
            <span>
                {size(running.done)} of {size(running.of)}
            </span>
            <TextButton onPress={running.stop}>stop</TextButton>
        </Work>
    );
}
