import { useEffect, useRef } from 'react';
import type { Command } from './commands';

/** Letters work where nobody types; chords work everywhere. Rows of the ledger see a letter first. */
export function useShortcuts(commands: () => Command[], isCovered: boolean): void {
    const latest = useRef({ commands, isCovered });
    latest.current = { commands, isCovered };
    useEffect(() => {
        function press(event: KeyboardEvent) {
            if (latest.current.isCovered || event.defaultPrevented) {
                return;
            }
            const target = event.target as HTMLElement;
            const isTyping = target.isContentEditable || ['INPUT', 'TEXTAREA', 'SELECT'].includes(target.tagName);
            const isChord = event.ctrlKey || event.metaKey || event.altKey;
            const key = isChord && event.key.length === 1 ? event.key.toUpperCase() : event.key;
            const pressed = `${event.ctrlKey || event.metaKey ? 'Ctrl+' : ''}${event.altKey ? 'Alt+' : ''}${key}`;
            if (isTyping && !isChord) {
                return;
            }
            const command = latest.current.commands().find((one) => one.keys === pressed);
            if (command) {
                event.preventDefault();
                command.run();
            }
        }
        window.addEventListener('keydown', press);
        return () => window.removeEventListener('keydown', press);
    }, []);
}
