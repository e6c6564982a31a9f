import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest';

const server = vi.hoisted(() => ({ here: '', faults: [] as (() => unknown)[], taken: null as string | null, begun: 0, dropped: 0 }));

vi.mock('../api/client', () => {
    class Problem extends Error {
        constructor(
            readonly status: number,
            message: string,
            readonly body: Record<string, unknown> = {},
        ) {
            super(message);
        }
    }
    return {
        Problem,
        answer: async (call: Promise<{ data: unknown }>) => (await call).data,
        api: {
            POST: async () => {
                server.begun++;
                return { data: { id: 'upload' } };
            },
            DELETE: async () => {
                server.dropped++;
            },
        },
        bytes: async (path: string, options: RequestInit) => {
            const body = typeof options.body === 'string' ? options.body : await (options.body as Blob).text();
            if (!path.includes('/parts/')) {
                server.taken = path.includes('part=') ? server.here : body;
                return new Response('{}');
            }
            const offset = Number(/offset=(\d+)/.exec(path)?.[1]);
            const fault = server.faults.shift()?.();
            if (fault instanceof Error) {
                throw fault;
            }
            if (offset !== server.here.length) {
                throw new Problem(409, 'elsewhere', { offset: server.here.length });
            }
            server.here += body;
            if (fault === 'the answer is lost') {
                throw new Problem(0, 'The server cannot be reached.');
            }
            return new Response(JSON.stringify({ offset: server.here.length }));
        },
    };
});

import { Problem } from '../api/client';
import { PART, send } from './sending';

const letters = 'abcdefghij'.repeat(Math.ceil((2.5 * PART) / 10));
const shares: number[] = [];
const go = (content: string, signal = new AbortController().signal) =>
    send('house', 'film.bin', new File([content], 'film.bin'), false, signal, (share) => shares.push(share));

beforeEach(() => {
    Object.assign(server, { here: '', faults: [], taken: null, begun: 0, dropped: 0 });
    shares.length = 0;
    // Nobody waits here for a network to come back.
    vi.stubGlobal('setTimeout', (go: () => void) => queueMicrotask(go));
});

afterEach(() => vi.unstubAllGlobals());

describe('sending a file', () => {
    it('sends a small one whole', async () => {
        await go('small');
        expect(server).toMatchObject({ taken: 'small', begun: 0 });
    });

    it('sends a large one in parts, and tells how far it is', async () => {
        await go(letters);
        expect(server.taken).toBe(letters);
        expect(shares).toHaveLength(3);
        expect(shares.at(-1)).toBe(1);
        expect(server.dropped).toBe(0);
    });

    it('goes on where the file is, after a part or its answer was lost', async () => {
        server.faults = [() => undefined, () => 'the answer is lost', () => new Problem(503, 'Starting again')];
        await go(letters);
        expect(server.taken).toBe(letters);
    });

    it('gives up where the server says that it cannot be, and leaves nothing there', async () => {
        server.faults = [() => new Problem(422, 'Too many uploads')];
        await expect(go(letters)).rejects.toThrow('Too many uploads');
        expect(server).toMatchObject({ taken: null, dropped: 1 });
    });

    it('does not try without end', async () => {
        server.faults = Array.from({ length: 20 }, () => () => new Problem(0, 'The server cannot be reached.'));
        await expect(go(letters)).rejects.toThrow('cannot be reached');
        expect(server.faults.length).toBe(14);
    });
});
