import { useEffect, useRef } from 'react';

/** The browser's “Back” closes a sheet that lies over the page, and leaves the page behind it as it is. */
export function useBack(onBack: () => void): void {
    const latest = useRef(onBack);
    latest.current = onBack;
    useEffect(() => {
        const own = crypto.randomUUID();
        // Only a sheet that stays; development mounts each one twice.
        const begun = setTimeout(() => history.pushState({ ...history.state, sheet: own }, ''));
        const back = () => {
            if (history.state?.sheet !== own) {
                latest.current();
            }
        };
        window.addEventListener('popstate', back);
        return () => {
            clearTimeout(begun);
            window.removeEventListener('popstate', back);
            // Closed in another way, it leaves no step behind; where the page has gone on meanwhile, that step stays behind it.
            if (history.state?.sheet === own) {
                history.back();
            }
        };
    }, []);
}
