import styled from 'styled-components';
import { isNarrow, isStacked, LEAST_HEIGHT, TARGET } from '../theme/sizes';
import { font } from '../theme/tokens';

export const Page = styled.div`
    display: grid; grid-template: minmax(46px, auto) auto minmax(0, 1fr) / 136px minmax(0, 1fr); height: max(100%, ${LEAST_HEIGHT}px);
    @media ${isNarrow} { grid-template-columns: minmax(0, 1fr); }
`;
export const Top = styled.header`
    grid-column: 1 / -1; display: flex; align-items: center; gap: 16px; padding: 0 16px; border-bottom: 1px solid var(--rule-strong); background: var(--tint);
    b { font: 600 17px ${font.title}; }
    span.room { flex: 1; }
    a.who { text-decoration: none; } a.who:hover, a.who.active { text-decoration: underline; text-decoration-color: var(--brass); }
    span.kept, .who { font-size: 14px; white-space: nowrap; }
    > button { white-space: nowrap; flex: none; padding-inline: 8px; }
    @media ${isStacked} { gap: 8px; padding: 0 10px; }
    @media ${isNarrow} { gap: 0 6px; padding: 0 6px; flex-wrap: wrap; > b, > .who, > button > small, > span.room { display: none; } }
`;
export const Nav = styled.nav`
    grid-row: 3; border-right: 1px solid var(--rule); padding: 12px 0; display: flex; flex-direction: column; gap: 1px;
    a { display: flex; justify-content: space-between; padding: 6px 14px; color: var(--ink); text-decoration: none; border-left: 3px solid transparent; }
    a:hover { background: var(--tint-soft); }
    a.active { border-left-color: var(--brass); background: var(--tint-soft); font-weight: 600; }
    a:focus-visible { outline-offset: -2px; }
    small { color: var(--ink-soft); font-size: 13px; font-weight: 400; }
    div { margin-top: auto; padding: 8px 14px; display: flex; flex-direction: column; align-items: flex-start; gap: 6px; font-size: 14px; }
    @media ${isNarrow} {
        grid-area: 3 / 1; z-index: 8; width: min(280px, 88vw); background: var(--paper); border-right: 1px solid var(--rule-strong); box-shadow: 4px 0 18px var(--shade); overflow-y: auto;
        a { min-height: ${TARGET}px; align-items: center; }
        div { gap: 0; > * { min-height: ${TARGET}px; display: flex; align-items: center; text-decoration: underline; } }
        &[hidden] { display: none; }
    }
`;
export const Main = styled.main`grid-row: 3; min-height: 0; min-width: 0; position: relative; @media ${isNarrow} { grid-column: 1; }`;
