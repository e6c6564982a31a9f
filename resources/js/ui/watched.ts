import { useSyncExternalStore } from 'react';

/** A value outside of React that parts of the page watch. Watching gives back the way to end it. */
export class Watched<T> {
    private readonly watchers = new Set<() => void>();

    constructor(private value: T) {}

    readonly now = (): T => this.value;

    readonly watch = (watcher: () => void): (() => void) => {
        this.watchers.add(watcher);
        return () => this.watchers.delete(watcher);
    };

    set(value: T): void {
        if (value !== this.value) {
            this.value = value;
            // One that throws keeps no other from hearing.
            for (const watcher of [...this.watchers]) {
                try {
                    watcher();
                } catch (error) {
                    reportError(error);
                }
            }
        }
    }
}

export function useWatched<T>(watched: Watched<T>): T {
    return useSyncExternalStore(watched.watch, watched.now);
}
