import { useQuery, useQueryClient } from '@tanstack/react-query';
import { useState } from 'react';
import { answer, api } from '../api/client';
import { keys } from '../api/queries';
import { PickDocument } from '../open/PickDocument';
import { Button } from '../ui/Button';
import { Notice } from '../ui/Notice';
import { Sheet, SheetActions } from '../ui/Sheet';
import { count, readable } from '../ui/words';

interface Named {
    id: string;
    name: string;
}

interface Props {
    workspace: string;
    from: Named;
    /** Where the references lead now. */
    old: Named;
    /** Where they shall lead; null: that is asked. */
    to: Named | null;
    onDone: (words: string) => void;
    onClose: () => void;
}

/** Asks whether all references of one document to another are to lead to a third; what comes of it is a draft. */
export function PointAsk({ workspace, from, old, to, onDone, onClose }: Props) {
    const client = useQueryClient();
    const [problem, setProblem] = useState<string | null>(null);
    const [isBusy, setBusy] = useState(false);
    const document = useQuery({
        queryKey: keys.document(workspace, from.id),
        queryFn: () =>
            answer(api.GET('/workspaces/{workspace}/documents/{document}', { params: { path: { workspace, document: from.id } } })),
        staleTime: 0,
    });
    const references = document.data?.refersTo.filter((one) => one.targetId === old.id) ?? [];

    async function point(target: Named) {
        const revision = document.data?.row.revision;
        if (revision === undefined) {
            return;
        }
        setBusy(true);
        setProblem(null);
        try {
            await answer(
                api.PATCH('/workspaces/{workspace}/documents/{document}/references', {
                    params: { path: { workspace, document: from.id }, header: { 'If-Match': `"${revision}"` } },
                    body: { offsets: references.map((one) => one.offset), target: target.id },
                }),
            );
            await client.invalidateQueries({ queryKey: [workspace] });
            onDone(`${from.name} leads to ${target.name} now, as a draft; nothing is saved yet`);
        } catch (error) {
            setProblem((error as Error).message);
            setBusy(false);
        }
    }
    return (
        <Sheet
            title="Point at another document"
            sub={`${document.data ? count(references.length, 'reference') : 'the references'} of ${readable(from.name)} that lead to ${readable(old.name)}`}
            isOpen
            onClose={onClose}
            wide={to === null}
        >
            {to ? (
                <p>
                    They would lead to <b>{readable(to.name)}</b>. Only their own bytes in {readable(from.name)} change; it becomes a draft,
                    and the plan shows it like any other.
                </p>
            ) : (
                <PickDocument
                    workspace={workspace}
                    except={from.id}
                    onPick={(picked) => void point({ id: picked.id, name: picked.title ?? picked.path })}
                />
            )}
            {document.data && references.length === 0 && (
                <Notice stop>There is no such reference any more. Close this and look again.</Notice>
            )}
            {problem && <Notice stop>{problem}</Notice>}
            <SheetActions>
                <Button onPress={onClose}>Leave it</Button>
                {to && (
                    <Button $main isDisabled={references.length === 0 || isBusy} onPress={() => void point(to)}>
                        Point it there
                    </Button>
                )}
            </SheetActions>
        </Sheet>
    );
}
