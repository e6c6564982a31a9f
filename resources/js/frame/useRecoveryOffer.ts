import { useEffect, useState } from 'react';
import { useLocation, useNavigate } from 'react-router';
import { answer, api } from '../api/client';
import { afterFirst } from '../api/queries';
import { visit } from '../api/visit';
import { allUnsent } from '../watch/unsent';
import { diedVisits, forgetVisits } from '../watch/visits';

const AGAIN_MS = 3000;

/** Asks once for each page whether an earlier visit broke off, and leads to what can be recovered. Where there is nothing, nobody is bothered. */
export function useRecoveryOffer(workspace: string, person: number) {
    const navigate = useNavigate();
    const { pathname } = useLocation();
    const [state, setState] = useState<'asking' | 'open' | 'closed'>('asking');
    // biome-ignore lint/correctness/useExhaustiveDependencies: asked once for each workspace, wherever the person is
    useEffect(() => {
        let isGone = false;
        let timer = 0;
        const ask = async () => {
            const died = await diedVisits().catch(() => []);
            const params = { path: { workspace }, query: { visit, died: died.join(',') } };
            const found = await afterFirst(() => answer(api.GET('/workspaces/{workspace}/recovery', { params }))).catch(() => null);
            const unsent = await allUnsent(person, workspace).catch(() => []);
            if (found === null) {
                // As long as the server does not say, nothing of this browser is sent over anything.
                timer = window.setTimeout(ask, AGAIN_MS);
                return;
            }
            const isOffered = found.isOffered || (found.brokenOffAt !== null && unsent.length > 0);
            if (!isOffered) {
                forgetVisits(died);
            }
            if (!isGone) {
                setState(isOffered ? 'open' : 'closed');
                if (isOffered && !pathname.includes('/logbook/')) {
                    navigate(`/w/${workspace}/recovery`);
                }
            }
        };
        void ask();
        return () => {
            isGone = true;
            clearTimeout(timer);
        };
    }, [workspace, person]);
    const close = () => {
        void diedVisits().then(forgetVisits);
        setState('closed');
    };
    return { isOpen: state !== 'closed', close };
}
