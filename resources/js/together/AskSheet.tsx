import { useMutation } from '@tanstack/react-query';
import { useState } from 'react';
import { answer, api, type Document } from '../api/client';
import { Button } from '../ui/Button';
import { Field } from '../ui/Field';
import { Notice } from '../ui/Notice';
import { Sheet, SheetActions } from '../ui/Sheet';
import { fileName } from '../ui/words';

interface Props {
    workspace: string;
    document: Document;
    by: string;
    onClose: () => void;
    onAsked: () => void;
}

/** Asks whoever has a document for themselves to leave it. */
export function AskSheet({ workspace, document, by, onClose, onAsked }: Props) {
    const [text, setText] = useState('');
    const ask = useMutation({
        mutationFn: () =>
            answer(
                api.POST('/workspaces/{workspace}/documents/{document}/lock/ask', {
                    params: { path: { workspace, document: document.row.id } },
                    body: { text: text.trim() || null },
                }),
            ),
        onSuccess: onAsked,
    });
    return (
        <Sheet title={`Ask ${by} for ${document.row.title ?? fileName(document.row.path)}`} isOpen onClose={onClose}>
            <form
                onSubmit={(event) => {
                    event.preventDefault();
                    ask.mutate();
                }}
                style={{ display: 'flex', flexDirection: 'column', gap: 14 }}
            >
                <Field label="What you need it for (may stay empty)" value={text} onChange={setText} autoFocus />
                {ask.isError && <Notice stop>{ask.error.message}</Notice>}
                <SheetActions>
                    <Button onPress={onClose}>Leave it</Button>
                    <Button type="submit" $main isDisabled={ask.isPending}>
                        Ask
                    </Button>
                </SheetActions>
            </form>
        </Sheet>
    );
}
