import { useState } from 'react';

/** A choice of one word that outlives a reload in this browser. */
export function useKept<T extends string>(key: string, otherwise: T): [T, (value: T) => void] {
    const [value, setValue] = useState<T>(() => (localStorage.getItem(key) as T | null) ?? otherwise);
    const keep = (next: T) => {
        localStorage.setItem(key, next);
        setValue(next);
    };
    return [value, keep];
}
