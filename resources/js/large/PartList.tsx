import { useState } from 'react';
import styled from 'styled-components';
import { Button, TextButton } from '../ui/Button';
import { Check } from '../ui/Check';
import { Flag } from '../ui/Flag';
import { count, fileName, readable } from '../ui/words';
import type { Part } from './parts';

const Panel = styled.section`
    position: absolute; left: 0; bottom: 44px; width: min(340px, 80vw); max-height: min(46vh, 420px); overflow-y: auto; background: var(--sheet); border: 1px solid var(--rule-strong); padding: 8px 12px 10px; font-size: 14px;
    ul { list-style: none; margin: 6px 0 0; padding: 0; border-top: 1px solid var(--rule-strong); }
    li { display: grid; grid-template-columns: minmax(0, 1fr) auto; gap: 10px; align-items: center; padding: 4px 0; border-bottom: 1px solid var(--rule); }
    li > span { display: flex; gap: 8px; align-items: center; color: var(--ink-soft); font-size: 13px; }
    label { min-width: 0; overflow: hidden; text-overflow: ellipsis; white-space: nowrap; }
`;

interface Props {
    parts: Part[];
    /** Paths. */
    hidden: string[];
    isLit: boolean;
    onHide: (paths: string[]) => void;
    onLight: (isLit: boolean) => void;
    onOpen: (id: string) => void;
}

/** The parts of a scene: which are seen, which stand out, and the way to each. */
export function PartList({ parts, hidden, isLit, onHide, onLight, onOpen }: Props) {
    const [isOpen, setOpen] = useState(false);
    const standing = parts.filter((part) => part.flag !== null).length;
    return (
        <>
            <Button aria-expanded={isOpen} onPress={() => setOpen(!isOpen)}>
                {count(parts.length, 'part')}
                {standing > 0 && `, ${standing} of note`}
                {hidden.length > 0 && `, ${hidden.length} hidden`}
            </Button>
            {isOpen && (
                <Panel aria-label="Parts">
                    <Check isSelected={isLit} onChange={onLight}>
                        Light up what is unsaved
                    </Check>
                    <ul>
                        {parts.map((part) => (
                            <li key={part.path}>
                                <Check
                                    isSelected={!hidden.includes(part.path)}
                                    onChange={(on) => onHide(on ? hidden.filter((one) => one !== part.path) : [...hidden, part.path])}
                                >
                                    <span title={part.path}>{part.title ?? readable(fileName(part.path))}</span>
                                </Check>
                                <span>
                                    {part.flag && (
                                        <>
                                            <Flag kind={part.flag} /> {part.flag === 'stray' ? 'is not there' : part.flag}
                                        </>
                                    )}
                                    {part.id && (
                                        <TextButton
                                            aria-label={`Open ${part.title ?? fileName(part.path)}`}
                                            onPress={() => part.id && onOpen(part.id)}
                                        >
                                            open
                                        </TextButton>
                                    )}
                                </span>
                            </li>
                        ))}
                    </ul>
                </Panel>
            )}
        </>
    );
}
