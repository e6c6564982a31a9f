import { useQuery } from '@tanstack/react-query';
import { useEffect, useState } from 'react';
import { useNavigate } from 'react-router';
import styled from 'styled-components';
import { answer, api, type Row } from '../api/client';
import { keys } from '../api/queries';
import { SmallPicture } from '../pictures/SmallPicture';
import { font } from '../theme/tokens';
import { Button } from '../ui/Button';
import { count, fileName, readable, size } from '../ui/words';

const Whole = styled.section`
    display: flex; flex-direction: column; gap: 10px; border-top: 1px solid var(--rule); padding-top: 14px;
    h3 { font-size: 16px; overflow-wrap: anywhere; }
    > code { font: 12px ${font.mono}; color: var(--ink-soft); overflow-wrap: anywhere; }
    dl { display: grid; grid-template-columns: auto minmax(0, 1fr); gap: 3px 12px; margin: 0; font-size: 14px; }
    dt { color: var(--ink-soft); } dd { margin: 0; overflow-wrap: anywhere; }
`;
/** Whoever goes through the rows does not ask for each of them. */
const SETTLED_MS = 250;
/** More fields stand with the document itself. */
const FIELDS = 6;

/** The document that is chosen in the list: what it looks like, what it says of itself, what hangs on it. */
export function Selected({ workspace, row }: { workspace: string; row: Row }) {
    const navigate = useNavigate();
    const [settled, setSettled] = useState(row.id);
    useEffect(() => {
        const timer = setTimeout(() => setSettled(row.id), SETTLED_MS);
        return () => clearTimeout(timer);
    }, [row.id]);
    const document = useQuery({
        queryKey: keys.document(workspace, settled),
        queryFn: () =>
            answer(api.GET('/workspaces/{workspace}/documents/{document}', { params: { path: { workspace, document: settled } } })),
        enabled: settled === row.id,
    }).data;
    const isIt = document?.row.id === row.id;
    const name = row.title ?? fileName(row.path);
    return (
        <Whole aria-label="The chosen document">
            <SmallPicture id={settled} width={292} says />
            <h3>{readable(name)}</h3>
            <code>{readable(row.path)}</code>
            <dl>
                {isIt &&
                    document.fields
                        .filter((field) => field.value !== '' && field.name !== 'title')
                        .slice(0, FIELDS)
                        .map((field) => (
                            <div key={field.name} style={{ display: 'contents' }}>
                                <dt>{field.name}</dt>
                                <dd>{readable(field.value)}</dd>
                            </div>
                        ))}
                <dt>refers to</dt>
                <dd>{isIt ? (document.refersTo.length === 0 ? 'nothing' : count(document.refersTo.length, 'reference')) : '…'}</dd>
                <dt>referred to by</dt>
                <dd>{isIt ? (document.referredBy.length === 0 ? 'nothing' : count(document.referredBy.length, 'reference')) : '…'}</dd>
                <dt>size</dt>
                <dd>{size(row.size)}</dd>
            </dl>
            <Button onPress={() => navigate(`/w/${workspace}/documents/${row.id}/reach`)}>What hangs on it</Button>
            <Button onPress={() => navigate(`/w/${workspace}/documents/${row.id}`)}>Open {readable(name)}</Button>
        </Whole>
    );
}
