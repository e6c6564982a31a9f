import { useQuery } from '@tanstack/react-query';
import styled from 'styled-components';
import { answer, api } from '../api/client';
import { TextButton } from '../ui/Button';
import { size } from '../ui/words';

const ASK_MS = 500;
const Work = styled.div`display: flex; gap: 10px; align-items: center; font-size: 13.5px; progress { flex: 1; min-width: 60px; accent-color: var(--ink); }`;

/** How far packing, or looking into a crate, has come; stopping leaves nothing behind. */
export function CrateProgress() {
    const progress = useQuery({
        queryKey: ['crate-progress'],
        queryFn: () => answer(api.GET('/sessions/progress')),
        refetchInterval: ASK_MS,
        gcTime: 0,
        retry: false,
    });
    const now = progress.data;
    if (now?.operation == null || now.done === null || now.of === null) {
        return <Work role="status">at work …</Work>;
    }
    const running = now.operation;
    return (
        <Work role="status">
            <progress value={now.done} max={Math.max(1, now.of)} aria-label="Packed" />
            <span>
                {size(now.done)} of {size(now.of)}
            </span>
            <TextButton onPress={() => void api.DELETE('/sessions/progress/{running}', { params: { path: { running } } }).catch(() => {})}>
                stop
            </TextButton>
        </Work>
    );
}
