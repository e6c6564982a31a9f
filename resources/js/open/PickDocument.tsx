import { useState } from 'react';
import styled from 'styled-components';
import type { FoundDocument } from '../api/client';
import { font } from '../theme/tokens';
import { Field } from '../ui/Field';
import { PathText } from '../ui/PathText';
import { fileName, readable } from '../ui/words';
import { useFound } from './OpenSheet';

const List = styled.div`overflow-y: auto; border-block: 1px solid var(--rule); height: 38vh;`;
const One = styled.button`
    display: block; width: 100%; text-align: left; background: none; border: 0; border-bottom: 1px solid var(--rule); padding: 6px 8px; cursor: pointer; color: inherit;
    &:hover { background: var(--tint-soft); }
    &:focus-visible { outline-offset: -2px; }
    b { display: block; font: 600 14.5px ${font.title}; }
    span { display: block; overflow: hidden; text-overflow: ellipsis; white-space: nowrap; font: 12px ${font.mono}; color: var(--ink-soft); }
`;

interface Props {
    workspace: string;
    /** The document that is not offered. */
    except: string;
    onPick: (document: FoundDocument) => void;
}

/** Finds a document of the workspace by words of its name, title or folder. */
export function PickDocument({ workspace, except, onPick }: Props) {
    const [words, setWords] = useState('');
    const found = useFound(workspace, words);
    return (
        <>
            <Field label="Words in name, title or folder" value={words} onChange={setWords} autoFocus />
            <List>
                {found.data
                    ?.filter((document) => document.id !== except)
                    .map((document) => (
                        <One key={document.id} type="button" onClick={() => onPick(document)}>
                            <b>{readable(document.title ?? fileName(document.path))}</b>
                            <span title={document.path}>
                                <PathText path={document.path} />
                            </span>
                        </One>
                    ))}
                {found.data?.length === 0 && <p style={{ padding: 14 }}>No document has these words.</p>}
            </List>
        </>
    );
}
