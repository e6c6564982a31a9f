/**
 * A browser opens six connections to one server at most, for all its pages together (RFC 9112, section 9.4, leaves the number to
 * it). So only so many pages keep one for news, each while somebody sees it; the others ask now and then.
 */
const PLACES = 3;

let release: (() => void) | null = null;

export function canWaitForNews(): boolean {
    return release !== null;
}

async function take(): Promise<void> {
    for (let place = 1; place <= PLACES && release === null; place++) {
        await new Promise<void>((tried) => {
            void navigator.locks.request(`hafenbuch-news-${place}`, { ifAvailable: true }, (lock) => {
                tried();
                if (lock === null || release !== null || document.visibilityState !== 'visible') {
                    return;
                }
                return new Promise<void>((letGo) => {
                    release = letGo;
                });
            });
        });
    }
}

function look(): void {
    if (document.visibilityState === 'visible') {
        void take();
    } else {
        release?.();
        release = null;
    }
}

/** Only a page from this machine or over HTTPS is told of the other pages. */
if (typeof navigator !== 'undefined' && navigator.locks !== undefined) {
    document.addEventListener('visibilitychange', look);
    look();
}
