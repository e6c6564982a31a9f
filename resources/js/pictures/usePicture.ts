import { useQuery } from '@tanstack/react-query';
import { answer, api, type Picture } from '../api/client';
import { keys } from '../api/queries';

/** So many are asked for at once. */
const TOGETHER = 200;
/** What is drawn in the background is asked for again after this. */
const AGAIN_MS = 900;
const GROWTH = 1.3;
const LATE_MS = 20_000;
/** What comes into sight at once is asked for together. */
const GATHER_MS = 30;

/** The picture of what a document was has this between its id and the name of that content. */
const OF = ':';
/** As the server names what a picture is of. */
const named = ({ document, source }: Picture) => (source === null ? document : document + OF + source);

type Waiter = { id: string; take: (picture: Picture) => void; fail: (error: unknown) => void };
const waiting = new Map<string, Waiter[]>();

/** The picture of one document, asked for together with those of the others that come into sight. */
function ask(workspace: string, id: string): Promise<Picture> {
    return new Promise((take, fail) => {
        const all = waiting.get(workspace);
        if (all) {
            all.push({ id, take, fail });
        } else {
            waiting.set(workspace, [{ id, take, fail }]);
            setTimeout(() => void send(workspace), GATHER_MS);
        }
    });
}

async function send(workspace: string): Promise<void> {
    const all = waiting.get(workspace) ?? [];
    waiting.delete(workspace);
    for (let from = 0; from < all.length; from += TOGETHER) {
        const some = all.slice(from, from + TOGETHER);
        const query = { documents: [...new Set(some.map((one) => one.id))].join(',') };
        try {
            const pictures = await answer(api.GET('/workspaces/{workspace}/pictures', { params: { path: { workspace }, query } }));
            const of = new Map(pictures.map((picture) => [named(picture), picture]));
            for (const { id, take } of some) {
                take(of.get(id) ?? { document: id, source: null, state: 'none', key: null, why: null });
            }
        } catch (error) {
            for (const one of some) {
                one.fail(error);
            }
        }
    }
}

/**
 * The small picture of a document as it is on the screen, which news of documents have asked for again; or of a content that it had,
 * as `version-3`.
 */
export function usePicture(workspace: string, id: string, source?: string): Picture | undefined {
    return useQuery({
        // What was does not change; what of it is chosen to be shown can.
        queryKey: source ? [...keys.pictureThen(workspace, id), source] : keys.picture(workspace, id),
        queryFn: () => ask(workspace, source ? id + OF + source : id),
        // Behind much else it takes a while; who waits asks less and less.
        refetchInterval: ({ state }) =>
            state.data?.state === 'waiting' ? Math.min(LATE_MS, AGAIN_MS * GROWTH ** Math.min(state.dataUpdateCount, 12)) : false,
        staleTime: Number.POSITIVE_INFINITY,
        retry: false,
    }).data;
}
