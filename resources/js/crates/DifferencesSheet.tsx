import { useQuery } from '@tanstack/react-query';
import { useNavigate } from 'react-router';
import styled from 'styled-components';
import { answer, api, type Crate } from '../api/client';
import { font } from '../theme/tokens';
import { Button } from '../ui/Button';
import { Notice } from '../ui/Notice';
import { Sheet, SheetActions } from '../ui/Sheet';
import { useParts } from '../ui/useParts';
import { count, moment, readable } from '../ui/words';

const List = styled.ul`list-style: none; margin: 0; padding: 0; max-height: 40vh; overflow-y: auto; border-top: 1px solid var(--rule-strong);
    li { display: grid; grid-template-columns: 110px minmax(0, 1fr); gap: 12px; padding: 4px 2px; border-bottom: 1px solid var(--rule); font-size: 14px; } code { font: 12.5px/20px ${font.mono}; overflow-wrap: anywhere; }`;

/** What differs by now if a crate is packed again with the same choices. */
export function DifferencesSheet({ workspace, crate, onClose }: { workspace: string; crate: Crate; onClose: () => void }) {
    const navigate = useNavigate();
    const asked = useQuery({
        queryKey: [workspace, 'crates', crate.number],
        queryFn: () => answer(api.GET('/workspaces/{workspace}/crates/{crate}', { params: { path: { workspace, crate: crate.number } } })),
        staleTime: 0,
    });
    const { shown, more } = useParts(asked.data?.differences ?? [], 100);
    const problem = asked.error?.message ?? asked.data?.problem;
    return (
        <Sheet
            title={`“${crate.name}” as of today`}
            sub={`what differs since it was packed on ${moment(crate.at)}`}
            isOpen
            onClose={onClose}
            wide
        >
            {asked.isPending && <p>Looking …</p>}
            {problem && <Notice stop>{problem}</Notice>}
            {asked.data && !problem && (
                <p>
                    {asked.data.differences.length === 0
                        ? 'Nothing: packed again it would hold the same.'
                        : `${count(asked.data.differences.length, 'file')} would be another, or would come or go:`}
                </p>
            )}
            {shown.length > 0 && (
                <List aria-label="What differs">
                    {shown.map((one) => (
                        <li key={one.path}>
                            <span>{one.how}</span>
                            <code>{readable(one.path)}</code>
                        </li>
                    ))}
                </List>
            )}
            {more}
            <SheetActions>
                <Button onPress={onClose}>Leave it</Button>
                <Button $main isDisabled={!asked.data} onPress={() => navigate(`/w/${workspace}/crates/pack?crate=${crate.number}`)}>
                    Go to packing …
                </Button>
            </SheetActions>
        </Sheet>
    );
}
