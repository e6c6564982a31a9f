import { useRef } from 'react';
import { useNavigate, useOutletContext } from 'react-router';
import { answer, api, type Row } from '../api/client';
import { useDocumentActions } from '../plan/useDocumentActions';
import type { FrameContext } from '../shell/context';
import { ViewHead } from '../shell/ViewHead';
import { Here } from '../together/Here';
import { Button } from '../ui/Button';
import { Menu, type MenuEntry } from '../ui/Menu';
import { isUnsaved } from '../ui/rows';
import { fileName, folder } from '../ui/words';

interface Props {
    workspace: string;
    row: Row;
    name: string;
    /** What is decided of it in the plan. */
    decided?: string;
    /** Sends what was typed. */
    onFlush: () => Promise<void>;
    onDecide: (kind: 'save' | 'discard') => void;
    onReplace: (file: File) => void;
    onViews: () => void;
    /** Where it has a small picture that can be chosen. */
    onPicture?: () => void;
}

/** What can be done with a document as a whole. */
export function DocumentHead({ workspace, row, name, decided, onFlush, onDecide, onReplace, onViews, onPicture }: Props) {
    const navigate = useNavigate();
    const frame = useOutletContext<FrameContext>();
    const actions = useDocumentActions(workspace);
    const upload = useRef<HTMLInputElement>(null);
    const canDecide = isUnsaved(row);

    /** Questions are asked beside the ledger, where their plan shows too. */
    const onQuay = (entry: MenuEntry): MenuEntry => ({
        ...entry,
        run: async () => {
            await onFlush();
            await answer(api.POST('/workspaces/{workspace}/quay', { params: { path: { workspace } }, body: { documents: [row.id] } }));
            entry.run();
            navigate(`/w/${workspace}/quay`);
        },
    });
    return (
        <ViewHead title={name} sub={row.path}>
            <Here workspace={workspace} row={row} />
            {decided && <span>decided: {decided}</span>}
            <input
                ref={upload}
                type="file"
                hidden
                onChange={(event) => {
                    const file = event.target.files?.[0];
                    if (file) {
                        onReplace(file);
                    }
                    event.target.value = '';
                }}
            />
            <Menu
                label="More for this document"
                entries={[
                    ...actions
                        .entries(row)
                        .map((entry) => (entry.name.endsWith('…') && !entry.name.includes('with all below') ? onQuay(entry) : entry)),
                    { name: 'Replace its content from this computer …', apart: true, run: () => upload.current?.click() },
                    { name: 'Views …', keys: 'i', run: onViews },
                    ...(onPicture ? [{ name: 'Its small picture …', run: onPicture }] : []),
                    {
                        name: 'New document from this one …',
                        run: () =>
                            frame.make({
                                folder: folder(row.path),
                                from: { id: row.id, name, ending: fileName(row.path).match(/\.[^.]+$/)?.[0] ?? '', format: row.format },
                            }),
                    },
                ]}
            />
            {canDecide && <Button onPress={() => onDecide('discard')}>Discard …</Button>}
            {canDecide ? (
                <Button $main onPress={() => onDecide('save')}>
                    Save: see the plan
                </Button>
            ) : (
                <Button onPress={() => navigate(`/w/${workspace}/quay`)}>Back to the quay</Button>
            )}
        </ViewHead>
    );
}
