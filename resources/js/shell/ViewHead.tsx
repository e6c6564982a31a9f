import type { ReactNode } from 'react';
import styled from 'styled-components';
import { isNarrow } from '../theme/sizes';
import { readable } from '../ui/words';

const Head = styled.header`
    display: flex; align-items: center; gap: 10px; padding: 12px 16px 12px 60px; border-bottom: 1px solid var(--rule-strong); min-height: 61px;
    h1 { font-size: 22px; }
    @media ${isNarrow} { flex-wrap: wrap; padding: 8px 12px; min-height: 0; gap: 6px 8px; > div:first-child { flex: 1 0 100%; flex-wrap: wrap; gap: 0 12px; } }
`;
const Words = styled.div`flex: 1; min-width: 0; display: flex; align-items: baseline; gap: 12px; h1 { overflow-wrap: break-word; flex: 0 1 auto; min-width: min-content; } p { color: var(--ink-soft); min-width: 0; white-space: nowrap; overflow: hidden; text-overflow: ellipsis; }`;

/** A view's name, what it is in plain words, and its actions. */
export function ViewHead({ title, sub, children }: { title: ReactNode; sub: string; children?: ReactNode }) {
    return (
        <Head>
            <Words>
                <h1>{typeof title === 'string' ? readable(title) : title}</h1>
                <p title={sub}>{sub}</p>
            </Words>
            {children}
        </Head>
    );
}
