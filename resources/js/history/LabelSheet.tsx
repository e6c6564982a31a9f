import { useQueryClient } from '@tanstack/react-query';
import { useState } from 'react';
import { answer, api, type Version } from '../api/client';
import { Button } from '../ui/Button';
import { Field } from '../ui/Field';
import { Notice } from '../ui/Notice';
import { Sheet, SheetActions } from '../ui/Sheet';

interface Props {
    workspace: string;
    id: string;
    version: Version;
    onClose: () => void;
}

/** Gives a version a milestone’s name. */
export function LabelSheet({ workspace, id, version, onClose }: Props) {
    const client = useQueryClient();
    const [label, setLabel] = useState(version.label ?? '');
    const [problem, setProblem] = useState<string | null>(null);
    async function keep() {
        try {
            await answer(
                api.PATCH('/workspaces/{workspace}/documents/{document}/versions/{number}', {
                    params: { path: { workspace, document: id, number: String(version.number) } },
                    body: { label: label.trim() || null },
                }),
            );
            await client.invalidateQueries({ queryKey: [workspace, 'document', id] });
            onClose();
        } catch (error) {
            setProblem((error as Error).message);
        }
    }
    return (
        <Sheet
            title={`Label of version ${version.number}`}
            sub="a milestone; a labelled version is never thinned out"
            isOpen
            onClose={onClose}
        >
            <form
                onSubmit={(event) => {
                    event.preventDefault();
                    void keep();
                }}
                style={{ display: 'contents' }}
            >
                <Field
                    label="Label"
                    value={label}
                    onChange={setLabel}
                    autoFocus
                    placeholder="As sent to the printer"
                    hint="Leave it empty to take the label away."
                />
                {problem && <Notice stop>{problem}</Notice>}
                <SheetActions>
                    <Button onPress={onClose}>Leave it</Button>
                    <Button $main type="submit">
                        {label.trim() ? 'Label it' : 'Without a label'}
                    </Button>
                </SheetActions>
            </form>
        </Sheet>
    );
}
