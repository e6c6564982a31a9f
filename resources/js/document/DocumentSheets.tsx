import { useOutletContext } from 'react-router';
import type { Document, LookSettings, Reference } from '../api/client';
import type { LookKeeper } from '../looks/LookKeeper';
import { PictureSheet } from '../looks/PictureSheet';
import { ViewsSheet } from '../looks/ViewsSheet';
import type { FrameContext } from '../shell/context';
import { usePart } from '../ui/watched';
import { folder } from '../ui/words';
import { AddSheet } from './AddSheet';
import { BothSheet } from './BothSheet';
import type { OpenDraft } from './OpenDraft';
import { PointSheet } from './PointSheet';
import type { useEdits } from './useEdits';

/** What lies over a document: one at a time. */
export type DocumentSheet = 'views' | 'picture' | 'both' | 'add' | { point: Reference[] };

interface Props {
    workspace: string;
    document: Document;
    name: string;
    sheet: DocumentSheet;
    draft: OpenDraft;
    keeper: LookKeeper | null;
    edits: ReturnType<typeof useEdits>;
    /** It is to look like a view that was kept. */
    onLook: (view: LookSettings) => void;
    onClose: () => void;
}

export function DocumentSheets({ workspace, document, name, sheet, draft, keeper, edits, onLook, onClose }: Props) {
    const frame = useOutletContext<FrameContext>();
    const { row } = document;
    const hasMovedOn = usePart(draft.state, (state) => state.keeping === 'moved on');
    return (
        <>
            {sheet === 'views' && keeper && (
                <ViewsSheet
                    workspace={workspace}
                    id={row.id}
                    name={name}
                    keeper={keeper}
                    onLook={(view) => {
                        keeper.state.set(view);
                        keeper.touch();
                        onLook({ ...view });
                    }}
                    onClose={onClose}
                />
            )}
            {sheet === 'picture' && keeper && (
                <PictureSheet workspace={workspace} id={row.id} name={name} keeper={keeper} onClose={onClose} />
            )}
            {sheet === 'both' && hasMovedOn && (
                <BothSheet
                    workspace={workspace}
                    id={row.id}
                    path={row.path}
                    ours={draft.ours}
                    onSettle={(whose) => draft.settle(whose)}
                    onClose={onClose}
                />
            )}
            {sheet === 'add' && (
                <AddSheet
                    workspace={workspace}
                    id={row.id}
                    kinds={document.addable}
                    onAdd={edits.add}
                    onNew={(kind) => {
                        onClose();
                        frame.make({ folder: folder(row.path), given: (made) => edits.add(kind, made) });
                    }}
                    onClose={onClose}
                />
            )}
            {typeof sheet === 'object' && (
                <PointSheet
                    workspace={workspace}
                    id={row.id}
                    references={sheet.point}
                    onPoint={(target) => edits.point(sheet.point, target)}
                    onClose={onClose}
                />
            )}
        </>
    );
}
