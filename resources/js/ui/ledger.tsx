import styled from 'styled-components';
import { isNarrow, isSingle } from '../theme/sizes';
import { font } from '../theme/tokens';

export { WithAside as View } from './Aside';
export const Main = styled.section`display: flex; flex-direction: column; min-height: 0; min-width: 0; > header { padding-left: 16px; flex: none; }`;
/** A view without anything beside its content. */
export const Whole = styled(Main)`height: 100%;`;
/** A head over a list and what is chosen in it, which lies below the list where there is no room beside it. */
export const ListAndPage = styled.div<{ $list: string; $rows?: string }>`
    display: grid; grid-template: auto ${(p) => p.$rows ?? ''} minmax(0, 1fr) / ${(p) => p.$list} minmax(0, 1fr); height: 100%; > header { grid-column: 1 / -1; padding-left: 16px; }
    @media ${isNarrow} { grid-template: auto ${(p) => p.$rows ?? ''} minmax(0, 2fr) minmax(0, 3fr) / minmax(0, 1fr); > nav, > div { min-width: 0; } }
`;
export const Scroll = styled.div`flex: 1; overflow-y: auto; min-height: 0; padding-bottom: 20px;`;
export const Bar = styled.div`
    display: flex; flex-wrap: wrap; gap: 4px 14px; align-items: center; padding: 7px 16px; border-bottom: 1px solid var(--rule); font-size: 14px; color: var(--ink-soft);
    select, input { font: 13.5px ${font.plain}; color: var(--ink); background: var(--sheet); border: 1px solid var(--rule-strong); border-radius: 3px; padding: 3px 6px; }
    label { display: flex; gap: 6px; align-items: center; white-space: nowrap; }
`;
export const Choice = styled.button<{ $on: boolean }>`
    font: ${(p) => (p.$on ? 600 : 400)} 13.5px ${font.plain}; color: ${(p) => (p.$on ? 'var(--ink)' : 'var(--ink-soft)')}; background: none; border: 0; padding: 3px 4px; cursor: pointer; border-radius: 3px;
    text-decoration: ${(p) => (p.$on ? 'underline' : 'none')}; text-decoration-color: var(--brass); text-underline-offset: 4px; white-space: nowrap;
    &:hover { background: var(--tint); }
`;
/** For who hears a page in place of seeing it. */
export const Unseen = styled.span`position: absolute; width: 1px; height: 1px; overflow: hidden; clip-path: inset(50%); white-space: nowrap;`;
export const Table = styled.div<{ $columns: string }>`
    > div { display: grid; grid-template-columns: ${(p) => p.$columns}; gap: 12px; align-items: center; padding: 6px 16px; border-bottom: 1px solid var(--rule); font-size: 14px; min-height: 38px; }
    > div > * { min-width: 0; }
    > div:first-child { min-height: 0; font-size: 13px; color: var(--ink-soft); border-bottom-color: var(--rule-strong); }
    code { font: 12.5px/18px ${font.mono}; overflow: hidden; text-overflow: ellipsis; white-space: nowrap; display: block; }
    small { color: var(--ink-soft); font-size: 12.5px; line-height: 16px; display: block; overflow-wrap: anywhere; }
    select, input[type='text'] { font: 13px ${font.plain}; color: var(--ink); background: var(--sheet); border: 1px solid var(--rule-strong); border-radius: 3px; padding: 4px 6px; width: 100%; min-width: 0; }
    @media ${isSingle} { > div { grid-template-columns: minmax(0, 1fr); gap: 4px; } > div:first-child { display: none; } }
`;
export const Figure = styled.span`font-variant-numeric: tabular-nums; text-align: right; white-space: nowrap; @media ${isSingle} { text-align: left; }`;
