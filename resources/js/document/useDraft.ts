import { useQueryClient } from '@tanstack/react-query';
import { useCallback, useEffect, useRef, useState } from 'react';
import { bytes, type Person, Problem, type Row, revisionOf, textOf } from '../api/client';
import { changePerson, keys } from '../api/queries';
import { tellKeeping } from '../watch/keeping';
import { claim, findUnsent, forgetSent, keepUnsent, unsentKey } from '../watch/unsent';
import { keepAsStep } from '../watch/useUnsent';

const PAUSE_MS = 700;
/** However long a person types, an edit is on its way after this. */
const LONGEST_MS = 3500;
const RETRY_MS = 4000;
/** A server that has not answered after this is as good as away, for the person who types. */
const SLOW_MS = 5000;

const SLOW = 'the server does not answer.';

export type Keeping = 'kept' | 'waiting' | 'sending' | 'failed' | 'moved on';

export interface Loaded {
    text: string;
    revision: number;
    /** Counts the times that the content came from the server, so that an editor knows when to start over. */
    load: number;
}

interface State {
    revision: number;
    pending: string | null;
    sending: boolean;
    timer: number;
    /** When the oldest edit was made that is not on its way yet. */
    since: number;
    load: number;
    isGone: boolean;
    hasMoved: boolean;
}

const fresh = (): State => ({ revision: 0, pending: null, sending: false, timer: 0, since: 0, load: 0, isGone: false, hasMoved: false });

/**
 * One document's working content: read once, then sent to the server after each pause, never over someone else's.
 * Until the server has an edit, the browser keeps it.
 */
