import { useCallback, useMemo, useRef, useState } from 'react';
import type { Command, CommandBook } from '../shell/commands';

/** Collects the actions that the views offer, for as long as each is there. */
export function useCommandBook() {
    const entries = useRef(new Map<string, Command[]>());
    const [, renew] = useState(0);
    const book = useMemo<CommandBook>(
        () => ({
            register: (owner, commands) => {
                const before = entries.current.get(owner);
                entries.current.set(owner, commands);
                if (before?.map((one) => one.name).join() !== commands.map((one) => one.name).join()) {
                    renew((count) => count + 1);
                }
            },
            withdraw: (owner) => {
                entries.current.delete(owner);
            },
        }),
        [],
    );
    const commands = useCallback(() => [...entries.current.values()].flat(), []);
    return { book, commands };
}
