import { useState } from 'react';
import { useQuay } from '../api/queries';
import { TextButton } from '../ui/Button';
import { Bar } from '../ui/ledger';
import { MomentField } from '../ui/MomentField';
import { fileName, readable } from '../ui/words';
import { LeaveOutSheet } from './LeaveOutSheet';
import type { Wish } from './wish';

/** Of what, as of when, and how it lies. */
export function PackBar({ workspace, wish, onChange }: { workspace: string; wish: Wish; onChange: (wish: Wish) => void }) {
    const rows = useQuay(workspace).data?.rows ?? [];
    const [isChoosing, setChoosing] = useState(false);
    const [at, setAt] = useState('');
    const scope = wish.open
        ? 'open'
        : wish.session
          ? 'session'
          : wish.folders?.length
            ? 'folder'
            : (wish.documents?.length ?? 0) === 1 && !wish.paths?.length
              ? (wish.documents?.[0] ?? 'some')
              : 'some';
    const isNamed = scope === 'open' || rows.some((row) => row.id === scope);
    const words: Record<string, string> = {
        session: `the session ${wish.session}`,
        folder: [
            ...(wish.folders ?? []).map((one) => one || 'the whole workspace'),
            ...(wish.documents?.length ? [`${wish.documents.length} more`] : []),
        ].join(', '),
        some: `${(wish.documents?.length ?? 0) + (wish.paths?.length ?? 0)} documents`,
    };
    const choose = (value: string) =>
        onChange({
            ...wish,
            open: value === 'open',
            session: null,
            folders: value === 'all' ? [''] : [],
            documents: value === 'open' || value === 'all' ? [] : [value],
            paths: [],
            files: [],
        });
    const rules = (wish.leaveOut?.length ?? 0) + (wish.leaveOutMadeAgain ? 1 : 0) + (wish.handles != null ? 1 : 0);
    return (
        <Bar role="toolbar" aria-label="What is packed">
            <label>
                of
                <select value={scope} onChange={(event) => choose(event.target.value)} style={{ maxWidth: 190 }}>
                    <option value="open">all that is open</option>
                    <option value="all">the whole workspace</option>
                    {!isNamed && <option value={scope}>{readable(words[scope] ?? 'one document')}</option>}
                    {rows.slice(0, 300).map((row) => (
                        <option key={row.id} value={row.id}>
                            {readable(row.title ?? fileName(row.path))}
                        </option>
                    ))}
                </select>
            </label>
            <label>
                as of
                <select
                    value={wish.moment ?? 'drafts'}
                    onChange={(event) => onChange({ ...wish, moment: event.target.value as Wish['moment'], entry: wish.entry ?? 0 })}
                >
                    <option value="drafts">now, with drafts</option>
                    <option value="saved">now, as saved</option>
                    <option value="past">after an entry</option>
                </select>
            </label>
            {wish.moment === 'past' && (
                <>
                    <label>
                        number
                        <input
                            type="number"
                            min={0}
                            value={wish.at ? '' : (wish.entry ?? 0)}
                            onChange={(event) =>
                                onChange({ ...wish, at: null, entry: Math.max(0, Math.trunc(Number(event.target.value))) })
                            }
                            style={{ width: 70 }}
                        />
                    </label>
                    <MomentField
                        label="or at"
                        value={at}
                        onChange={(next) => {
                            setAt(next);
                            onChange({ ...wish, at: next === '' ? null : new Date(next).toISOString() });
                        }}
                    />
                </>
            )}
            <label>
                it lies
                <select
                    value={wish.layout ?? 'as it is'}
                    onChange={(event) => onChange({ ...wish, layout: event.target.value as Wish['layout'] })}
                >
                    <option value="as it is">as it is</option>
                    <option value="by kind">by kind</option>
                </select>
            </label>
            <label>
                <input
                    type="checkbox"
                    checked={wish.withCompanions ?? true}
                    onChange={(event) => onChange({ ...wish, withCompanions: event.target.checked })}
                />
                companions
            </label>
            <label>
                <input
                    type="checkbox"
                    checked={wish.withAllOutside ?? false}
                    onChange={(event) => onChange({ ...wish, withAllOutside: event.target.checked })}
                />
                what lies outside
            </label>
            {(wish.folders?.length ?? 0) > 0 && (
                <label>
                    <input
                        type="checkbox"
                        checked={wish.withUnused ?? false}
                        onChange={(event) => onChange({ ...wish, withUnused: event.target.checked })}
                    />
                    unused files
                </label>
            )}
            <TextButton onPress={() => setChoosing(true)}>
                {rules > 0 ? `left out: ${rules} ${rules === 1 ? 'rule' : 'rules'}` : 'leave out …'}
            </TextButton>
            {isChoosing && <LeaveOutSheet wish={wish} onChange={onChange} onClose={() => setChoosing(false)} />}
        </Bar>
    );
}
