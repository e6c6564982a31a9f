import { useQuery } from '@tanstack/react-query';
import { Link } from 'react-router';
import styled from 'styled-components';
import { answer, api } from '../api/client';
import { keys } from '../api/queries';
import { Button } from '../ui/Button';
import { Sheet, SheetActions } from '../ui/Sheet';
import { useParts } from '../ui/useParts';
import { readable } from '../ui/words';

const List = styled.ul`
    list-style: none; margin: 0; padding: 0; max-height: 50vh; overflow-y: auto;
    li { padding: 8px 0; border-bottom: 1px solid var(--rule); font-size: 14px; }
    a { color: var(--ink); overflow-wrap: anywhere; text-decoration-color: var(--rule-strong); text-underline-offset: 3px; }
    p { margin: 2px 0 0; color: var(--ink-soft); font-size: 13.5px; }
`;

const AT_ONCE = 100;

/** The documents that may refer to more than is known. */
export function PartlyReadSheet({ workspace, onClose }: { workspace: string; onClose: () => void }) {
    const found = useQuery({
        queryKey: keys.partlyRead(workspace),
        queryFn: () => answer(api.GET('/workspaces/{workspace}/partly-read', { params: { path: { workspace } } })),
    });
    const { shown, more } = useParts(found.data ?? [], AT_ONCE);
    return (
        <Sheet
            title="Documents that could not be read whole"
            sub="they may refer to more than is known; a plan that moves or deletes something searches them for its name"
            isOpen
            onClose={onClose}
        >
            {found.isError && <p>{found.error.message}</p>}
            <List>
                {shown.map((one) => (
                    <li key={one.documentId}>
                        <Link to={`/w/${workspace}/documents/${one.documentId}`}>{readable(one.path)}</Link>
                        <p>{one.why}</p>
                    </li>
                ))}
            </List>
            {more}
            <SheetActions>
                <Button onPress={onClose}>Close</Button>
            </SheetActions>
        </Sheet>
    );
}
