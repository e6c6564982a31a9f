import { useState } from 'react';

/** What the frame says: quietly and for a while what was done, and what went wrong until the person has seen it. */
export function useSaid() {
    const [said, setSaid] = useState<string | null>(null);
    const [told, tell] = useState<string | null>(null);

    function say(message: string | null, seconds = 4) {
        setSaid(message);
        setTimeout(() => setSaid((now) => (now === message ? null : now)), 1000 * seconds);
    }
    return { said, say, told, tell };
}
