import { answer, api, bytes, Problem } from '../api/client';

/** What is larger goes in parts, of which a broken connection costs one. */
export const PART = 4 * 1024 * 1024;
/** A part is tried so often, each time after a longer pause. */
const TRIES = 6;
const PAUSE_MS = 1000;

/** Sends a file; `tell` says which share of it is there. */
export async function send(
    workspace: string,
    path: string,
    file: File,
    replaces: boolean,
    signal: AbortSignal,
    tell: (share: number) => void,
): Promise<void> {
    const query = `path=${encodeURIComponent(path)}${replaces ? '&replace=1' : ''}`;
    const options = { method: 'POST', headers: { 'Content-Type': 'application/octet-stream' }, signal };
    if (file.size <= PART) {
        await bytes(`/workspaces/${workspace}/uploads?${query}`, { ...options, body: file });
        return;
    }
    const id = await sendInParts(workspace, file, 'content', signal, tell);
    try {
        await bytes(`/workspaces/${workspace}/uploads?${query}&part=${id}`, { ...options, body: '' });
    } catch (error) {
        drop(workspace, id);
        throw error;
    }
}

/** Sends all parts of a file, and gives the name by which it can be asked for; a session or a crate may be larger than any content. */
export async function sendInParts(
    workspace: string,
    file: File,
    kind: 'content' | 'session' | 'crate',
    signal: AbortSignal,
    tell: (share: number) => void,
): Promise<string> {
    const params = { path: { workspace } };
    const body = { size: file.size, kind };
    const { id } = await answer(api.POST('/workspaces/{workspace}/uploads/parts', { params, body, signal }));
    try {
        for (let offset = 0; offset < file.size; ) {
            offset = await sendPart(workspace, id, file, offset, signal);
            tell(offset / file.size);
        }
        return id;
    } catch (error) {
        drop(workspace, id);
        throw error;
    }
}

function drop(workspace: string, part: string): void {
    void api.DELETE('/workspaces/{workspace}/uploads/parts/{part}', { params: { path: { workspace, part } } }).catch(() => {});
}

/** What tells the server whether a part came as it was sent (RFC 9530); browsers compute it on safe connections only. */
async function digest(part: Blob): Promise<Record<string, string>> {
    if (!globalThis.crypto?.subtle) {
        return {};
    }
    const hash = new Uint8Array(await crypto.subtle.digest('SHA-256', await part.arrayBuffer()));
    return { 'Content-Digest': `sha-256=:${btoa(String.fromCharCode(...hash))}:` };
}

/** Gives back up to where the file is there now. */
async function sendPart(workspace: string, id: string, file: File, offset: number, signal: AbortSignal): Promise<number> {
    const at = `/workspaces/${workspace}/uploads/parts/${id}`;
    for (let tried = 1; ; tried++) {
        try {
            const body = file.slice(offset, offset + PART);
            const headers = { 'Content-Type': 'application/octet-stream', ...(await digest(body)) };
            const response = await bytes(`${at}?offset=${offset}`, { method: 'PUT', body, headers, signal });
            return ((await response.json()) as { offset: number }).offset;
        } catch (error) {
            if (signal.aborted || !(error instanceof Problem)) {
                throw error;
            }
            if (error.status === 409 && typeof error.body.offset === 'number' && error.body.offset !== offset) {
                // It had come, and only the answer was lost.
                return error.body.offset;
            }
            const passes = error.status === 0 || error.status === 409 || error.status >= 500 || error.status === 429;
            if (!passes || tried === TRIES) {
                throw error;
            }
            await new Promise((go) => setTimeout(go, PAUSE_MS * tried));
        }
    }
}
