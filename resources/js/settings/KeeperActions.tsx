import { useHere } from '../api/queries';
import { Button } from '../ui/Button';
import { SheetActions } from '../ui/Sheet';

interface Props {
    workspace: string;
    /** What keeping it is called. */
    keeps: string;
    onKeep: () => void;
    onClose: () => void;
}

/** How a sheet of the workspace’s rules ends: keepers keep what they changed, all others have only read it. */
export function KeeperActions({ workspace, keeps, onKeep, onClose }: Props) {
    const mayKeep = useHere(workspace)?.mayKeep ?? false;
    return (
        <SheetActions>
            <Button onPress={onClose}>{mayKeep ? 'Leave it' : 'Close'}</Button>
            {mayKeep ? (
                <Button $main onPress={onKeep}>
                    {keeps}
                </Button>
            ) : (
                <span>A keeper of the workspace can change these.</span>
            )}
        </SheetActions>
    );
}
