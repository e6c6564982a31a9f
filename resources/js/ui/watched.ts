import { startTransition, useEffect, useState, useSyncExternalStore } from 'react';

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

/** The same, for what need not be drawn before the key is answered by which it changes. */
export function useFollowed<T>(watched: Watched<T>): T {
    const [followed, setFollowed] = useState(watched.now);
    useEffect(() => {
        const follow = () => startTransition(() => setFollowed(watched.now));
        follow();
        return watched.watch(follow);
    }, [watched]);
    return followed;
}

/** A part of it, for what is not drawn anew when only the rest changes; the same part is the same object. */
export function usePart<T, P>(watched: Watched<T>, of: (value: T) => P): P {
    return useSyncExternalStore(watched.watch, () => of(watched.now()));
}

/** The same once it has stood still for so many milliseconds, for what is too slow to follow each step. */
export function useSettled<T>(watched: Watched<T>, ms: number): T {
    const [settled, setSettled] = useState(watched.now);
    useEffect(() => {
        let timer = setTimeout(() => setSettled(watched.now), ms);
        const end = watched.watch(() => {
            clearTimeout(timer);
            timer = setTimeout(() => setSettled(watched.now), ms);
        });
        return () => {
            clearTimeout(timer);
            end();
        };
    }, [watched, ms]);
    return settled;
}
