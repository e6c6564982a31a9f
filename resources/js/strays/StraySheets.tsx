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

const bare = (folder: string) => folder.trim().replace(/(.)\/+$/, '$1');

interface FolderProps {
    from: string;
    onFound: (from: string, to: string) => void;
    onClose: () => void;
}

export function FolderSheet({ from, onFound, onClose }: FolderProps) {
    const [old, setOld] = useState(from);
    const [to, setTo] = useState('');
    return (
        <Sheet
            title="Find a folder again"
            sub="each file that is missed from it is looked for in another; the plan shows which are there"
            isOpen
            onClose={onClose}
        >
            <form
                style={{ display: 'contents' }}
                onSubmit={(event) => {
                    event.preventDefault();
                    onFound(bare(old), bare(to));
                }}
            >
                <Field
                    label="What lay in"
                    value={old}
                    onChange={setOld}
                    mono
                    placeholder="the top folder"
                    hint="And below it: a shorter path stands for all folders that begin so."
                />
                <Field
                    label="is now in"
                    value={to}
                    onChange={setTo}
                    autoFocus
                    mono
                    placeholder="pictures/scans-1911"
                    hint="At the same place there, else under the same name anywhere below. A folder of this workspace, or from / on one of another workspace of yours or of the server’s roots; empty: the top folder."
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
