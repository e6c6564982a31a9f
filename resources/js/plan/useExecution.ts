import { useQueryClient } from '@tanstack/react-query';
import { useEffect, useState } from 'react';
import { answer, api, type Decision, type Entry, type Plan, Problem } from '../api/client';
import { decisionsOf } from './decisions';

const PROGRESS_MS = 300;

interface Writing {
    decisions: Decision[];
    plan: Plan;
    note: string;
}

/** Executes the plan that was read, shows how far it has come, and can stop it. */
export function useExecution(workspace: string) {
    const client = useQueryClient();
    const [isWriting, setWriting] = useState(false);
    const [progress, setProgress] = useState<{ operation: string; done: number; of: number } | null>(null);
    const [problem, setProblem] = useState<string | null>(null);
    /** The plan that was read, where another one has come in its place. */
    const [moved, setMoved] = useState<Plan | null>(null);

    useEffect(() => {
        if (!isWriting) {
            return;
        }
        const timer = setInterval(async () => {
            const now = await answer(api.GET('/workspaces/{workspace}/progress', { params: { path: { workspace } } })).catch(() => null);
            setProgress(
                now?.operation != null && now.done != null && now.of != null
                    ? { operation: now.operation, done: now.done, of: now.of }
                    : null,
            );
        }, PROGRESS_MS);
        return () => clearInterval(timer);
    }, [isWriting, workspace]);

    async function write({ decisions, plan, note }: Writing): Promise<Entry | null> {
        setWriting(true);
        setProblem(null);
        setMoved(null);
        try {
            // A decision that came there after the save would stand once more.
            await decisionsOf(workspace).settled();
            const body = { decisions, fingerprint: plan.fingerprint, note: note.trim() || null };
            return await answer(api.POST('/workspaces/{workspace}/save', { params: { path: { workspace } }, body }));
        } catch (error) {
            if (error instanceof Problem && error.status === 409 && error.body.now) {
                setMoved((error.body.planned as Plan | null) ?? plan);
            }
            setProblem(error instanceof Problem ? error.message : 'That failed for a reason that is not known. Look into the logbook.');
            return null;
        } finally {
            setWriting(false);
            setProgress(null);
            await client.invalidateQueries({ queryKey: [workspace] });
        }
    }

    /** Names what it stops, so that a late click does not end the next save of someone else. */
    const stop = async () => {
        if (progress !== null) {
            await answer(
                api.DELETE('/workspaces/{workspace}/progress/{running}', { params: { path: { workspace, running: progress.operation } } }),
            ).catch(() => {});
        }
    };
    const forget = () => {
        setMoved(null);
        setProblem(null);
    };
    return { isWriting, progress, problem, moved, write, stop, forget, setProblem };
}
