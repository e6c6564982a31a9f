import { useQueryClient } from '@tanstack/react-query';
import { useEffect, useMemo, useRef } from 'react';
import { answer, api, bytes, ifMatch, type Person, type Row, revisionOf, textOf } from '../api/client';
import { changePerson, keys } from '../api/queries';
import { takeRows } from '../api/usePulse';
import { tellKeeping } from '../watch/keeping';
import { claim, findUnsent, unsentKey } from '../watch/unsent';
import { keepAsStep } from '../watch/useUnsent';
import { type DraftListener, type DraftServer, type DraftStore, OpenDraft } from './OpenDraft';
import type { Sending } from './typed';
import { UnsentKeeper } from './UnsentKeeper';

/** What a browser still sends when a page is closed, in bytes (Fetch standard, section 4.6: 64 KiB for all of them). */
const KEPT_ALIVE = 50_000;

/** The open draft of a document, for as long as the page shows it. Whoever shows where it is kept watches its state: that changes with each key. */
export function useDraft(workspace: string, id: string, name: string, documentPath: string) {
    const client = useQueryClient();
    const person = client.getQueryData<Person>(keys.session)?.id ?? 0;
    const words = useRef({ name, documentPath });
    if (name !== '') {
        // After the session has expired nothing is known of it any more; what was known last still names it.
        words.current = { name, documentPath };
    }
    const key = unsentKey(person, workspace, id);
    const draft = useMemo(() => {
        const listener: DraftListener = {
            told: (why) => tellKeeping(id, words.current.name, why),
            wasSent: () => void client.invalidateQueries({ queryKey: keys.document(workspace, id) }),
            wasLoggedOut: () => changePerson(client, null),
        };
        const about = () => ({ key, person, workspace, document: id, path: words.current.documentPath });
        return new OpenDraft(
            serverOf(workspace, id, (row) => takeRows(client, workspace, [row])),
            storeOf(key, about),
            listener,
        );
    }, [client, workspace, id, key, person]);

    useEffect(() => {
        const release = claim(key);
        void draft.begin();
        const leave = () => void draft.flush();
        window.addEventListener('pagehide', leave);
        window.addEventListener('online', leave);
        return () => {
            window.removeEventListener('pagehide', leave);
            window.removeEventListener('online', leave);
            void draft.close().finally(release);
        };
    }, [draft, key]);
    return draft;
}

function serverOf(workspace: string, document: string, take: (row: Row) => void): DraftServer {
    const path = `/workspaces/${workspace}/documents/${document}`;
    return {
        async read() {
            const response = await bytes(`${path}/content?as=text`);
            return { text: await textOf(response), revision: revisionOf(response) };
        },
        async write(sending: Sending, revision: number) {
            if ('whole' in sending) {
                const body = new TextEncoder().encode(sending.whole);
                const headers = { ...ifMatch(revision), 'Content-Type': 'application/octet-stream' };
                const response = await bytes(`${path}/draft?as=text`, {
                    method: 'PUT',
                    body,
                    headers,
                    keepalive: body.length < KEPT_ALIVE,
                });
                const row = (await response.json()) as Row;
                take(row);
                return row.revision;
            }
            const length = sending.changes.reduce((sum, change) => sum + change.inserted.length * 3 + 60, 0);
            const params = { path: { workspace, document }, query: { as: 'text' as const }, header: ifMatch(revision) };
            const patch = api.PATCH('/workspaces/{workspace}/documents/{document}/draft', {
                params,
                body: sending,
                keepalive: length < KEPT_ALIVE,
            });
            const row = await answer(patch);
            take(row);
            return row.revision;
        },
        keepAsStep: (text: string) => keepAsStep(workspace, document, text),
    };
}

function storeOf(key: string, about: () => { key: string; person: number; workspace: string; document: string; path: string }): DraftStore {
    let keeper: UnsentKeeper | null = null;
    return {
        keep(edit, revision, now, changes, lineBreak) {
            if (keeper?.lineBreak !== lineBreak) {
                keeper = new UnsentKeeper(lineBreak);
            }
            keeper.keep({ ...about(), revision, at: Date.now(), edit }, now, changes);
        },
        landed: (edit) => (keeper ?? new UnsentKeeper('')).landed(key, edit),
        find: () => findUnsent(key),
    };
}
