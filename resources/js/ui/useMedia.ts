import { useCallback, useSyncExternalStore } from 'react';

/** Whether a media query holds now. */
export function useMedia(query: string): boolean {
    const follow = useCallback(
        (changed: () => void) => {
            const media = matchMedia(query);
            media.addEventListener('change', changed);
            return () => media.removeEventListener('change', changed);
        },
        [query],
    );
    return useSyncExternalStore(follow, () => matchMedia(query).matches);
}
