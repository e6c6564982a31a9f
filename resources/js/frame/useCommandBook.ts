import { useCallback, useMemo, useRef } from 'react';
import type { Command, CommandBook } from '../shell/commands';

/** Collects the actions that the views offer, for as long as each is there. Who shows them asks when they are shown. */
export function useCommandBook() {
    const entries = useRef(new Map<string, Command[]>());
    const book = useMemo<CommandBook>(
        () => ({
            register: (owner, commands) => {
                entries.current.set(owner, commands);
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
