import { useQuery } from '@tanstack/react-query';
import { answer, api, type CopyTree, type NamingRule } from '../api/client';
import type { Choices } from '../plan/choices';

export interface CopyOptions {
    folder: string | null;
    flat?: boolean;
    setAside?: boolean;
    rule?: NamingRule;
    shared?: string[];
    paths?: Record<string, string>;
}

/** A document with all below it, as it would be copied; it follows every change of the options. */
export function useCopies(workspace: string, id: string, options: CopyOptions, isDone: boolean) {
    return useQuery({
        queryKey: [workspace, 'document', id, 'copies', options],
        queryFn: () =>
            answer(
                api.POST('/workspaces/{workspace}/documents/{document}/copies', {
                    params: { path: { workspace, document: id } },
                    body: options,
                }),
            ),
        placeholderData: (before) => before,
        // What has been copied is there, and would be in its own way.
        enabled: !isDone,
    });
}

export function copyChoices(tree: CopyTree, ofSaved: boolean, setAside = false, opened?: string): Choices {
    return Object.fromEntries(
        tree.rows.flatMap((row) =>
            row.newPath === null
                ? []
                : [
                      [
                          row.documentId,
                          {
                              kind: 'copy',
                              path: row.newPath,
                              together: true,
                              ofSaved,
                              from: row.path,
                              open: row.documentId === opened,
                              ...(setAside ? { setAside } : {}),
                          },
                      ] as const,
                  ],
        ),
    );
}
