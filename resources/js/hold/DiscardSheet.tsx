import { useQueryClient } from '@tanstack/react-query';
import { useState } from 'react';
import { answer, api, Problem, type Row } from '../api/client';
import { ContrastView } from '../contrast/ContrastView';
import { Button } from '../ui/Button';
import { Notice } from '../ui/Notice';
import { Sheet, SheetActions } from '../ui/Sheet';
import { count, fileName } from '../ui/words';

interface Props {
    workspace: string;
    rows: Row[];
    onClose: () => void;
    /** @param entry the logbook entry that takes it back */
    onDone: (entry: number | null) => void;
}

/** Discards drafts, each of which has been shown beside its file first. */
export function DiscardSheet({ workspace, rows, onClose, onDone }: Props) {
    const client = useQueryClient();
    const [at, setAt] = useState(0);
    const [problem, setProblem] = useState<string | null>(null);
    const row = rows[at];
    const isLast = at === rows.length - 1;

    async function discard() {
        setProblem(null);
        try {
            const decisions = rows.map((one) => ({ document: one.id, kind: 'discard' as const }));
            const params = { path: { workspace } };
            const plan = await answer(api.POST('/workspaces/{workspace}/plan', { params, body: { decisions } }));
            const stop = plan.blockers[0];
            if (stop) {
                throw new Problem(422, `${stop.path}: ${stop.message}`);
            }
            const entry = await answer(
                api.POST('/workspaces/{workspace}/save', {
                    params,
                    body: { decisions, fingerprint: plan.fingerprint, note: null, kind: 'save' },
                }),
            );
            await client.invalidateQueries({ queryKey: [workspace] });
            onDone(entry.number);
        } catch (error) {
            setProblem((error as Error).message);
        }
    }
    if (!row) {
        return null;
    }
    const hasFile = row.content === 'modified' && row.file !== 'gone';
    return (
        <Sheet
            title={`Discard ${rows.length === 1 ? `the draft of ${row.title ?? fileName(row.path)}` : `${rows.length} drafts`}`}
            sub={rows.length === 1 ? row.path : `${at + 1} of ${rows.length}: ${row.path}`}
            isOpen
            onClose={onClose}
            wide
        >
            <div style={{ height: '46vh', minHeight: 0, border: '1px solid var(--rule)' }}>
                <ContrastView
                    workspace={workspace}
                    left={{ id: row.id, source: 'draft' }}
                    right={{ id: row.id, source: hasFile ? 'file' : 'draft' }}
                />
            </div>
            {!hasFile && <p style={{ fontSize: 14 }}>It has no file, so all of it goes.</p>}
            {problem && <Notice stop>{problem}</Notice>}
            <SheetActions>
                <span style={{ flex: 1, fontSize: 13 }}>The logbook takes a discard back, so nothing is lost for good.</span>
                <Button onPress={onClose}>Keep {rows.length === 1 ? 'it' : 'them'}</Button>
                {at > 0 && <Button onPress={() => setAt(at - 1)}>Before</Button>}
                {isLast ? (
                    <Button $main onPress={discard}>
                        Discard {rows.length === 1 ? 'this draft' : count(rows.length, 'draft')}
                    </Button>
                ) : (
                    <Button $main onPress={() => setAt(at + 1)}>
                        Next: {fileName(rows[at + 1]?.path ?? '')}
                    </Button>
                )}
            </SheetActions>
        </Sheet>
    );
}
