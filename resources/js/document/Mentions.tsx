import { Link } from 'react-router';
import styled from 'styled-components';
import type { Document } from '../api/client';
import { useParts } from '../ui/useParts';
import { readable } from '../ui/words';

const List = styled.ul`
    list-style: none; margin: 0; padding: 0;
    li { padding: 5px 0; border-bottom: 1px solid var(--rule); font-size: 14px; }
    a { color: var(--ink); overflow-wrap: anywhere; text-decoration-color: var(--rule-strong); text-underline-offset: 3px; }
    small { display: block; color: var(--ink-soft); font-size: 12.5px; }
`;

const AT_ONCE = 20;

/** Documents that nothing can read whole, and that may refer to this one. */
export function Mentions({ mentions, workspace }: { mentions: Document['mentionedIn']; workspace: string }) {
    const { shown, more } = useParts(mentions, AT_ONCE);
    return (
        <>
            <p style={{ paddingTop: 10 }}>Could not be read whole, and may refer to it:</p>
            <List>
                {shown.map((one) => (
                    <li key={one.documentId} title={one.why}>
                        <Link to={`/w/${workspace}/documents/${one.documentId}`}>{readable(one.path)}</Link>
                        <small>{one.isSearched ? 'its bytes contain the name' : 'it could not be searched either'}</small>
                    </li>
                ))}
            </List>
            {more}
        </>
    );
}
