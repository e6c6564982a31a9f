import { useQueryClient } from '@tanstack/react-query';
import { useState } from 'react';
import { useNavigate } from 'react-router';
import { answer, api } from '../api/client';
import { Button } from '../ui/Button';
import { Field } from '../ui/Field';
import { Notice } from '../ui/Notice';
import { Sheet, SheetActions } from '../ui/Sheet';

interface Props {
    workspace: string;
    id: string;
    path: string;
    step: number;
    onClose: () => void;
}

/** Begins a new document with the content of an earlier step. */
export function BranchSheet({ workspace, id, path, step, onClose }: Props) {
    const client = useQueryClient();
    const navigate = useNavigate();
    const [to, setTo] = useState(path.replace(/(\.[^./]*)?$/, '-branch$1'));
    const [problem, setProblem] = useState<string | null>(null);
    async function make(isOpened: boolean) {
        try {
            const made = await answer(
                api.POST('/workspaces/{workspace}/documents/{document}/steps/{step}/branch', {
                    params: { path: { workspace, document: id, step: String(step) } },
                    body: { path: to.trim() },
                }),
            );
            await client.invalidateQueries({ queryKey: [workspace] });
            onClose();
            if (isOpened) {
                navigate(`/w/${workspace}/documents/${made.id}`);
            }
        } catch (error) {
            setProblem((error as Error).message);
        }
    }
    return (
        <Sheet
            title="New document from this step"
            sub="what is on the screen stays as it is; the new one has no file until you save it"
            isOpen
            onClose={onClose}
        >
            <Field
                label="Its path in the workspace"
                value={to}
                onChange={setTo}
                mono
                autoFocus
                hint="In another folder its references are written for there."
            />
            {problem && <Notice stop>{problem}</Notice>}
            <SheetActions>
                <Button onPress={onClose}>Cancel</Button>
                <Button onPress={() => make(false)}>Make it, stay here</Button>
                <Button $main onPress={() => make(true)}>
                    Make it and go there
                </Button>
            </SheetActions>
        </Sheet>
    );
}
