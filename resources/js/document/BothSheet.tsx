import { useQuery } from '@tanstack/react-query';
import { bytes, textOf } from '../api/client';
import { MergePane } from '../contrast/MergePane';
import { Button } from '../ui/Button';
import { Sheet, SheetActions } from '../ui/Sheet';

interface Props {
    workspace: string;
    id: string;
    path: string;
    /** What was typed here and is not on the server. */
    ours: string;
    onSettle: (whose: 'theirs' | 'ours') => Promise<void>;
    onClose: () => void;
}

/** What the server has and what was typed here, side by side, where both have gone on. */
export function BothSheet({ workspace, id, path, ours, onSettle, onClose }: Props) {
    const theirs = useQuery({
        queryKey: [workspace, 'document', id, 'theirs'],
        queryFn: async () => textOf(await bytes(`/workspaces/${workspace}/documents/${id}/content?as=text`)),
        staleTime: 0,
    });
    const settle = async (whose: 'theirs' | 'ours') => {
        await onSettle(whose);
        onClose();
    };
    return (
        <Sheet title="Both have gone on" sub="left what the server has, right what was typed here" isOpen onClose={onClose} wide>
            <div style={{ height: '48vh', border: '1px solid var(--rule)' }}>
                {theirs.data !== undefined ? (
                    <MergePane path={path} left={theirs.data} right={ours} leftLabel="on the server" rightLabel="typed here" isFolded />
                ) : (
                    <p style={{ padding: 12 }}>{theirs.isError ? theirs.error.message : 'Reading …'}</p>
                )}
            </div>
            <SheetActions>
                <span style={{ flex: 1, fontSize: 13 }}>Whichever you take, the other stays among the steps.</span>
                <Button onPress={onClose}>Not now</Button>
                <Button onPress={() => settle('theirs')}>Take the server’s</Button>
                <Button $main onPress={() => settle('ours')}>
                    Keep what was typed here
                </Button>
            </SheetActions>
        </Sheet>
    );
}
