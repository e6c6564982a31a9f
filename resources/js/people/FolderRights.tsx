import { useState } from 'react';
import styled from 'styled-components';
import type { FolderRight, Member } from '../api/client';
import { font } from '../theme/tokens';
import { Button, TextButton } from '../ui/Button';
import { readable } from '../ui/words';

const Part = styled.section`
    padding: 18px 16px; h2 { font-size: 17px; } p { color: var(--ink-soft); font-size: 14px; margin-top: 2px; }
    ul { list-style: none; margin: 8px 0; padding: 0; } li { display: flex; gap: 14px; align-items: center; border-bottom: 1px solid var(--rule); padding: 5px 0; code { min-width: 220px; } span { flex: 1; } }
    form { display: flex; flex-wrap: wrap; gap: 10px; align-items: center; margin-top: 8px; }
    input, select { font: 14px ${font.plain}; color: var(--ink); background: var(--sheet); border: 1px solid var(--rule-strong); border-radius: 3px; padding: 5px 8px; }
    input { font-family: ${font.mono}; font-size: 13px; min-width: 220px; }
`;

interface Props {
    folders: FolderRight[];
    members: Member[];
    mayKeep: boolean;
    onSet: (folders: { folder: string; person: number | null }[]) => void;
}

/** Folders in which some, or all who are no keepers, only read. */
export function FolderRights({ folders, members, mayKeep, onSet }: Props) {
    const [folder, setFolder] = useState('');
    const [who, setWho] = useState('');
    return (
        <Part>
            <h2>Folders that are only read</h2>
            <p>What lies there, at any depth, cannot be written, moved or replaced by them. Keepers write everywhere.</p>
            <ul>
                {folders.map((one) => (
                    <li key={`${one.folder} ${one.person}`}>
                        <code>{one.folder === '' ? 'everything' : `${readable(one.folder)}/`}</code>
                        <span>{one.person === null ? 'by everyone who is no keeper' : `by ${readable(one.name)}`}</span>
                        {mayKeep && (
                            <TextButton
                                aria-label={`let it be written again: ${one.folder}`}
                                onPress={() => onSet(folders.filter((other) => other !== one))}
                            >
                                let it be written
                            </TextButton>
                        )}
                    </li>
                ))}
                {folders.length === 0 && <li>None: every writer writes everywhere.</li>}
            </ul>
            {mayKeep && (
                <form
                    onSubmit={(event) => {
                        event.preventDefault();
                        onSet([...folders, { folder, person: who === '' ? null : Number(who) }]);
                        setFolder('');
                    }}
                >
                    <input
                        aria-label="Folder"
                        placeholder="folder, as archive/1907"
                        value={folder}
                        onChange={(event) => setFolder(event.target.value)}
                    />
                    <select aria-label="By whom it is only read" value={who} onChange={(event) => setWho(event.target.value)}>
                        <option value="">by everyone who is no keeper</option>
                        {members
                            .filter((one) => one.role !== 'keeper')
                            .map((one) => (
                                <option key={one.id} value={one.id}>
                                    by {one.name}
                                </option>
                            ))}
                    </select>
                    <Button type="submit" isDisabled={folder.trim() === ''}>
                        Only read it
                    </Button>
                </form>
            )}
        </Part>
    );
}
