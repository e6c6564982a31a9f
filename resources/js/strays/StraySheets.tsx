import { useState } from 'react';
import type { Stray } from '../api/client';
import { PickDocument } from '../open/PickDocument';
import { Button } from '../ui/Button';
import { Field } from '../ui/Field';
import { Sheet, SheetActions } from '../ui/Sheet';

export function PickSheet({
    workspace,
    stray,
    onPick,
    onClose,
}: {
    workspace: string;
    stray: Stray;
    onPick: (path: string) => void;
    onClose: () => void;
}) {
    return (
        <Sheet
            title={`In place of ${stray.name}`}
            sub="all references to it will lead to the document that you choose"
            isOpen
            onClose={onClose}
        >
            <PickDocument workspace={workspace} except="" onPick={(document) => onPick(document.path)} />
            <SheetActions>
                <Button onPress={onClose}>Leave it</Button>
            </SheetActions>
        </Sheet>
    );
}

export function FolderSheet({ from, onFound, onClose }: { from: string; onFound: (to: string) => void; onClose: () => void }) {
    const [to, setTo] = useState('');
    return (
        <Sheet
            title={`Find what lay in ${from || 'the top folder'}`}
            sub="each of its files is looked for under the same name; the plan shows which are there"
            isOpen
            onClose={onClose}
        >
            <form
                style={{ display: 'contents' }}
                onSubmit={(event) => {
                    event.preventDefault();
                    onFound(to.trim().replace(/(.)\/+$/, '$1'));
                }}
            >
                <Field
                    label="Folder"
                    value={to}
                    onChange={setTo}
                    autoFocus
                    mono
                    placeholder="pictures/scans-1911"
                    hint="A folder of this workspace, or from / on one of another workspace of yours or of the server’s roots. Empty: the top folder."
                />
                <SheetActions>
                    <Button onPress={onClose}>Leave it</Button>
                    <Button $main type="submit">
                        Look there
                    </Button>
                </SheetActions>
            </form>
        </Sheet>
    );
}

export function AcceptSheet({ stray, onAccept, onClose }: { stray: Stray; onAccept: (reason: string) => void; onClose: () => void }) {
    const [reason, setReason] = useState('');
    return (
        <Sheet
            title={`Let ${stray.name} be a stray`}
            sub="nothing in a document changes; it is counted apart, and can be called back"
            isOpen
            onClose={onClose}
        >
            <form
                style={{ display: 'contents' }}
                onSubmit={(event) => {
                    event.preventDefault();
                    onAccept(reason.trim());
                }}
            >
                <Field
                    label="Why it may stay"
                    value={reason}
                    onChange={setReason}
                    autoFocus
                    placeholder="Comes with the museum’s own player"
                />
                <SheetActions>
                    <Button onPress={onClose}>Leave it</Button>
                    <Button $main type="submit">
                        It may stay
                    </Button>
                </SheetActions>
            </form>
        </Sheet>
    );
}
