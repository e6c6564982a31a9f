import { useQuery } from '@tanstack/react-query';
import { answer, api } from '../api/client';
import { TextButton } from '../ui/Button';

const ASK_MS = 400;

/** How far a large session has come; stopping it opens nothing. */
export function OpeningProgress() {
    const progress = useQuery({
        queryKey: ['opening'],
        queryFn: () => answer(api.GET('/sessions/progress')),
        refetchInterval: ASK_MS,
        gcTime: 0,
        retry: false,
    });
    const now = progress.data;
    if (now?.operation == null || now.done === null || now.of === null) {
        return <>Opening …</>;
    }
    const running = now.operation;
    return (
        <>
            Opening: {now.done} of {now.of} drafts are back.{' '}
            <TextButton onPress={() => void api.DELETE('/sessions/progress/{running}', { params: { path: { running } } }).catch(() => {})}>
                Stop, open nothing
            </TextButton>
        </>
    );
}
