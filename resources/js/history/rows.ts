import type { KeyboardEvent } from 'react';
import styled from 'styled-components';
import { font } from '../theme/tokens';

/** The rows of a past: one above the other, newest first. */
export const Rows = styled.div`overflow-y: auto; flex: 1; min-height: 0;`;
export const PastRow = styled.button<{ $on: boolean; $here?: boolean; $picture?: number }>`
    display: grid; grid-template-columns: 34px ${(p) => (p.$picture ? `${p.$picture}px` : '')} minmax(0, 1fr) auto; gap: 0 8px; width: 100%; text-align: left; font: 14px/19px ${font.plain}; color: inherit; cursor: pointer;
    border: 0; border-bottom: 1px solid var(--rule); padding: 5px 14px 6px 10px;
    background: ${(p) => (p.$on ? 'var(--brass-tint)' : p.$here ? 'var(--tint-soft)' : 'transparent')}; box-shadow: ${(p) => (p.$on ? 'inset 3px 0 var(--brass)' : 'none')};
    &:hover { background: ${(p) => (p.$on ? 'var(--brass-tint)' : 'var(--tint-soft)')}; }
    &:focus-visible { outline-offset: -2px; }
    b { font-weight: 600; text-align: right; }
    span, small { overflow: hidden; text-overflow: ellipsis; white-space: nowrap; }
    small { color: var(--ink-soft); font-size: 12.5px; }
    small.below { grid-column: ${(p) => (p.$picture ? 3 : 2)} / -1; } > [data-picture] { grid-row: 1 / 3; grid-column: 2; } b:first-child { grid-column: 1; grid-row: 1; }
    svg { width: 100%; height: 100%; min-height: 26px; grid-row: 1 / 3; overflow: visible; }
    em { font-style: normal; font-weight: 600; }
`;

/** Up and down move from row to row, and choose. */
export function moveInRows(event: KeyboardEvent<HTMLElement>): void {
    const step = event.key === 'ArrowDown' ? 1 : event.key === 'ArrowUp' ? -1 : 0;
    const rows = [...event.currentTarget.querySelectorAll('button')].filter((row) => row.hasAttribute('aria-current'));
    const next = rows[rows.indexOf(document.activeElement as HTMLButtonElement) + step];
    if (step !== 0 && next) {
        event.preventDefault();
        next.focus();
        next.click();
    }
}
