import { type QueryClient, useQuery, useQueryClient } from '@tanstack/react-query';
import { useEffect, useRef } from 'react';
import { noteChanged } from './changed';
import { answer, api, type Folder, type OpenSession, type Plan, type Pulse, type Quay, type Row } from './client';
import { canWaitForNews } from './newsPlace';
import { afterFirst, keys, PULSE } from './queries';
import { visit } from './visit';

/** Until the server has said how soon it wants to be asked again. */
const PULSE_MS = 1200;
/** Where nothing happens on either side, it is enough to ask so often. */
const IDLE_PULSE_MS = 15_000;
/** After so long without a key, a touch or news nothing happens. */
const IDLE_AFTER_MS = 30_000;
/** So many rows are asked for by their names; of more, all are. */
const NAMED = 200;

/** How long an answer may wait for news. */
const WAIT_SECONDS = 50;
/** A server that is silent for so long beyond that is not reached. */
const SLOW_SECONDS = 15;
/** Where the server wants to be asked less often than this, the pages spread what they ask for after news. */
const SPREAD_FROM_MS = 1500;
/** What happens at once is told together. */
const LEAST_MS = 100;

/** So long after an edit it is looked again in how much that which is open differs from its session. */
const SESSION_MS = 10_000;
let sessionTimer: ReturnType<typeof setTimeout> | undefined;

/** So long after news the pictures in sight are looked at again. */
const PICTURES_MS = 2500;
let pictureTimer: ReturnType<typeof setTimeout> | undefined;

let lastActive = Date.now();

/** Whether anybody acts here, or anything has come from others of late. */
export function isIdle(): boolean {
    return Date.now() - lastActive > IDLE_AFTER_MS;
}

/** Asks what others have changed, and loads again what that touches. Tells whether the server answers. */
export function usePulse(workspace: string): boolean {
    const client = useQueryClient();
    const last = useRef<number | undefined>(undefined);
    const pulse = useQuery({
        // Not under the workspace: whoever asks for all of it again does not wait for news.
        queryKey: [PULSE, workspace],
        queryFn: ({ signal, queryKey }) =>
            afterFirst(() => {
                // Whether the server is back is wanted at once.
                const isWell = client.getQueryState(queryKey)?.status === 'success';
                const wait = isWell && canWaitForNews() ? WAIT_SECONDS : undefined;
                const query = { after: last.current, visit, wait };
                return answer(
                    api.GET('/workspaces/{workspace}/pulse', {
                        params: { path: { workspace }, query },
                        signal: AbortSignal.any([signal, AbortSignal.timeout(1000 * ((wait ?? 0) + SLOW_SECONDS))]),
                    }),
                );
            }),
        refetchInterval: ({ state }) => {
            const next = state.status === 'error' ? PULSE_MS : (state.data?.next ?? PULSE_MS);
            // Waiting costs nothing until there is news.
            const isWaiting = state.data?.waits === true && canWaitForNews();
            return isIdle() && !isWaiting ? IDLE_PULSE_MS : Math.max(next, LEAST_MS);
        },
        staleTime: 0,
        retry: false,
    });
    const { refetch } = pulse;
    useEffect(() => {
        const act = () => {
            const wasIdle = isIdle();
            lastActive = Date.now();
            if (wasIdle) {
                void refetch();
            }
        };
        const kinds = ['keydown', 'pointerdown', 'pointermove', 'wheel', 'focus'] as const;
        for (const kind of kinds) {
            window.addEventListener(kind, act, { passive: true });
        }
        return () => {
            for (const kind of kinds) {
                window.removeEventListener(kind, act);
            }
        };
    }, [refetch]);
    const data = pulse.data;
    useEffect(() => {
        if (!data) {
            return;
        }
        last.current = data.last;
        if (data.topics.length > 0) {
            lastActive = Date.now();
        }
        // Where many pages are open they do not all ask for the same at once.
        if (data.next > SPREAD_FROM_MS) {
            setTimeout(() => renew(client, workspace, data), Math.random() * (data.next / 3));
        } else {
            renew(client, workspace, data);
        }
    }, [data, client, workspace]);
    return !pulse.isError;
}

/** Whatever changes a document can change the pictures of those that show it; while somebody writes they are looked at now and then. */
function renewPictures(client: QueryClient, workspace: string): void {
    if (pictureTimer === undefined) {
        pictureTimer = setTimeout(() => {
            pictureTimer = undefined;
            client.invalidateQueries({ queryKey: [workspace, 'picture'] });
        }, PICTURES_MS);
    }
}

