import { useEffect, useRef } from 'react';

/** Has the browser ask before a page with unsaved work is closed; whoever stays then sees what is unsaved. */
export function useLeaving(hasUnsaved: boolean, onStay: () => void): void {
    const latest = useRef(onStay);
    latest.current = onStay;
    useEffect(() => {
        if (!hasUnsaved) {
            return;
        }
        const ask = (event: BeforeUnloadEvent) => {
            event.preventDefault();
            // The page goes on only where the person has chosen to stay; then it says what there is to decide.
            setTimeout(() => setTimeout(() => latest.current(), 300), 0);
        };
        window.addEventListener('beforeunload', ask);
        return () => window.removeEventListener('beforeunload', ask);
    }, [hasUnsaved]);
}
