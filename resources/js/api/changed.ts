import { useCallback, useSyncExternalStore } from 'react';

/** How often each document has changed since the page began, as far as news named it; under the empty name, how often anything may have. */
const changes = new Map<string, number>();
const listeners = new Set<() => void>();

/** News have come of these documents; null: any may have changed. */
export function noteChanged(ids: string[] | null): void {
    for (const id of ids ?? ['']) {
        changes.set(id, (changes.get(id) ?? 0) + 1);
    }
    for (const listener of listeners) {
        listener();
    }
}

/** Changes whenever one of these documents has: for what shows their contents, whose own rows say nothing of it. */
export function useChangesOf(ids: (string | null)[]): number {
    const follow = useCallback((changed: () => void) => {
        listeners.add(changed);
        return () => {
            listeners.delete(changed);
        };
    }, []);
    return useSyncExternalStore(follow, () => [...new Set(['', ...ids])].reduce((sum, id) => sum + (changes.get(id ?? '') ?? 0), 0));
}