/** Loads again what the news touch. */
function renew(client: QueryClient, workspace: string, data: Pulse): void {
    const topics = new Set(data.topics);
    const again = (...parts: string[]) => {
        for (const part of parts) {
            client.invalidateQueries({ queryKey: [workspace, part] });
        }
    };
    if (topics.has('documents')) {
        noteChanged(data.documents);
    }
    if (data.edits.length + data.states.length > 0) {
        noteChanged([...new Set([...data.edits, ...data.states])]);
    }
    if (topics.has('quay')) {
        again('session');
    } else if (topics.has('documents') || topics.has('edits') || topics.has('states')) {
        lookAtSession(client, workspace);
    }
    if (topics.has('documents') || topics.has('quay')) {
        client.invalidateQueries({ queryKey: keys.sessions });
    }
    if (topics.has('documents') || topics.has('states') || topics.has('edits')) {
        renewPictures(client, workspace);
    }
    if (data.presence) {
        client.setQueryData(keys.presence(workspace), data.presence);
    }
    if (topics.has('people')) {
        again('members');
        client.invalidateQueries({ queryKey: keys.workspaces });
    }
    if (topics.has('notices')) {
        again('notices');
    }
    if (topics.has('comments')) {
        again('comments');
    }
    if (topics.has('logbook')) {
        again('logbook');
    }
    if (topics.has('decisions')) {
        again('decisions');
    }
    if (topics.has('documents')) {
        again('quay', 'plan', 'document', 'found', 'folder', 'strays', 'take-in', 'unused', 'devices');
    } else {
        if (topics.has('quay')) {
            again('quay', 'found');
        }
        if (topics.has('states')) {
            again('found', 'folder');
            renewPlansOf(client, workspace, data.states);
        }
        const written = [...new Set([...data.edits, ...data.states])];
        if (written.length > 0) {
            void edited(client, workspace, written);
        }
    }
}

/** In how much that which is open differs from its session is said by the way; where many write, nobody asks for it at every key. */
function lookAtSession(client: QueryClient, workspace: string): void {
    const queryKey = keys.openSession(workspace);
    if (client.getQueryData<OpenSession>(queryKey)?.name) {
        if (sessionTimer === undefined) {
            sessionTimer = setTimeout(() => {
                sessionTimer = undefined;
                client.invalidateQueries({ queryKey });
            }, SESSION_MS);
        }
    }
}

/** What was saved, or is unsaved since, can be a line of a plan of all that is open. */
function renewPlansOf(client: QueryClient, workspace: string, ids: string[]): void {
    const are = new Set(ids);
    const quay = client.getQueryData<Quay>(keys.quay(workspace));
    if (!quay || [...quay.rows, ...quay.hold].some((row) => are.has(row.id))) {
        client.invalidateQueries({ queryKey: [workspace, 'plan'] });
    }
}

/** Drafts were written on, and nothing else has changed: only what shows these documents is asked for again. */
async function edited(client: QueryClient, workspace: string, ids: string[]): Promise<void> {
    const are = new Set(ids);
    for (const id of ids) {
        client.invalidateQueries({ queryKey: keys.document(workspace, id) });
    }
    client.invalidateQueries({
        queryKey: [workspace, 'plan'],
        predicate: (query) => (query.state.data as Plan | undefined)?.lines?.some((line) => are.has(line.documentId)) ?? true,
    });
    client.invalidateQueries({
        queryKey: [workspace, 'folder'],
        predicate: (query) => (query.state.data as Folder | undefined)?.documents.some((row) => are.has(row.id)) ?? true,
    });
    const quay = client.getQueryData<Quay>(keys.quay(workspace));
    const shown = [...(quay?.rows ?? []), ...(quay?.hold ?? [])].filter((row) => are.has(row.id)).map((row) => row.id);
    if (shown.length === 0) {
        return;
    }
    // What is under way may have been asked for before the edit.
    if (shown.length > NAMED || client.isFetching({ queryKey: keys.quay(workspace) }) > 0) {
        await client.invalidateQueries({ queryKey: keys.quay(workspace) });
        return;
    }
    const params = { path: { workspace }, query: { documents: shown.join(',') } };
    const rows = await answer(api.GET('/workspaces/{workspace}/rows', { params })).catch(() => []);
    takeRows(client, workspace, rows);
}

/** Puts rows that came by themselves in the place of those that are shown. */
export function takeRows(client: QueryClient, workspace: string, rows: Row[]): void {
    const newer = new Map(rows.map((row) => [row.id, row]));
    const put = (all: Row[]) =>
        all.map((row) => {
            const other = newer.get(row.id);
            // The documents to which it leads are those that are open, which only the whole quay knows.
            return other && other.revision >= row.revision ? { ...other, refersTo: row.refersTo } : row;
        });
    client.setQueryData<Quay>(keys.quay(workspace), (quay) => quay && { ...quay, rows: put(quay.rows), hold: put(quay.hold) });
}
