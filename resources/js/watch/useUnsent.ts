import { useQueryClient } from '@tanstack/react-query';
import { useEffect, useState } from 'react';
import { bytes, decoded, revisionOf } from '../api/client';
import { keys } from '../api/queries';
import { allUnsent, forgetSent, ifFree, type Unsent } from './unsent';

/** Sends what an earlier page of this browser could not, where nobody has written since; the rest waits for a choice. */
export function useUnsent(workspace: string, person: number, isReached: boolean, isHeldBack: boolean): Unsent[] {
    const client = useQueryClient();
    const [waiting, setWaiting] = useState<Unsent[]>([]);
    useEffect(() => {
        if (!isReached || isHeldBack) {
            return;
        }
        let isGone = false;
        const work = async () => {
            const left: Unsent[] = [];
            let isAnySent = false;
            for (const edit of await allUnsent(person, workspace).catch(() => [])) {
                await ifFree(edit.key, async () => {
                    if (await sent(edit)) {
                        isAnySent = true;
                    } else {
                        left.push(edit);
                    }
                });
            }
            if (!isGone) {
                setWaiting(left);
                // What was asked for while the server was away is asked for again.
                if (isAnySent || client.getQueryState(keys.quay(workspace))?.status === 'error') {
                    client.invalidateQueries({ queryKey: keys.quay(workspace) });
                }
            }
        };
        void work();
        return () => {
            isGone = true;
        };
    }, [workspace, person, isReached, isHeldBack, client]);
    return waiting;
}

/** Sends one edit; false where someone has written meanwhile, or the server does not take it. */
export async function sent(edit: Unsent, revision = edit.revision): Promise<boolean> {
    try {
        await bytes(`/workspaces/${edit.workspace}/documents/${edit.document}/draft?as=text`, {
            method: 'PUT',
            body: new TextEncoder().encode(edit.text),
            headers: { 'If-Match': `"${revision}"`, 'Content-Type': 'application/octet-stream' },
        });
        await forgetSent(edit.key, edit.edit);
        return true;
    } catch {
        return false; // The text stays here until someone has chosen, or the server can be reached.
    }
}

/** A text that was not chosen is not lost: it becomes a step of the document, and what is on the server stays on the screen. */
export async function keepAsStep(workspace: string, document: string, text: string): Promise<void> {
    const path = `/workspaces/${workspace}/documents/${document}`;
    const put = (content: BodyInit, revision: number) =>
        bytes(`${path}/draft?as=text`, {
            method: 'PUT',
            body: content,
            headers: { 'If-Match': `"${revision}"`, 'Content-Type': 'application/octet-stream' },
        });
    const now = await bytes(`${path}/content?as=text`);
    const chosen = await now.arrayBuffer();
    const revision = revisionOf(now);
    if (decoded(chosen) !== text) {
        await put(chosen, revisionOf(await put(new TextEncoder().encode(text), revision)));
    }
}
