import { useEffect, useRef } from 'react';
import type { Command } from '../shell/commands';

/**
 * Letters work where nobody types, and rows of the ledger see one first. Chords work everywhere, and before whatever has
 * the focus: Ctrl+Enter on a button is the chord and no press of the button.
 */
export function useShortcuts(commands: () => Command[], isCovered: boolean): void {
    const latest = useRef({ commands, isCovered });
    latest.current = { commands, isCovered };
    useEffect(() => {
        function run(event: KeyboardEvent, pressed: string) {
            const command = latest.current.isCovered ? undefined : latest.current.commands().find((one) => one.keys === pressed);
            if (command) {
                event.preventDefault();
                event.stopPropagation();
                command.run();
            }
        }
        function chord(event: KeyboardEvent) {
            if (event.ctrlKey || event.metaKey || event.altKey) {
                const key = event.key.length === 1 ? event.key.toUpperCase() : event.key;
                run(event, `${event.ctrlKey || event.metaKey ? 'Ctrl+' : ''}${event.altKey ? 'Alt+' : ''}${key}`);
            }
        }
        function letter(event: KeyboardEvent) {
            const target = event.target as HTMLElement;
            const isTyping = target.isContentEditable || ['INPUT', 'TEXTAREA', 'SELECT'].includes(target.tagName);
            if (!isTyping && !event.defaultPrevented && !(event.ctrlKey || event.metaKey || event.altKey)) {
                run(event, event.key);
            }
        }
        window.addEventListener('keydown', chord, true);
        window.addEventListener('keydown', letter);
        return () => {
            window.removeEventListener('keydown', chord, true);
            window.removeEventListener('keydown', letter);
        };
    }, []);
}
