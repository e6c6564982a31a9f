import { useMemo, useRef, useState } from 'react';
import { useNavigate } from 'react-router';
import styled from 'styled-components';
import { useFind, useStill } from '../find/useFind';
import type { Command } from '../shell/commands';
import { TextBox } from '../ui/Field';
import { Sheet } from '../ui/Sheet';
import { fileName, readable } from '../ui/words';

const List = styled.div`overflow-y: auto; max-height: 46vh; border-top: 1px solid var(--rule);`;
const Item = styled.button<{ $on: boolean }>`
    display: flex; justify-content: space-between; gap: 12px; width: 100%; text-align: left; font: inherit; color: inherit; border: 0; cursor: pointer;
    border-bottom: 1px solid var(--rule); padding: 7px 10px; background: ${(p) => (p.$on ? 'var(--brass-tint)' : 'transparent')};
    span { overflow: hidden; text-overflow: ellipsis; white-space: nowrap; }
    kbd { font: inherit; font-size: 13px; color: var(--ink-soft); flex: none; }
`;

/** So many of the documents that are not open. */
const DOCUMENTS = 8;

/** Every action, every open document, and the best of all others, by typing a part of what one remembers. */
export function Palette({ workspace, commands, onClose }: { workspace: string; commands: Command[]; onClose: () => void }) {
    const navigate = useNavigate();
    const [words, setWords] = useState('');
    const [at, setAt] = useState(0);
    const list = useRef<HTMLDivElement>(null);
    const documents = useFind(workspace, useStill(words.trim()), DOCUMENTS).data?.documents;
    const found = useMemo(() => {
        const parts = words.toLowerCase().split(/\s+/).filter(Boolean);
        const own = commands.filter((command) => parts.every((part) => command.name.toLowerCase().includes(part))).slice(0, 60);
        if (parts.length === 0) {
            return own;
        }
        const named = new Set(own.map((command) => command.name));
        const others = (documents ?? []).map(
            ({ document }): Command => ({
                name: `${readable(document.title ?? fileName(document.path))}  ·  ${readable(document.path)}`,
                run: () => navigate(`/w/${workspace}/documents/${document.id}`),
            }),
        );
        const everywhere: Command = {
            name: `Find “${words.trim()}” in everything`,
            run: () => navigate(`/w/${workspace}/find?${new URLSearchParams({ q: words.trim() })}`),
        };
        return [...own, ...others.filter((one) => !named.has(one.name)), everywhere];
    }, [commands, words, documents, navigate, workspace]);

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
                aria-label="Find an action or a document"
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
