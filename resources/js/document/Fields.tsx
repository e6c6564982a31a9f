import { useEffect, useState } from 'react';
import type { Document } from '../api/client';
import { Field } from '../ui/Field';

const LABELS: Record<string, string> = { title: 'Title', description: 'Description', 'part number': 'Part number', material: 'Material' };

interface Props {
    document: Document;
    onWrite: (name: string, value: string) => void;
}

/** The facts of a document as a form; each is rewritten in its own place of the source. */
export function Fields({ document, onWrite }: Props) {
    if (document.fields.length === 0) {
        return null;
    }
    return document.fields.map((field) => <One key={field.name} name={field.name} value={field.value} onWrite={onWrite} />);
}

function One({ name, value, onWrite }: { name: string; value: string; onWrite: (name: string, value: string) => void }) {
    const [typed, setTyped] = useState(value);
    useEffect(() => setTyped(value), [value]);
    return (
        <Field
            label={LABELS[name] ?? name}
            value={typed}
            onChange={setTyped}
            lines={name === 'description'}
            onBlur={() => {
                if (typed !== value) {
                    onWrite(name, typed);
                }
            }}
        />
    );
}
