import { useEffect } from 'react';
import { bytes } from '../api/client';
import { visit } from '../api/visit';
import { beginVisit, forgetVisits } from './visits';

export async function endVisit(workspace: string): Promise<void> {
    forgetVisits([visit]);
    await bytes(`/workspaces/${workspace}/visits/${visit}/end`, { method: 'POST', keepalive: true }).catch(() => {});
}

/** Tells the server when the page is left in an orderly way, so that only a crash leaves a visit open. */
export function useVisit(workspace: string): void {
    useEffect(() => {
        const leave = () => void endVisit(workspace);
        beginVisit();
        window.addEventListener('pagehide', leave);
        // A page that comes back from the browser's memory goes on.
        window.addEventListener('pageshow', beginVisit);
        return () => {
            window.removeEventListener('pagehide', leave);
            window.removeEventListener('pageshow', beginVisit);
        };
    }, [workspace]);
}
