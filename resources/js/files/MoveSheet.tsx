import { useState } from 'react';
import { Button } from '../ui/Button';
import { Field } from '../ui/Field';
import { Notice } from '../ui/Notice';
import { Sheet, SheetActions } from '../ui/Sheet';
import { count, fileName, folder } from '../ui/words';

interface Props {
    paths: readonly string[];
    /** Each fails where that cannot be. */
    onInto: (folder: string) => Promise<void>;
    onTo: (path: string) => Promise<void>;
    onClose: () => void;
}

/** Where files and folders go. Nothing moves before the plan has been seen. */
export function MoveSheet({ paths, onInto, onTo, onClose }: Props) {
    const single = paths.length === 1 ? (paths[0] ?? '') : null;
    const [to, setTo] = useState(single ?? folder(paths[0] ?? ''));
    const place = to.trim().replace(/^\/+|\/+$/g, '');
    const [refusal, setRefusal] = useState('');
    const go = () => (single === null ? onInto(place) : onTo(place)).catch((error: Error) => setRefusal(error.message));
    return (
        <Sheet
            title={single === null ? `Move ${count(paths.length, 'thing')}` : `Rename or move ${fileName(single)}`}
            sub="every reference follows; the plan shows it before anything is written"
            isOpen
            onClose={onClose}
        >
            <form
                onSubmit={(event) => {
                    event.preventDefault();
                    go();
                }}
                style={{ display: 'flex', flexDirection: 'column', gap: 14 }}
            >
                <Field
                    label={single === null ? 'Into the folder (empty: the workspace’s own)' : 'New path'}
                    value={to}
                    onChange={(next) => {
                        setTo(next);
                        setRefusal('');
                    }}
                    mono
                    autoFocus
                />
                {refusal && <Notice stop>{refusal}</Notice>}
                <SheetActions>
                    <Button onPress={onClose}>Leave it</Button>
                    <Button type="submit" $main isDisabled={single !== null && (place === '' || place === single)}>
                        See the plan
                    </Button>
                </SheetActions>
            </form>
        </Sheet>
    );
}
