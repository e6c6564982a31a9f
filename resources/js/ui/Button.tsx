import { Button as AriaButton } from 'react-aria-components';
import styled from 'styled-components';
import { isTouched } from '../theme/sizes';
import { font } from '../theme/tokens';

/** An action. `$main` is the one that a view leads to. */
export const Button = styled(AriaButton)<{ $main?: boolean; $quiet?: boolean }>`
    font: 600 14px ${font.plain}; cursor: pointer; border-radius: 3px; padding: 6px 12px; text-align: center;
    border: 1px solid ${(p) => (p.$quiet ? 'transparent' : p.$main ? 'var(--ink)' : 'var(--rule-strong)')};
    background: ${(p) => (p.$main ? 'var(--ink)' : 'transparent')};
    color: ${(p) => (p.$main ? 'var(--paper)' : 'var(--ink)')};
    &[data-hovered] { background: ${(p) => (p.$main ? 'var(--ink-soft)' : 'var(--tint)')}; }
    &[data-pressed] { transform: translateY(1px); }
    &[data-disabled] { opacity: 0.45; cursor: default; }
`;

/** An action that stands inside a sentence or a row. */
export const TextButton = styled(AriaButton)`
    font: inherit; color: var(--ink); background: none; border: 0; padding: 0 1px; cursor: pointer; text-align: left;
    text-decoration: underline; text-decoration-color: var(--brass); text-underline-offset: 3px; border-radius: 2px;
    &[data-hovered] { color: var(--brass); }
    &[data-disabled] { opacity: 0.5; cursor: default; text-decoration: none; }
    /* The words keep their place in the sentence; what is around them is pressed too. */
    @media ${isTouched} { min-height: 0; padding: 14px 4px; margin: -14px -3px; }
`;
