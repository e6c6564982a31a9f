import type { ReactNode } from 'react';
import { Checkbox, Radio, RadioGroup } from 'react-aria-components';
import styled, { css } from 'styled-components';
import { font } from '../theme/tokens';
import { FieldLabel } from './Field';

const line = css`
    /* The browser's own box is hidden inside it; elsewhere it would lengthen the page. */
    position: relative;
    display: grid; grid-template-columns: 16px minmax(0, 1fr); gap: 9px; align-items: start; font-size: 14px; cursor: pointer; padding: 2px 0;
    i { width: 16px; height: 16px; margin-top: 2px; border: 1.5px solid var(--ink-soft); border-radius: 2px; display: grid; place-items: center; font: 700 12px/1 ${font.plain}; }
    &[data-selected] i { background: var(--ink); color: var(--paper); border-color: var(--ink); }
    &[data-disabled] { opacity: 0.55; cursor: default; }
    small { color: var(--ink-soft); font-size: 12.5px; }
`;
const Box = styled(Checkbox)`${line}`;
const One = styled(Radio)`${line} i { border-radius: 50%; } &[data-selected] i { background: var(--sheet); border: 5px solid var(--ink); }`;
const Options = styled(RadioGroup)`> div { display: flex; flex-wrap: wrap; gap: 2px 16px; }`;

export function Check({
    isSelected,
    onChange,
    isDisabled,
    children,
}: {
    isSelected: boolean;
    onChange: (on: boolean) => void;
    isDisabled?: boolean;
    children: ReactNode;
}) {
    return (
        <Box isSelected={isSelected} onChange={onChange} isDisabled={isDisabled}>
            <i>{isSelected ? '✓' : ''}</i>
            <span>{children}</span>
        </Box>
    );
}

interface OneOfProps<T extends string> {
    label: string;
    options: Record<T, ReactNode>;
    value: T | null;
    onChange: (value: T) => void;
}

export function OneOf<T extends string>({ label, options, value, onChange }: OneOfProps<T>) {
    return (
        <Options value={value} onChange={(next) => onChange(next as T)}>
            <FieldLabel>{label}</FieldLabel>
            <div>
                {(Object.keys(options) as T[]).map((key) => (
                    <One key={key} value={key}>
                        <i />
                        <span>{options[key]}</span>
                    </One>
                ))}
            </div>
        </Options>
    );
}
