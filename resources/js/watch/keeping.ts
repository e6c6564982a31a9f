import { useWatched, Watched } from '../ui/watched';

/** A document whose edits are not on the server. */
export interface NotKept {
    id: string;
    name: string;
    why: string;
    since: number;
}

const open = new Watched<readonly NotKept[]>([]);

/** Says that edits of a document could not be kept on the server, or that they are kept now. */
export function tellKeeping(id: string, name: string, why: string | null): void {
    const before = open.now().find((one) => one.id === id);
    if (why !== null) {
        open.set([...open.now().filter((one) => one.id !== id), { id, name, why, since: before?.since ?? Date.now() }]);
    } else if (before) {
        open.set(open.now().filter((one) => one.id !== id));
    }
}

export function useNotKept(): readonly NotKept[] {
    return useWatched(open);
}
