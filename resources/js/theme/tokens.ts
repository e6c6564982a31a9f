import { createGlobalStyle } from 'styled-components';
import { isTouched, TARGET } from './sizes';

/** Colour by role. A component names a role, never a colour. */
const day = `
    --paper: #F7F4EC; --sheet: #FCFAF5; --rule: #D8D0BD; --rule-strong: #B9AE95;
    --ink: #17303A; --ink-soft: #4A5C64; --tint: #DCE9E8; --tint-soft: #EBF1EE;
    --brass: #8A6420; --brass-tint: #F0E4C9; --stop: #B3362B; --stop-tint: #F8E3DE;
    --picture: #FCFAF5; --added: #DDEBD6; --removed: #F3DDD0; --shade: rgb(23 48 58 / 0.32);
`;
const night = `
    --paper: #10191E; --sheet: #162229; --rule: #2B3B43; --rule-strong: #465861;
    --ink: #E8E4D8; --ink-soft: #A9B5B7; --tint: #1D373B; --tint-soft: #182B31;
    --brass: #DDB66C; --brass-tint: #3A3120; --stop: #F2897B; --stop-tint: #41211E;
    --picture: #FCFAF5; --added: #21382A; --removed: #43291F; --shade: rgb(0 0 0 / 0.55);
`;

export const font = {
    title: "'Literata', Georgia, serif",
    plain: "'Source Sans 3', system-ui, sans-serif",
    mono: "'IBM Plex Mono', ui-monospace, monospace",
};

export const GlobalStyle = createGlobalStyle`
    :root { color-scheme: light; ${day} }
    :root[data-theme='night'] { color-scheme: dark; ${night} }
    *, *::before, *::after { box-sizing: border-box; }
    html, body, #app { height: 100%; margin: 0; }
    body {
        background: var(--paper); color: var(--ink);
        font: 15px/1.4 ${font.plain}; font-variant-numeric: tabular-nums lining-nums;
        -webkit-font-smoothing: antialiased;
    }
    h1, h2, h3 { font-family: ${font.title}; font-weight: 600; line-height: 1.2; margin: 0; }
    p { margin: 0; }
    a { color: inherit; text-decoration-color: var(--brass); text-underline-offset: 3px; }
    code { font-family: ${font.mono}; font-size: 0.87em; }
    :focus { outline: none; }
    :focus-visible, [data-focus-visible] { outline: 2px solid var(--brass); outline-offset: 1px; }
    @media ${isTouched} {
        :where(button, select, input, textarea, [role='menuitem'], [role='option'], [role='radio'], [role='checkbox'], nav a) { min-height: ${TARGET}px; }
        :where(button) { min-width: 32px; }
    }
    ::selection { background: var(--brass-tint); }
`;
