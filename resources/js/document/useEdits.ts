import { useQueryClient } from '@tanstack/react-query';
import { useState } from 'react';
import { answer, api, bytes, type FoundDocument, type Reference } from '../api/client';
import type { OpenDraft } from './OpenDraft';

type At = { path: { workspace: string; document: string }; header: { 'If-Match': string } };

/** The edits that the server makes in a document's source, each under the revision that is on the screen. */
export function useEdits(workspace: string, id: string, draft: OpenDraft) {
    const client = useQueryClient();
    const [problem, setProblem] = useState<string | null>(null);

    async function change(edit: (at: At) => Promise<unknown>) {
        setProblem(null);
        try {
            await draft.flush();
            await edit({ path: { workspace, document: id }, header: { 'If-Match': `"${draft.revision}"` } });
            await draft.reload();
        } finally {
            await client.invalidateQueries({ queryKey: [workspace] });
        }
    }
    const tried = (work: Promise<void>) => work.catch((error: Error) => setProblem(error.message));
    const offsets = (references: Reference[]) => references.map((reference) => reference.offset);

    return {
        problem,
        /** Fails where it cannot be done, for a sheet that says so itself; so does `add`. */
        point: (references: Reference[], target: FoundDocument) =>
            change((params) =>
                answer(
                    api.PATCH('/workspaces/{workspace}/documents/{document}/references', {
                        params,
                        body: { offsets: offsets(references), target: target.id },
                    }),
                ),
            ),
        add: (kind: string, target: FoundDocument) =>
            change((params) =>
                answer(api.POST('/workspaces/{workspace}/documents/{document}/references', { params, body: { kind, target: target.id } })),
            ),
        remove: (references: Reference[]) =>
            tried(
                change((params) =>
                    answer(
                        api.POST('/workspaces/{workspace}/documents/{document}/references/remove', {
                            params,
                            body: { offsets: offsets(references) },
                        }),
                    ),
                ),
            ),
        writeField: (name: string, value: string) =>
            tried(
                change((params) =>
                    answer(api.PATCH('/workspaces/{workspace}/documents/{document}/fields', { params, body: { name, value } })),
                ),
            ),
        goTo: (step: number) =>
            tried(
                change(({ path, header }) =>
                    answer(
                        api.POST('/workspaces/{workspace}/documents/{document}/steps/{step}', {
                            params: { path: { ...path, step: String(step) }, header },
                        }),
                    ),
                ),
            ),
        replaceBy: (file: File) =>
            tried(
                change(({ header }) =>
                    bytes(`/workspaces/${workspace}/documents/${id}/draft`, {
                        method: 'PUT',
                        body: file,
                        headers: { ...header, 'Content-Type': 'application/octet-stream' },
                    }),
                ),
            ),
    };
}
