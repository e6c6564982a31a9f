import { useQuery } from '@tanstack/react-query';
import styled from 'styled-components';
import { answer, api, type Document } from '../api/client';
import { keys } from '../api/queries';

const List = styled.dl`margin: 0; display: grid; grid-template-columns: auto minmax(0, 1fr); gap: 2px 14px; font-size: 14px; dt { color: var(--ink-soft); } dd { margin: 0; overflow-wrap: anywhere; }`;

/** How large a picture is, how it keeps its colours, how long a sound is; nothing of what is neither. */
export function KnownFacts({ workspace, document }: { workspace: string; document: Document }) {
    const { row, mediaType } = document;
    const isMedia = /^(image|audio|video)\//.test(mediaType) && mediaType !== 'image/svg+xml';
    const facts = useQuery({
        queryKey: [...keys.document(workspace, row.id), 'facts', row.revision],
        queryFn: () =>
            answer(api.GET('/workspaces/{workspace}/documents/{document}/facts', { params: { path: { workspace, document: row.id } } })),
        enabled: isMedia,
        placeholderData: (before) => before,
    });
    if (!isMedia || !facts.data || facts.data.length === 0) {
        return null;
    }
    return (
        <List aria-label="What is known of it">
            {facts.data.map(({ name, value }) => [<dt key={name}>{name}</dt>, <dd key={`${name} is`}>{value}</dd>])}
        </List>
    );
}
