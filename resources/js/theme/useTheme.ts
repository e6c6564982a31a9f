import { useSyncExternalStore } from 'react';

type Theme = 'day' | 'night';
const KEY = 'hafenbuch.theme';
const listeners = new Set<() => void>();

function current(): Theme {
    const kept = localStorage.getItem(KEY);
    if (kept === 'day' || kept === 'night') {
        return kept;
    }
    return matchMedia('(prefers-color-scheme: dark)').matches ? 'night' : 'day';
}

export function applyTheme(): void {
    document.documentElement.dataset.theme = current();
}

export function useTheme(): [Theme, () => void] {
    const theme = useSyncExternalStore((listener) => {
        listeners.add(listener);
        return () => listeners.delete(listener);
    }, current);
    const turn = () => {
        localStorage.setItem(KEY, theme === 'day' ? 'night' : 'day');
        applyTheme();
        for (const listener of listeners) {
            listener();
        }
    };
    return [theme, turn];
}
