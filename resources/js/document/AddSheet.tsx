import { useState } from 'react';
import type { FoundDocument } from '../api/client';
import { PickDocument } from '../open/PickDocument';
import { Button } from '../ui/Button';
import { OneOf } from '../ui/Check';
import { Notice } from '../ui/Notice';
import { Sheet, SheetActions } from '../ui/Sheet';

interface Props {
    workspace: string;
    id: string;
    /** Of the places that the format has for a new reference; the first suits a document. */
    kinds: string[];
    onAdd: (kind: string, target: FoundDocument) => Promise<void>;
    onNew: (kind: string) => void;
    onClose: () => void;
}

/** Adds a reference to a document of the workspace, or to a new one. */
export function AddSheet({ workspace, id, kinds, onAdd, onNew, onClose }: Props) {
    const [kind, setKind] = useState(kinds[0] ?? '');
    const [problem, setProblem] = useState<string | null>(null);

    async function pick(document: FoundDocument) {
        setProblem(null);
        try {
            await onAdd(kind, document);
            onClose();
        } catch (error) {
            setProblem((error as Error).message);
        }
    }
    return (
        <Sheet title="Add a reference" sub="it is written where the format has a place for it" isOpen onClose={onClose} wide>
            {kinds.length > 1 && (
                <OneOf label="Of the kind" options={Object.fromEntries(kinds.map((one) => [one, one]))} value={kind} onChange={setKind} />
            )}
            <PickDocument workspace={workspace} except={id} onPick={pick} />
            {problem && <Notice stop>{problem}</Notice>}
            <SheetActions>
                <Button onPress={onClose}>Leave it</Button>
                <Button onPress={() => onNew(kind)}>To a new document …</Button>
            </SheetActions>
        </Sheet>
    );
}
