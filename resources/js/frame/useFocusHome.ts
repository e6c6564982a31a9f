import { useEffect } from 'react';

/**
 * Where what had the focus goes away, as a row that was opened or a button that was used up, the focus would fall to the
 * page, and the next key would do nothing. It goes to the nearest place around that is still there instead; in a view
 * that has changed, that is its heading.
 */
export function useFocusHome(): void {
    useEffect(() => {
        let around: HTMLElement[] = [];
        const note = (event: FocusEvent) => {
            around = [];
            for (let at = event.target as HTMLElement | null; at && at !== document.body; at = at.parentElement) {
                around.push(at);
            }
        };
        const home = () => {
            const had = around[0];
            if (!had || had.isConnected || (document.activeElement !== document.body && document.activeElement !== null)) {
                return;
            }
            const near = around.find((one) => one.isConnected && one.id !== 'app') ?? document.querySelector<HTMLElement>('main');
            const place = near?.tagName === 'MAIN' ? near.querySelector<HTMLElement>('h1, h2') : near;
            // A view whose code is still on its way has no heading yet.
            if (place) {
                around = [];
                if (!place.matches('a, button, input, textarea, select, [tabindex]')) {
                    place.tabIndex = -1;
                }
                place.focus({ preventScroll: true });
            }
        };
        const watcher = new MutationObserver(home);
        watcher.observe(document.body, { childList: true, subtree: true });
        document.addEventListener('focusin', note);
        return () => {
            watcher.disconnect();
            document.removeEventListener('focusin', note);
        };
    }, []);
}
