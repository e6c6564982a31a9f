import { useQueryClient } from '@tanstack/react-query';
import { useNavigate, useOutletContext } from 'react-router';
import { answer, api, type Row } from '../api/client';
import type { FrameContext } from '../shell/context';
import type { MenuEntry } from '../ui/Menu';
import { fileName } from '../ui/words';
import { type Asked, useDecisions } from './decisions';

/** What can be done with a document besides saving it, wherever it is shown. */
export function useDocumentActions(workspace: string) {
    const client = useQueryClient();
    const navigate = useNavigate();
    const { setAside, tell, lock: lockFor, moveOn } = useOutletContext<FrameContext>();
    const { decide, ask } = useDecisions(workspace);

    const asking = (row: Row, what: Asked['what']) => ask({ id: row.id, name: row.title ?? fileName(row.path), path: row.path, what });

    async function release(row: Row) {
        const at = { params: { path: { workspace, document: row.id } } };
        try {
            await answer(api.DELETE('/workspaces/{workspace}/documents/{document}/lock', at));
        } catch (error) {
            tell((error as Error).message);
        }
        await client.invalidateQueries({ queryKey: [workspace] });
    }

    function entries(row: Row): MenuEntry[] {
        const isLocked = row.access.startsWith('locked by');
        return [
            { name: 'Save as …', keys: 'v', run: () => asking(row, 'save as') },
            { name: 'Save as the next stage …', keys: 'x', run: () => asking(row, 'next') },
            { name: 'Save a copy …', keys: 'y', run: () => asking(row, 'copy') },
            { name: 'Copy with all below …', run: () => navigate(`/w/${workspace}/documents/${row.id}/copy`) },
            { name: 'Set aside with all below …', run: () => setAside(row) },
            { name: 'Pack as a crate …', run: () => navigate(`/w/${workspace}/crates/pack?of=${row.id}`) },
            { name: 'Make small …', run: () => navigate(`/w/${workspace}/small?of=${row.id}`) },
            { name: 'On the chart', run: () => navigate(`/w/${workspace}/chart?of=document&which=${row.id}`) },
            { name: 'What hangs on it', run: () => navigate(`/w/${workspace}/documents/${row.id}/reach`) },
            { name: 'Its past', run: () => navigate(`/w/${workspace}/documents/${row.id}/past`) },
            ...(row.content === 'modified' && (row.file === 'changed outside' || row.file === 'gone')
                ? [
                      {
                          name: row.file === 'gone' ? 'Write it again or let it go …' : 'Changed outside: merge …',
                          run: () => navigate(`/w/${workspace}/documents/${row.id}/outside`),
                      },
                  ]
                : []),
            { name: 'Move to another state …', run: () => moveOn(row) },
            { name: 'Its stages', run: () => navigate(`/w/${workspace}/documents/${row.id}/series`) },
            { name: 'Where its references end', run: () => navigate(`/w/${workspace}/strays?of=${row.id}`), apart: true },
            { name: 'Take in what it refers to …', run: () => navigate(`/w/${workspace}/strays/take-in?of=${row.id}`) },
            { name: 'Rename or move …', keys: 'm', run: () => asking(row, 'move'), apart: true },
            { name: 'Delete …', run: () => decide([row.id], { kind: 'delete', from: row.path }) },
            {
                name: row.lockedByYou ? 'Release the lock' : isLocked ? 'Release their lock' : 'Lock for me …',
                run: () => (row.lockedByYou || isLocked ? void release(row) : lockFor(row)),
                apart: true,
            },
        ];
    }
    return { entries, asking };
}
