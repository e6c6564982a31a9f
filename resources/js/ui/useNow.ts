import { useEffect, useState } from 'react';

/** The time, renewed every so many milliseconds, for words such as “4 s ago”. */
export function useNow(every = 5000): number {
    const [now, setNow] = useState(Date.now());
    useEffect(() => {
        const timer = setInterval(() => setNow(Date.now()), every);
        return () => clearInterval(timer);
    }, [every]);
    return now;
}
