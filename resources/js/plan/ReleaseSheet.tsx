import { useState } from 'react';
import styled from 'styled-components';
import type { Row } from '../api/client';
import { useHere, useSettings } from '../api/queries';
import { Button } from '../ui/Button';
import { Check, OneOf } from '../ui/Check';
import { Notice } from '../ui/Notice';
import { isUnsaved } from '../ui/rows';
import { Sheet, SheetActions } from '../ui/Sheet';
import { fileName, readable } from '../ui/words';
import type { Choice } from './choices';

const Form = styled.form`display: flex; flex-direction: column; gap: 14px;`;

interface Props {
    workspace: string;
    row: Row;
    onDecide: (choice: Choice) => void;
    onClose: () => void;
}

/** Where a document goes in the chain of states. The plan shows it before anything is done. */
export function ReleaseSheet({ workspace, row, onDecide, onClose }: Props) {
    const settings = useSettings(workspace);
    const mayKeep = useHere(workspace)?.mayKeep ?? false;
    const states = settings.data?.release.states ?? [];
    const now = states.findIndex((one) => one.name === row.state);
    const next = states[Math.min(Math.max(now, 0) + 1, states.length - 1)]?.name ?? '';
    const [state, setState] = useState<string | null>(null);
    const [raise, setRaise] = useState(false);
    const [below, setBelow] = useState(false);
    const chosen = state ?? next;
    const unsaved = isUnsaved(row) && row.withheld === null;
    const target = states.find((one) => one.name === chosen);
    return (
        <Sheet
            title={`Move ${row.title ?? fileName(row.path)} to another state`}
            sub={row.state ? `now ${readable(row.state)}${row.issue ? `, revision ${row.issue}` : ''}` : 'nobody has moved it yet'}
            isOpen
            onClose={onClose}
        >
            <Form
                onSubmit={(event) => {
                    event.preventDefault();
                    onDecide({ kind: unsaved ? 'save' : 'state', state: chosen, raise, stateBelow: below });
                    onClose();
                }}
            >
                <OneOf
                    label="It becomes"
                    options={Object.fromEntries(states.map((one) => [one.name, readable(one.name)]))}
                    value={chosen}
                    onChange={setState}
                />
                <Check isSelected={below} onChange={setBelow}>
                    with all below it, as far as that is not there yet
                </Check>
                <Check isSelected={raise} onChange={setRaise}>
                    raise the revision also where the chain does not ask for it
                </Check>
                {target && !target.isWritten && <p>In this state it is not written, until a new revision is begun.</p>}
                {target?.isKeepers && !mayKeep && <Notice stop>Only a keeper of the workspace moves a document there.</Notice>}
                {unsaved && <p>Its draft is saved with this.</p>}
                <SheetActions>
                    <Button onPress={onClose}>Leave it</Button>
                    <Button type="submit" $main isDisabled={chosen === ''}>
                        Add it to the plan
                    </Button>
                </SheetActions>
            </Form>
        </Sheet>
    );
}
