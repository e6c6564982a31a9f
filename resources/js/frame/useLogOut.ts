import { useQueryClient } from '@tanstack/react-query';
import { useState } from 'react';
import { useNavigate } from 'react-router';
import { answer, api } from '../api/client';
import { changePerson, type useQuay } from '../api/queries';
import { isUnsaved } from '../ui/rows';
import { endVisit } from '../watch/useVisit';
import { useLeaving } from './useLeaving';

export interface Leaving {
    act: string;
    onLeave: () => Promise<void> | void;
}

/** Logging out and closing the page, which first show what is unsaved. */
export function useLogOut(workspace: string, quay: ReturnType<typeof useQuay>) {
    const client = useQueryClient();
    const navigate = useNavigate();
    const [leaving, setLeaving] = useState<Leaving | null>(null);
    useLeaving((quay.data?.rows ?? []).some(isUnsaved), () => setLeaving({ act: 'Close the page', onLeave: () => setLeaving(null) }));

    async function end() {
        await endVisit(workspace);
        await answer(api.DELETE('/session')).catch(() => {});
        changePerson(client, null);
        navigate('/');
    }
    async function logOut() {
        // Asked anew: before the first answer nothing is known, and what others have written since counts too.
        const { data } = await quay.refetch();
        await ([...(data?.rows ?? []), ...(data?.hold ?? [])].some(isUnsaved) ? setLeaving({ act: 'Log out', onLeave: end }) : end());
    }
    return { leaving, logOut, stay: () => setLeaving(null) };
}
