import { useMutation, useQueryClient } from '@tanstack/react-query';
import { useState } from 'react';
import { answer, api, type Row } from '../api/client';
import { Button } from '../ui/Button';
import { OneOf } from '../ui/Check';
import { Field } from '../ui/Field';
import { Notice } from '../ui/Notice';
import { Sheet, SheetActions } from '../ui/Sheet';
import { fileName } from '../ui/words';

const HOURS = { none: 'until I release it', two: '2 hours', day: '24 hours', week: 'a week' } as const;
const LENGTH: Record<keyof typeof HOURS, number | null> = { none: null, two: 2, day: 24, week: 168 };

/** Keeps a document for oneself, for a while, and says why. */
export function LockSheet({ workspace, row, onClose }: { workspace: string; row: Row; onClose: () => void }) {
    const client = useQueryClient();
    const [note, setNote] = useState('');
    const [hours, setHours] = useState<keyof typeof HOURS>('none');
    const take = useMutation({
        mutationFn: () =>
            answer(
                api.POST('/workspaces/{workspace}/documents/{document}/lock', {
                    params: { path: { workspace, document: row.id } },
                    body: { note: note.trim() || null, hours: LENGTH[hours] },
                }),
            ),
        onSuccess: async () => {
            await client.invalidateQueries({ queryKey: [workspace] });
            onClose();
        },
    });
    return (
        <Sheet title={`Lock ${row.title ?? fileName(row.path)} for you`} sub="others read it, and do not write it" isOpen onClose={onClose}>
            <form
                onSubmit={(event) => {
                    event.preventDefault();
                    take.mutate();
                }}
                style={{ display: 'flex', flexDirection: 'column', gap: 14 }}
            >
                <Field
                    label="Note for the others (may stay empty)"
                    value={note}
                    onChange={setNote}
                    autoFocus
                    placeholder="I turn the drum"
                />
                <OneOf label="It holds" options={HOURS} value={hours} onChange={setHours} />
                {take.isError && <Notice stop>{take.error.message}</Notice>}
                <SheetActions>
                    <Button onPress={onClose}>Leave it</Button>
                    <Button type="submit" $main isDisabled={take.isPending}>
                        Lock it
                    </Button>
                </SheetActions>
            </form>
        </Sheet>
    );
}
