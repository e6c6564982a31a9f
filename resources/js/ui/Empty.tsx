import type { ReactNode } from 'react';
import styled from 'styled-components';
import { readable } from './words';

const Place = styled.div`
    display: grid; justify-items: center; align-content: center; text-align: center; gap: 12px; padding: 60px 30px; color: var(--ink-soft); height: 100%;
    h1, h2 { color: var(--ink); font-size: 20px; }
    p { max-width: 44ch; }
`;

/** A view that has nothing to show yet, or cannot show it, and the next step. `whole`: nothing else is on the page that names it. */
export function Empty({ title, whole, children }: { title: string; whole?: boolean; children?: ReactNode }) {
    return (
        <Place>
            <svg width="96" height="24" viewBox="0 0 96 24" aria-hidden="true">
                <path d="M2 12q10-9 20 0t20 0 20 0 20 0 12-4" fill="none" stroke="var(--rule-strong)" strokeWidth="2" />
                <path d="M2 20q10-9 20 0t20 0 20 0 20 0 12-4" fill="none" stroke="var(--rule)" strokeWidth="2" />
            </svg>
            {whole ? <h1>{readable(title)}</h1> : <h2>{readable(title)}</h2>}
            {children}
        </Place>
    );
}