export function useDraft(workspace: string, id: string, name: string, documentPath: string) {
    const client = useQueryClient();
    const person = client.getQueryData<Person>(keys.session)?.id ?? 0;
    const [loaded, setLoaded] = useState<Loaded | null>(null);
    const [keeping, setKeeping] = useState<Keeping>('kept');
    const [problem, setProblem] = useState<string | null>(null);
    /** What we have typed, where someone else has written meanwhile. */
    const [ours, setOurs] = useState<string | null>(null);
    const state = useRef<State>(fresh());
    const words = useRef({ name, documentPath });
    if (name !== '') {
        // After the session has expired nothing is known of it any more; what was known last still names it.
        words.current = { name, documentPath };
    }
    const path = `/workspaces/${workspace}/documents/${id}`;
    const key = unsentKey(person, workspace, id);

    const keepHere = useCallback(
        (text: string, revision: number) =>
            keepUnsent({ key, person, workspace, document: id, path: words.current.documentPath, text, revision, at: Date.now() }).catch(
                () => {
                    // A browser that keeps nothing has the page itself, and says so when the server is away too.
                },
            ),
        [key, person, workspace, id],
    );

    const read = useCallback(async () => {
        const now = state.current;
        try {
            const response = await bytes(`${path}/content`);
            const text = await textOf(response);
            now.revision = revisionOf(response);
            now.pending = null;
            now.since = 0;
            now.hasMoved = false;
            now.load++;
            setLoaded({ text, revision: now.revision, load: now.load });
            setKeeping('kept');
            setProblem(null);
            setOurs(null);
            tellKeeping(id, words.current.name, null);
            return text;
        } catch (error) {
            setProblem((error as Error).message);
            return null;
        }
    }, [path, id]);

    const send = useCallback(async () => {
        const now = state.current;
        clearTimeout(now.timer);
        now.timer = 0;
        if (now.pending === null || now.sending || now.hasMoved) {
            return;
        }
        const text = now.pending;
        now.sending = true;
        now.since = 0;
        if (!now.isGone) {
            setKeeping('sending');
        }
        const slow = window.setTimeout(() => {
            tellKeeping(id, words.current.name, SLOW);
            if (!now.isGone) {
                setKeeping('failed');
                setProblem(SLOW);
            }
        }, SLOW_MS);
        try {
            const response = await bytes(`${path}/draft`, {
                method: 'PUT',
                body: new TextEncoder().encode(text),
                headers: { 'If-Match': `"${now.revision}"`, 'Content-Type': 'application/octet-stream' },
                keepalive: text.length < 50_000,
            });
            const row = (await response.json()) as Row;
            now.revision = row.revision;
            if (now.pending === text) {
                now.pending = null;
            } else if (now.pending !== null) {
                void keepHere(now.pending, now.revision);
            }
            void forgetSent(key, text).catch(() => {});
            tellKeeping(id, words.current.name, null);
            client.invalidateQueries({ queryKey: keys.document(workspace, id) });
            client.invalidateQueries({ queryKey: keys.quay(workspace) });
            if (!now.isGone) {
                setKeeping(now.pending === null ? 'kept' : 'waiting');
                setProblem(null);
            }
        } catch (error) {
            const { status, message } = error as Problem;
            now.hasMoved = error instanceof Problem && status === 412;
            tellKeeping(id, words.current.name, message);
            if (!now.isGone) {
                setKeeping(now.hasMoved ? 'moved on' : 'failed');
                setProblem(message);
                setOurs(now.hasMoved ? (now.pending ?? text) : null);
            }
            if (status === 401) {
                // The page asks to log in again; what was typed is in the browser, and goes on from there.
                changePerson(client, null);
            } else if (!now.hasMoved) {
                now.timer = window.setTimeout(send, RETRY_MS);
            }
        } finally {
            clearTimeout(slow);
            now.sending = false;
        }
        if (now.pending !== null && now.timer === 0 && now.pending !== text && !now.hasMoved) {
            now.timer = window.setTimeout(send, waitFor(now.since));
        }
    }, [path, client, workspace, id, key, keepHere]);

    const edit = useCallback(
        (text: string) => {
            const now = state.current;
            now.pending = text;
            now.since ||= Date.now();
            void keepHere(text, now.revision);
            if (now.hasMoved) {
                setOurs(text);
                return;
            }
            setKeeping((before) => (before === 'failed' ? before : 'waiting'));
            clearTimeout(now.timer);
            now.timer = window.setTimeout(send, waitFor(now.since));
        },
        [send, keepHere],
    );

    /** Someone else has written: their content, or ours over it with the revision that is there now. */
    const settle = useCallback(
        async (whose: 'theirs' | 'ours') => {
            const mine = state.current.pending ?? ours;
            try {
                if (whose === 'theirs' && mine !== null) {
                    await keepAsStep(workspace, id, mine);
                    await forgetSent(key, mine).catch(() => {});
                }
            } catch (error) {
                setProblem((error as Error).message);
                return;
            }
            const theirs = await read();
            if (theirs !== null && whose === 'ours' && mine !== null) {
                setLoaded((before) => before && { ...before, text: mine, load: ++state.current.load });
                edit(mine);
            }
        },
        [read, edit, ours, key, workspace, id],
    );

    /** The server's content has a newer revision, and nothing of ours is under way. */
    const follow = useCallback(
        (revision: number) => {
            const now = state.current;
            if (now.load > 0 && revision > now.revision && now.pending === null && !now.sending) {
                read();
            }
        },
        [read],
    );

    useEffect(() => {
        state.current = fresh();
        setLoaded(null);
        const own = state.current;
        const release = claim(key);
        const begin = async () => {
            const text = await read();
            const left = text === null ? undefined : await findUnsent(key).catch(() => undefined);
            if (!left || own.isGone || left.text === text) {
                return;
            }
            own.pending = left.text;
            if (left.revision === own.revision) {
                // Nobody has written since: it goes on as if nothing had happened.
                setLoaded((before) => before && { ...before, text: left.text, load: ++own.load });
                edit(left.text);
            } else {
                own.hasMoved = true;
                setOurs(left.text);
                setKeeping('moved on');
                setProblem('this browser holds edits that the server never got.');
                tellKeeping(id, words.current.name, 'edits of this browser wait for your choice');
            }
        };
        void begin();
        const leave = () => void send();
        window.addEventListener('pagehide', leave);
        window.addEventListener('online', leave);
        return () => {
            window.removeEventListener('pagehide', leave);
            window.removeEventListener('online', leave);
            own.isGone = true;
            void send().finally(release);
        };
    }, [read, send, edit, key, id]);

    /** Writes what waits, now. */
    const flush = send;
    return { loaded, keeping, problem, ours, edit, settle, follow, flush, revision: () => state.current.revision, reload: read };
}

function waitFor(since: number): number {
    return Math.max(0, Math.min(PAUSE_MS, since + LONGEST_MS - Date.now()));
}
