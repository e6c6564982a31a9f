import type { Contrast } from '../api/client';
import { count, size } from '../ui/words';

/** What differs, from left to right: facts, references, lines. */
export function Summary({ contrast }: { contrast: Contrast }) {
    const { fields, references, linesAdded, linesRemoved } = contrast;
    if (contrast.isAlike) {
        return <span>Every byte is alike.</span>;
    }
    const added = references.filter((one) => one.before === null).length;
    const removed = references.filter((one) => one.after === null).length;
    const elsewhere = references.length - added - removed;
    const parts = [
        fields.length > 0 && count(fields.length, 'field'),
        elsewhere > 0 && `${count(elsewhere, 'reference')} pointed elsewhere`,
        added > 0 && `${count(added, 'reference')} added`,
        removed > 0 && `${count(removed, 'reference')} removed`,
        linesAdded !== null && linesRemoved !== null && `${count(linesAdded, 'line')} in, ${linesRemoved} out`,
    ].filter(Boolean);
    return (
        <>
            <span>
                From left to right:{' '}
                {parts.length > 0 ? parts.join(', ') : `${size(contrast.left.size) || '0 B'} → ${size(contrast.right.size) || '0 B'}`}.
            </span>
            {(fields.length > 0 || references.length > 0) && (
                <ul>
                    {fields.map((field) => (
                        <li key={field.name} title={`${field.before ?? ''} → ${field.after ?? ''}`}>
                            <b>{field.name}</b> <del>{field.before ?? 'none'}</del> → {field.after ?? 'none'}
                        </li>
                    ))}
                    {references.map((one, index) => (
                        // biome-ignore lint/suspicious/noArrayIndexKey: the same reference can be there several times
                        <li key={index} title={`${one.before ?? ''} → ${one.after ?? ''}`}>
                            <b>{one.kind}</b>{' '}
                            {one.before === null ? (
                                <>
                                    added: <code>{one.after}</code>
                                </>
                            ) : one.after === null ? (
                                <>
                                    removed: <code>{one.before}</code>
                                </>
                            ) : (
                                <>
                                    <code>{one.before}</code> → <code>{one.after}</code>
                                </>
                            )}
                        </li>
                    ))}
                </ul>
            )}
        </>
    );
}
