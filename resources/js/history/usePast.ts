import { useQuery } from '@tanstack/react-query';
import { useState } from 'react';
import { answer, api, type Step } from '../api/client';
import { keys } from '../api/queries';

/** The versions, steps and recovery points of a document. */
export function usePast(workspace: string, id: string) {
    const at = { path: { workspace, document: id } };
    const [older, setOlder] = useState<Step[]>([]);
    const versions = useQuery({
        queryKey: keys.versions(workspace, id),
        queryFn: () => answer(api.GET('/workspaces/{workspace}/documents/{document}/versions', { params: at })),
    });
    const steps = useQuery({
        queryKey: keys.steps(workspace, id),
        queryFn: () => answer(api.GET('/workspaces/{workspace}/documents/{document}/steps', { params: at })),
    });
    const points = useQuery({
        queryKey: [...keys.document(workspace, id), 'points'],
        queryFn: () => answer(api.GET('/workspaces/{workspace}/documents/{document}/points', { params: at })),
    });
    async function readOlder(before: number) {
        const more = await answer(api.GET('/workspaces/{workspace}/documents/{document}/steps', { params: { ...at, query: { before } } }));
        setOlder((known) => [...known, ...more.steps]);
    }
    const goTo = (step: number, revision: number) =>
        answer(
            api.POST('/workspaces/{workspace}/documents/{document}/steps/{step}', {
                params: { path: { ...at.path, step: String(step) }, header: { 'If-Match': `"${revision}"` } },
            }),
        );
    return { versions, steps, points, older, readOlder, goTo };
}
