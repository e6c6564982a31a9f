import { useRunning } from '../api/useRunning';
import { TextButton } from '../ui/Button';

/** How far a large session has come; stopping it opens nothing. */
export function OpeningProgress() {
    const running = useRunning();
    if (running === null) {
        return <>Opening …</>;
    }
    return (
        <>
            Opening: {running.done} of {running.of} drafts are back. <TextButton onPress={running.stop}>Stop, open nothing</TextButton>
        </>
    );
}
