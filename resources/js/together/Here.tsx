import { memo } from 'react';
import styled from 'styled-components';
import type { Row } from '../api/client';
import { useSession } from '../api/queries';
import { usePresent } from '../api/usePresence';
import { font } from '../theme/tokens';
import { useNow } from '../ui/useNow';
import { readable } from '../ui/words';

/** Whoever has kept a draft so lately is writing. */
const WRITING_MS = 8000;

const List = styled.span`display: inline-flex; gap: 3px; vertical-align: 1px; margin-left: 8px; flex: none;`;
const Sign = styled.abbr<{ $writes: boolean }>`
    font: 600 11px/15px ${font.plain}; letter-spacing: 0.03em; color: var(--ink); background: var(--tint); text-decoration: none; cursor: default;
    padding: 0 4px; border-bottom: 2px ${(p) => (p.$writes ? 'solid var(--brass)' : 'dotted var(--rule-strong)')}; white-space: nowrap;
`;

/** Who else has the document on their screen, by initials; whoever writes is underlined, and said to write. */
export const Here = memo(function Here({ workspace, row }: { workspace: string; row: Row }) {
    const { data: self } = useSession();
    const present = usePresent(workspace, row.id, self?.id);
    return present.length === 0 ? null : <Signs row={row} names={present.map((one) => one.name)} />;
});

function Signs({ row, names }: { row: Row; names: string[] }) {
    const now = useNow(4000);
    const writer = row.draftAt && now - Date.parse(row.draftAt) < WRITING_MS ? row.draftBy : null;
    return (
        <List>
            {names.map((name) => (
                <Sign key={name} $writes={name === writer} title={hereWords(name, writer)} aria-label={hereWords(name, writer)}>
                    {initials(name)}
                    {name === writer ? ' …' : ''}
                </Sign>
            ))}
        </List>
    );
}

export function hereWords(name: string, writer: string | null | undefined): string {
    return `${readable(name)} ${name === writer ? 'is writing in it' : 'has it on their screen'}`;
}

export function initials(name: string): string {
    const words = name.trim().split(/\s+/);
    const letters = [words[0], words.length > 1 ? words.at(-1) : ''].map((word) => Array.from(word ?? '')[0] ?? '');
    return readable(letters.join('').toUpperCase());
}
