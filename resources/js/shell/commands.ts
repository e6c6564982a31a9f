import { createContext, useContext, useEffect, useId } from 'react';

export interface Command {
    name: string;
    /** A single letter works in the ledger's rows and outside of text fields; a chord works everywhere. */
    keys?: string;
    run: () => void;
}

export interface CommandBook {
    register: (owner: string, commands: Command[]) => void;
    withdraw: (owner: string) => void;
}

export const CommandBookContext = createContext<CommandBook>({ register: () => {}, withdraw: () => {} });

/** Offers a view's actions to the palette, the shortcut list and the keyboard for as long as the view is there. */
export function useCommands(commands: Command[]): void {
    const owner = useId();
    const book = useContext(CommandBookContext);
    useEffect(() => {
        book.register(owner, commands);
    });
    useEffect(() => () => book.withdraw(owner), [book, owner]);
}
