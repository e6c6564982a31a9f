import { useState } from 'react';
import type { FoundDocument, Reference } from '../api/client';
import { PickDocument } from '../open/PickDocument';
import { Button } from '../ui/Button';
import { Notice } from '../ui/Notice';
import { Sheet, SheetActions } from '../ui/Sheet';
import { count } from '../ui/words';

interface Props {
    workspace: string;
    id: string;
    references: Reference[];
    onPoint: (document: FoundDocument) => Promise<void>;
    onClose: () => void;
}

/** Points references at another document; only their own bytes of the source change. */
export function PointSheet({ workspace, id, references, onPoint, onClose }: Props) {
    const [problem, setProblem] = useState<string | null>(null);
    const now = references[0]?.target ?? references[0]?.raw ?? '';

    async function point(document: FoundDocument) {
        setProblem(null);
        try {
            await onPoint(document);
            onClose();
        } catch (error) {
            setProblem((error as Error).message);
        }
    }
    return (
        <Sheet
            title="Point at another document"
            sub={`${count(references.length, 'reference')} that now ${references.length === 1 ? 'leads' : 'lead'} to ${now}`}
            isOpen
            onClose={onClose}
            wide
        >
            <PickDocument workspace={workspace} except={id} onPick={point} />
            {problem && <Notice stop>{problem}</Notice>}
            <SheetActions>
                <Button onPress={onClose}>Leave it</Button>
            </SheetActions>
        </Sheet>
    );
}
