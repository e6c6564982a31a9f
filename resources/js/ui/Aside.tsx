import { type KeyboardEvent, type ReactNode, useEffect, useId, useRef, useState } from 'react';
import styled from 'styled-components';
import { isStacked, TARGET } from '../theme/sizes';
import { font } from '../theme/tokens';
import { useMedia } from './useMedia';

/** A view with something beside its content, or below it where there is no room. */
export const WithAside = styled.div<{ $aside?: string; $below?: string }>`
    display: grid; grid-template: minmax(0, 1fr) / minmax(0, 1fr) ${(p) => p.$aside ?? '330px'}; height: 100%; min-height: 0;
    @media ${(p) => p.$below ?? isStacked} { grid-template: minmax(0, 1fr) auto / minmax(0, 1fr); }
`;

const Panel = styled.aside<{ $isBelow: boolean }>`
    display: flex; flex-direction: column; min-height: 0; min-width: 0; background: var(--sheet); border-left: 1px solid var(--rule);
    ${(p) => p.$isBelow && 'border-left: 0; border-top: 1px solid var(--rule-strong); box-shadow: 0 -4px 18px var(--shade); max-height: 62vh; z-index: 3;'}
`;
const Head = styled.header`padding: 14px 18px 10px; border-bottom: 1px solid var(--rule-strong); h2 { font-size: 18px; } p { font-size: 13.5px; color: var(--ink-soft); }`;
const Handle = styled.button`
    display: flex; align-items: baseline; gap: 10px; width: 100%; min-height: ${TARGET}px; padding: 8px 16px; border: 0; background: none; color: inherit; text-align: left; cursor: pointer;
    font: 600 17px ${font.title};
    small { flex: 1; min-width: 0; font: 14px ${font.plain}; color: var(--ink-soft); overflow: hidden; text-overflow: ellipsis; white-space: nowrap; }
    i { font: 13px ${font.plain}; color: var(--ink-soft); }
    &:hover { background: var(--tint-soft); } &:focus-visible { outline-offset: -2px; }
`;
const Body = styled.div<{ $bare: boolean }>`
    flex: 1; min-height: 0; overflow-y: auto; display: flex; flex-direction: column; ${(p) => !p.$bare && 'padding: 14px 18px; gap: 14px;'}
    &[hidden] { display: none; }
`;
const Foot = styled.footer<{ $isFolded: boolean }>`
    border-top: 1px solid var(--rule-strong); padding: 12px 18px 14px; display: flex; flex-direction: column; gap: 10px;
    ${(p) => p.$isFolded && 'padding: 8px 16px; > *:not([data-kept]) { display: none; }'}
    &:not(:has([data-kept])) { ${(p) => p.$isFolded && 'display: none;'} }
`;

interface Props {
    title: string;
    label?: string;
    sub: string;
    /** What stands on the folded sheet in place of `sub`. */
    summary?: string;
    /** Whether it asks something, so that it is not left folded. */
    asks?: boolean;
    /** From which width on it lies below, as a media query. */
    below?: string;
    /** What the panel leads to. Of it stays what has `data-kept` where the sheet is folded. */
    foot?: ReactNode;
    /** Without a head where there is room, and without room around its content. */
    bare?: boolean;
    children: ReactNode;
}

/** What stands beside a view's content. Where there is no room it is a sheet from below, folded to its name and what it leads to. */
export function Aside({ title, label = title, sub, summary = sub, asks = false, below = isStacked, foot, bare = false, children }: Props) {
    const isBelow = useMedia(below);
    const [isOpen, setOpen] = useState(false);
    const handle = useRef<HTMLButtonElement>(null);
    const body = useId();
    useEffect(() => {
        if (asks) {
            setOpen(true);
        }
    }, [asks]);
    const isFolded = isBelow && !isOpen;
    function key(event: KeyboardEvent) {
        if (event.key === 'Escape' && isBelow && isOpen && !event.defaultPrevented) {
            event.preventDefault();
            setOpen(false);
            handle.current?.focus();
        }
    }
    return (
        <Panel aria-label={label} $isBelow={isBelow} onKeyDown={key}>
            {isBelow ? (
                <h2 style={{ font: 'inherit' }}>
                    <Handle ref={handle} type="button" aria-expanded={isOpen} aria-controls={body} onClick={() => setOpen(!isOpen)}>
                        {title} <small>{summary}</small> <i aria-hidden="true">{isOpen ? 'fold ▾' : 'show ▴'}</i>
                    </Handle>
                </h2>
            ) : (
                !bare && (
                    <Head>
                        <h2>{title}</h2>
                        <p>{sub}</p>
                    </Head>
                )
            )}
            <Body id={body} hidden={isFolded} $bare={bare}>
                {children}
            </Body>
            {foot && <Foot $isFolded={isFolded}>{foot}</Foot>}
        </Panel>
    );
}
