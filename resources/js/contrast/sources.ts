import { useQuery } from '@tanstack/react-query';
import { answer, api, bytes, type Contrast, textOf } from '../api/client';

/** One content of one document: `draft`, `file`, `base`, `version-3`, `point-12` or `step-99`. */
export interface Source {
    id: string;
    source: string;
}

export function contentUrl(workspace: string, { id, source }: Source, hash = ''): string {
    return `/workspaces/${workspace}/documents/${id}/contents/${source}?of=${hash.slice(0, 12)}`;
}

export function useContrast(workspace: string, left: Source, right: Source) {
    return useQuery<Contrast>({
        // What is on the screen and in the file changes, so it hangs with the document's own queries.
        queryKey: [workspace, 'document', left.id, 'contrast', left.source, right.id, right.source],
        queryFn: () =>
            answer(
                api.GET('/workspaces/{workspace}/contrast', {
                    params: { path: { workspace }, query: { left: `${left.id}:${left.source}`, right: `${right.id}:${right.source}` } },
                }),
            ),
    });
}

/** The text of a content, by its hash, which never changes. */
export function useText(workspace: string, source: Source, hash: string | undefined) {
    return useQuery({
        queryKey: [workspace, 'text', source.id, source.source, hash],
        queryFn: async () => {
            return textOf(await bytes(`${contentUrl(workspace, source, hash)}&as=text`));
        },
        enabled: hash !== undefined,
        staleTime: Number.POSITIVE_INFINITY,
    });
}
