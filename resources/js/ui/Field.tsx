import { Input, Label, TextArea, TextField } from 'react-aria-components';
import styled, { css } from 'styled-components';
import { font } from '../theme/tokens';

const box = css`
    font: 15px ${font.plain}; color: var(--ink); background: var(--sheet); border: 1px solid var(--rule-strong);
    border-radius: 3px; padding: 6px 9px; width: 100%;
    &[data-focused] { outline: 2px solid var(--brass); outline-offset: 0; }
    &::placeholder { color: var(--ink-soft); }
`;
export const TextBox = styled(Input)`${box}`;
const TextAreaBox = styled(TextArea)`${box} resize: vertical; min-height: 54px;`;
export const FieldLabel = styled(Label)`display: block; font-size: 13px; color: var(--ink-soft); margin-bottom: 3px;`;
const Whole = styled(TextField)`display: block;`;
const Hint = styled.p`font-size: 13px; color: var(--ink-soft); margin-top: 3px;`;

interface Props {
    label: string;
    value: string;
    onChange: (value: string) => void;
    onBlur?: () => void;
    type?: string;
    hint?: string;
    lines?: boolean;
    rows?: number;
    autoFocus?: boolean;
    autoComplete?: string;
    placeholder?: string;
    mono?: boolean;
}

export function Field({ label, hint, lines, rows, placeholder, mono, ...rest }: Props) {
    return (
        <Whole {...rest}>
            <FieldLabel>{label}</FieldLabel>
            {lines ? (
                <TextAreaBox placeholder={placeholder} rows={rows} style={mono ? { fontFamily: font.mono, fontSize: 13 } : undefined} />
            ) : (
                <TextBox placeholder={placeholder} style={mono ? { fontFamily: font.mono, fontSize: 13 } : undefined} />
            )}
            {hint && <Hint>{hint}</Hint>}
        </Whole>
    );
}
