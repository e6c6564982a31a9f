import { useMemo, useRef, useState } from 'react';
import styled from 'styled-components';
import type { Command } from '../shell/commands';
import { TextBox } from '../ui/Field';
import { Sheet } from '../ui/Sheet';

const List = styled.div`overflow-y: auto; max-height: 46vh; border-top: 1px solid var(--rule);`;
const Item = styled.button<{ $on: boolean }>`
    display: flex; justify-content: space-between; gap: 12px; width: 100%; text-align: left; font: inherit; color: inherit; border: 0; cursor: pointer;
    border-bottom: 1px solid var(--rule); padding: 7px 10px; background: ${(p) => (p.$on ? 'var(--brass-tint)' : 'transparent')};
    span { overflow: hidden; text-overflow: ellipsis; white-space: nowrap; }
    kbd { font: inherit; font-size: 13px; color: var(--ink-soft); flex: none; }
`;

/** Every action and every open document, by typing part of its name. */
export function Palette({ commands, onClose }: { commands: Command[]; onClose: () => void }) {
    const [words, setWords] = useState('');
    const [at, setAt] = useState(0);
    const list = useRef<HTMLDivElement>(null);
    const found = useMemo(() => {
        const parts = words.toLowerCase().split(/\s+/).filter(Boolean);
        return commands.filter((command) => parts.every((part) => command.name.toLowerCase().includes(part))).slice(0, 60);
    }, [commands, words]);

    function run(command: Command | undefined) {
        if (command) {
            onClose();
            command.run();
        }
    }
    function step(by: number) {
        const next = Math.max(0, Math.min(found.length - 1, at + by));
        setAt(next);
        list.current?.children[next]?.scrollIntoView({ block: 'nearest' });
    }
    return (
        <Sheet title="Find or do" isOpen onClose={onClose} wide>
            <TextBox
                autoFocus
                aria-label="Find an action or an open document"
                role="combobox"
                aria-expanded
                aria-controls="palette-list"
                aria-activedescendant={`palette-${at}`}
                placeholder="part of a name"
                value={words}
                onChange={(event) => {
                    setWords(event.target.value);
                    setAt(0);
                }}
                onKeyDown={(event) => {
                    if (event.key === 'ArrowDown' || event.key === 'ArrowUp') {
                        event.preventDefault();
                        step(event.key === 'ArrowDown' ? 1 : -1);
                    } else if (event.key === 'Enter') {
                        event.preventDefault();
                        run(found[at]);
                    }
                }}
            />
            <List ref={list} id="palette-list" role="listbox" aria-label="Found">
                {found.map((command, index) => (
                    <Item
                        key={command.name}
                        id={`palette-${index}`}
                        role="option"
                        aria-selected={index === at}
                        tabIndex={-1}
                        $on={index === at}
                        onMouseMove={() => setAt(index)}
                        onClick={() => run(command)}
                    >
                        <span>{command.name}</span>
                        {command.keys && <kbd>{command.keys}</kbd>}
                    </Item>
                ))}
                {found.length === 0 && <p style={{ padding: 12 }}>Nothing has that name.</p>}
            </List>
        </Sheet>
    );
}
