import styled from 'styled-components';

export type FlagKind =
    | 'new'
    | 'modified'
    | 'as saved'
    | 'unsettled'
    | 'stray'
    | 'changed outside'
    | 'gone'
    | 'read-only'
    | 'locked'
    | 'moved'
    | 'two drafts'
    | 'lent'
    | 'state'
    | 'in a circle';

/** One division of the square for each state, so that it reads without colour and without its word. */
const DIVISION: Record<FlagKind, string> = {
    new: 'M1 13V1l12 12z',
    modified: 'M1 1h6v12H1z',
    'as saved': 'M5.5 5.5h3v3h-3z',
    unsettled: 'M1 1h6v6H1zM7 7h6v6H7z',
    stray: 'M1 3l2-2 4 4 4-4 2 2-4 4 4 4-2 2-4-4-4 4-2-2 4-4z',
    'changed outside': 'M1 5h12v4H1z',
    gone: 'M3.5 3.5h7v7h-7zM5 5v4h4V5z',
    'read-only': 'M5 1h4v12H5z',
    locked: 'M1 1h3v12H1zM10 1h3v12h-3z',
    moved: 'M1 1h12L7 8z',
    'two drafts': 'M1 2h12v3H1zM1 9h12v3H1z',
    lent: 'M7 7h6v6H7z',
    state: 'M1 9h12v4H1z',
    'in a circle': 'M7 2.6a4.4 4.4 0 1 0 .01 0zM7 5a2 2 0 1 1-.01 0z',
};

const Square = styled.svg<{ $calm: boolean }>`
    width: 14px; height: 14px; flex: none; color: ${(p) => (p.$calm ? 'var(--ink-soft)' : 'var(--ink)')};
`;

export function Flag({ kind }: { kind: FlagKind }) {
    return (
        <Square viewBox="0 0 14 14" $calm={kind === 'as saved'} aria-hidden="true">
            <rect x="0.75" y="0.75" width="12.5" height="12.5" fill="none" stroke="currentColor" strokeWidth="1.5" />
            <path d={DIVISION[kind]} fill="currentColor" fillRule="evenodd" />
        </Square>
    );
}
