import { useQueryClient } from '@tanstack/react-query';
import { useState } from 'react';
import { answer, api, type Entry } from '../api/client';
import { Button } from '../ui/Button';
import { Notice } from '../ui/Notice';
import { readable } from '../ui/words';
import { Difference } from './Difference';

const WAYS = [
    { how: 'finish', label: 'Finish it: write every file as planned' },
    { how: 'back', label: 'Roll it back: every file as it was before' },
    { how: 'keep', label: 'Keep the files as they are now' },
] as const;

/** A save that a crash interrupted, and a file that someone else has written since: a person says how it goes on. */
export function Settle({ workspace, entry }: { workspace: string; entry: Entry }) {
    const client = useQueryClient();
    const [problem, setProblem] = useState<string | null>(null);

    async function settle(how: 'finish' | 'back' | 'keep') {
        try {
            await answer(
                api.POST('/workspaces/{workspace}/logbook/{operation}/settle', {
                    params: { path: { workspace, operation: entry.id } },
                    body: { how },
                }),
            );
        } catch (error) {
            setProblem((error as Error).message);
        }
        await client.invalidateQueries({ queryKey: [workspace] });
    }
    return (
        <Notice stop>
            <span>
                This save was interrupted, and another program has written to the files below since. Nothing has been touched; whatever you
                choose, what was found is kept.
            </span>
            {entry.lines.map((line, position) =>
                entry.found.includes(line.path) ? (
                    <div key={line.path}>
                        <code>{readable(line.path)}</code>: what was found, and what was to be written
                        <Difference workspace={workspace} entry={entry.id} position={position} path={line.path} found />
                    </div>
                ) : null,
            )}
            {WAYS.map((way) => (
                <Button key={way.how} onPress={() => settle(way.how)}>
                    {way.label}
                </Button>
            ))}
            {problem && <span>{problem}</span>}
        </Notice>
    );
}
