import { useSyncExternalStore } from 'react';

/** A document whose edits are not on the server. */
export interface NotKept {
    id: string;
    name: string;
    why: string;
    since: number;
}

let open: readonly NotKept[] = [];
const listeners = new Set<() => void>();

function set(next: readonly NotKept[]): void {
    open = next;
    for (const listener of listeners) {
        listener();
    }
}

/** Says that edits of a document could not be kept on the server, or that they are kept now. */
export function tellKeeping(id: string, name: string, why: string | null): void {
    const before = open.find((one) => one.id === id);
    if (why !== null) {
        set([...open.filter((one) => one.id !== id), { id, name, why, since: before?.since ?? Date.now() }]);
    } else if (before) {
        set(open.filter((one) => one.id !== id));
    }
}

export function useNotKept(): readonly NotKept[] {
    return useSyncExternalStore(
        (listener) => {
            listeners.add(listener);
            return () => listeners.delete(listener);
        },
        () => open,
    );
}
