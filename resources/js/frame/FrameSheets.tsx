import { useQueryClient } from '@tanstack/react-query';
import { useNavigate } from 'react-router';
import { answer, api, type Row } from '../api/client';
import { keys } from '../api/queries';
import type { Choice } from '../plan/choices';
import { useDecisions } from '../plan/decisions';
import type { Command } from '../shell/commands';
import { later } from '../ui/later';
import type { ShownSheet } from './shownSheet';

const SetAsideSheet = later(async () => (await import('../copy/SetAsideSheet')).SetAsideSheet);
const NewSheet = later(async () => (await import('../open/NewSheet')).NewSheet);
const OpenSheet = later(async () => (await import('../open/OpenSheet')).OpenSheet);
const UploadSheet = later(async () => (await import('../open/UploadSheet')).UploadSheet);
const IncomingSheet = later(async () => (await import('../settings/IncomingSheet')).IncomingSheet);
const KeepingSheet = later(async () => (await import('../settings/KeepingSheet')).KeepingSheet);
const ReleaseSheet = later(async () => (await import('../plan/ReleaseSheet')).ReleaseSheet);
const StatesSheet = later(async () => (await import('../settings/StatesSheet')).StatesSheet);
const LockSheet = later(async () => (await import('../together/LockSheet')).LockSheet);
const NoticesSheet = later(async () => (await import('../together/NoticesSheet')).NoticesSheet);
const KeepSheet = later(async () => (await import('../sessions/KeepSheet')).KeepSheet);
const PreferencesSheet = later(async () => (await import('../settings/PreferencesSheet')).PreferencesSheet);
const SettingsSheet = later(async () => (await import('../settings/SettingsSheet')).SettingsSheet);
const WatchSheet = later(async () => (await import('../watch/WatchSheet')).WatchSheet);
const Palette = later(async () => (await import('./Palette')).Palette);
const Shortcuts = later(async () => (await import('./Shortcuts')).Shortcuts);

interface Props {
    workspace: string;
    sheet: ShownSheet;
    /** All that the quay and the hold know. */
    rows: Row[];
    /** What can be done now, and the open documents to go to. */
    commands: Command[];
    documents: Command[];
    onSay: (what: string) => void;
    onTell: (problem: string) => void;
    onClose: () => void;
}

/** The sheet that lies over the view. */
export function FrameSheets({ workspace, sheet, rows, commands, documents, onSay, onTell, onClose }: Props) {
    const client = useQueryClient();
    const navigate = useNavigate();
    const decisions = useDecisions(workspace);
    const own = { workspace, onClose };

    /** Its plan is on the quay, so there it goes. */
    function moveOn(row: Row, choice: Choice) {
        void answer(api.POST('/workspaces/{workspace}/quay', { params: { path: { workspace } }, body: { documents: [row.id] } }))
            .then(() => client.invalidateQueries({ queryKey: keys.quay(workspace) }))
            .catch((error: Error) => onTell(error.message));
        decisions.decide([row.id], choice);
        navigate(`/w/${workspace}/quay`);
    }
    switch (sheet.name) {
        case 'open':
            return <OpenSheet {...own} />;
        case 'make':
            return <NewSheet {...own} making={sheet.making} />;
        case 'set aside':
            return <SetAsideSheet {...own} row={sheet.row} />;
        case 'move on':
            return <ReleaseSheet {...own} row={sheet.row} onDecide={(choice) => moveOn(sheet.row, choice)} />;
        case 'lock':
            return <LockSheet {...own} row={sheet.row} />;
        case 'upload':
            return <UploadSheet {...own} files={sheet.files} folder={sheet.folder} />;
        case 'session':
            return (
                <KeepSheet
                    {...own}
                    rows={rows}
                    onDone={(what) => {
                        onClose();
                        onSay(what);
                    }}
                />
            );
        case 'states':
            return <StatesSheet {...own} />;
        case 'notices':
            return <NoticesSheet {...own} />;
        case 'preferences':
            return <PreferencesSheet onClose={onClose} />;
        case 'settings':
            return <SettingsSheet {...own} />;
        case 'incoming':
            return <IncomingSheet {...own} />;
        case 'keeping':
            return <KeepingSheet {...own} />;
        case 'watch':
            return <WatchSheet {...own} />;
        case 'shortcuts':
            return <Shortcuts commands={commands} onClose={onClose} />;
        case 'palette':
            return <Palette {...own} commands={[...commands, ...documents]} />;
    }
}
