import { useMutation, useQueryClient } from '@tanstack/react-query';
import { useState } from 'react';
import { answer, api, type Document } from '../api/client';
import { useHere } from '../api/queries';
import { TextButton } from '../ui/Button';
import { Notice } from '../ui/Notice';
import { moment, readable } from '../ui/words';
import { AskSheet } from './AskSheet';

/** Who has the document for themselves, and how one comes to it. */
export function LockPart({ workspace, document }: { workspace: string; document: Document }) {
    const client = useQueryClient();
    const mayKeep = useHere(workspace)?.mayKeep ?? false;
    const mayDraft = useHere(workspace)?.mayDraft ?? false;
    const [isAsking, setAsking] = useState(false);
    const [isAsked, setAsked] = useState(false);
    const { lock, row } = document;
    const at = { params: { path: { workspace, document: row.id } } };
    const act = useMutation({
        mutationFn: (isTaken: boolean) =>
            answer(api.DELETE('/workspaces/{workspace}/documents/{document}/lock', at)).then(() =>
                isTaken ? answer(api.POST('/workspaces/{workspace}/documents/{document}/lock', { ...at, body: {} })) : undefined,
            ),
        onSettled: () => client.invalidateQueries({ queryKey: [workspace] }),
    });
    if (!lock) {
        return null;
    }
    const ends = lock.isAutomatic ? ' It ends when the draft is saved or discarded.' : lock.until ? ` It ends ${moment(lock.until)}.` : '';
    return (
        <Notice stop={!lock.isYours}>
            <span>
                {lock.isYours ? 'You have' : `${readable(lock.by)} has`} locked it since {moment(lock.at)}
                {lock.note ? `: “${readable(lock.note)}”.` : '.'}
                {ends}
                {!lock.isYours && ' Edits are not taken until then.'}
                {!lock.isYours && lock.isAbandoned && ` ${readable(lock.by)} has been gone for long.`}
            </span>
            {isAsked && <span>They are asked; the answer comes under “for you”.</span>}
            {act.isError && <span>{act.error.message}</span>}
            {mayDraft && (
                <span style={{ display: 'flex', gap: 14 }}>
                    {lock.isYours && <TextButton onPress={() => act.mutate(false)}>Release it</TextButton>}
                    {!lock.isYours && !isAsked && <TextButton onPress={() => setAsking(true)}>Ask for it …</TextButton>}
                    {!lock.isYours && lock.isAbandoned && <TextButton onPress={() => act.mutate(true)}>Take it over</TextButton>}
                    {!lock.isYours && mayKeep && !lock.isAbandoned && (
                        <TextButton onPress={() => act.mutate(false)}>Break the lock, which the logbook notes</TextButton>
                    )}
                </span>
            )}
            {isAsking && (
                <AskSheet
                    workspace={workspace}
                    document={document}
                    by={lock.by}
                    onClose={() => setAsking(false)}
                    onAsked={() => {
                        setAsking(false);
                        setAsked(true);
                    }}
                />
            )}
        </Notice>
    );
}
