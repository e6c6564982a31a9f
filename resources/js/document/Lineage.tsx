import { Link } from 'react-router';
import styled from 'styled-components';
import type { Document } from '../api/client';
import { fileName, moment, readable } from '../ui/words';

const List = styled.ul`list-style: none; margin: 0; padding: 0; font-size: 14px; li { padding: 3px 0; } small { color: var(--ink-soft); } a { text-decoration-color: var(--rule-strong); }`;

/** What a document was made from, and what was made from it. */
export function Lineage({ document, workspace }: { document: Document; workspace: string }) {
    const { madeFrom, madeFromIt } = document;
    return (
        <List>
            {madeFrom && (
                <li>
                    {madeFrom.kind === 'copied' ? 'A copy of ' : 'Saved from '}
                    <Link to={`/w/${workspace}/documents/${madeFrom.documentId}`} title={madeFrom.path}>
                        {readable(madeFrom.title ?? fileName(madeFrom.path))}
                    </Link>{' '}
                    <small>{madeFrom.at ? moment(madeFrom.at) : ''}</small>
                </li>
            )}
            {madeFromIt.map((one) => (
                <li key={one.documentId}>
                    {one.kind === 'copied' ? 'Copied to ' : 'Went on as '}
                    <Link to={`/w/${workspace}/documents/${one.documentId}`} title={one.path}>
                        {readable(one.path)}
                    </Link>{' '}
                    <small>{one.at ? moment(one.at) : ''}</small>
                </li>
            ))}
        </List>
    );
}
