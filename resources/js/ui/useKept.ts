import { useState } from 'react';
import { remember, remembered } from './browserMemory';

/** A choice of one word that outlives a reload in this browser. */
export function useKept<T extends string>(key: string, otherwise: T): [T, (value: T) => void] {
    const [value, setValue] = useState<T>(() => (remembered(key) as T | null) ?? otherwise);
    const keep = (next: T) => {
        remember(key, next);
        setValue(next);
    };
    return [value, keep];
}
