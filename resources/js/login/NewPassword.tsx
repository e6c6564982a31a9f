import { Field } from '../ui/Field';

/** A password that is chosen now. */
export function NewPassword({ value, onChange }: { value: string; onChange: (value: string) => void }) {
    return (
        <Field
            label="Password"
            type="password"
            value={value}
            onChange={onChange}
            autoComplete="new-password"
            hint="At least ten characters. A sentence of four words is easy to remember."
        />
    );
}
