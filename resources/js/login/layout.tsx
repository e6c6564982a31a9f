import type { FormEvent, ReactNode } from 'react';
import styled from 'styled-components';
import { isNarrow } from '../theme/sizes';

const Page = styled.main`
    min-height: 100%; display: grid; grid-template-columns: minmax(0, 1fr) minmax(0, 1fr);
    @media ${isNarrow} { grid-template-columns: minmax(0, 1fr); grid-template-rows: auto 1fr; }
`;
const Side = styled.section`
    background: var(--tint); border-right: 1px solid var(--rule); display: flex; flex-direction: column; justify-content: center; padding: 8vh 7vw; gap: 14px;
    h1 { font-size: 40px; }
    p { max-width: 40ch; font-size: 17px; color: var(--ink-soft); }
    @media ${isNarrow} { padding: 24px; h1 { font-size: 26px; } svg { display: none; } }
`;
const Form = styled.form`display: flex; flex-direction: column; justify-content: center; gap: 14px; padding: 8vh 7vw; max-width: 480px; h2 { font-size: 22px; } @media ${isNarrow} { justify-content: flex-start; padding: 24px; }`;

/** What somebody sees who is not in yet: what this is, and beside it the one thing to fill in. */
export function Door({ title, onSubmit, children }: { title: string; onSubmit: () => void; children: ReactNode }) {
    return (
        <Page>
            <Side>
                <Lines />
                <h1>Hafenbuch</h1>
                <p>What you have open, what each document points at, and exactly what a save will write, before it writes.</p>
            </Side>
            <Form
                onSubmit={(event: FormEvent) => {
                    event.preventDefault();
                    onSubmit();
                }}
            >
                <h2>{title}</h2>
                {children}
            </Form>
        </Page>
    );
}

function Lines() {
    return (
        <svg width="120" height="72" viewBox="0 0 120 72" aria-hidden="true" fill="none" stroke="var(--ink)" strokeWidth="2">
            <path d="M110 8H44M110 28H44M110 48H44M110 66H44" stroke="var(--rule-strong)" />
            <path d="M40 8C4 8 4 48 40 48M40 28C20 28 20 48 40 48M40 28C26 28 26 66 40 66" />
        </svg>
    );
}
