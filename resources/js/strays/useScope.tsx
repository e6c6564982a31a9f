import { useState } from 'react';
import { useSearchParams } from 'react-router';
import type { Row } from '../api/client';
import { useQuay } from '../api/queries';
import { fileName, readable } from '../ui/words';

/** Whose references a question is about, and the control that chooses it. */
export function useScope(workspace: string) {
    const [search] = useSearchParams();
    const quay = useQuay(workspace);
    const rows: Row[] = quay.data?.rows ?? [];
    const [scope, setScope] = useState(search.get('of') ?? 'all');
    const asked = scope === 'all' ? {} : scope === 'open' ? { open: true } : { of: scope };
    const isNamed = scope === 'all' || scope === 'open' || rows.some((row) => row.id === scope);
    const control = (
        <label>
            of
            <select value={scope} onChange={(event) => setScope(event.target.value)} style={{ maxWidth: 165 }}>
                <option value="all">the whole workspace</option>
                <option value="open">all that is open</option>
                {!isNamed && <option value={scope}>one document, with all below it</option>}
                {rows.slice(0, 300).map((row) => (
                    <option key={row.id} value={row.id}>
                        {readable(row.title ?? fileName(row.path))}, with all below it
                    </option>
                ))}
            </select>
        </label>
    );
    return { asked, control };
}
