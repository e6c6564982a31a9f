import { Link } from 'react-router';
import styled from 'styled-components';
import type { Document } from '../api/client';
import { TextButton } from '../ui/Button';
import { markWords } from '../ui/mark';
import { moment, readable } from '../ui/words';

const List = styled.ul`list-style: none; margin: 4px 0 0; padding: 0; font-size: 13px; color: var(--ink-soft); li { padding: 2px 0; }`;

/** How far a document has come, how it came there, and the way on. */
export function ReleasePart({ workspace, document, onMove }: { workspace: string; document: Document; onMove?: () => void }) {
    const [newest, ...older] = document.released;
    return (
        <>
            <p>
                {document.row.state === null ? 'Nobody has moved it yet.' : <b>{markWords(document.row)}</b>}
                {newest && document.row.state !== null && (
                    <small style={{ color: 'var(--ink-soft)' }}>
                        {' '}
                        since {moment(newest.at)}, {readable(newest.by) || 'somebody who is gone'}
                    </small>
                )}
            </p>
            {older.length > 0 && (
                <List>
                    {older.slice(0, 8).map((one) => (
                        <li key={one.entry}>
                            <Link to={`/w/${workspace}/logbook/${one.entry}`}>{readable(one.words)}</Link>, {moment(one.at)}
                        </li>
                    ))}
                </List>
            )}
            {onMove && (
                <p style={{ paddingTop: 4 }}>
                    <TextButton onPress={onMove}>Move it to another state …</TextButton>
                </p>
            )}
        </>
    );
}
