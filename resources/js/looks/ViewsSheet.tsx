import { useQueryClient } from '@tanstack/react-query';
import { useState } from 'react';
import styled from 'styled-components';
import { answer, api, type LookSettings, type NamedView } from '../api/client';
import { keys } from '../api/queries';
import { useBookmarks } from '../bookmarks/useBookmarks';
import { Button, TextButton } from '../ui/Button';
import { Field } from '../ui/Field';
import { Notice } from '../ui/Notice';
import { Sheet, SheetActions } from '../ui/Sheet';
import { readable } from '../ui/words';
import type { LookKeeper } from './LookKeeper';
import { keepView, useViews } from './useLooks';

const List = styled.ul`list-style: none; margin: 0; padding: 0; border-top: 1px solid var(--rule-strong);
    li { display: grid; grid-template-columns: minmax(0, 1fr) auto; gap: 2px 14px; padding: 7px 2px; border-bottom: 1px solid var(--rule); font-size: 14.5px; }
    small { color: var(--ink-soft); } span { display: flex; gap: 14px; flex-wrap: wrap; }
`;

interface Props {
    workspace: string;
    id: string;
    name: string;
    keeper: LookKeeper;
    onLook: (view: LookSettings) => void;
    onClose: () => void;
}

/** The views of a document that have a name: one's own, and those that others offer. */
export function ViewsSheet({ workspace, id, name, keeper, onLook, onClose }: Props) {
    const client = useQueryClient();
    const views = useViews(workspace, id);
    const [newName, setNewName] = useState('');
    const [problem, setProblem] = useState<string | null>(null);
    const bookmarks = useBookmarks(workspace);
    const named = views.data?.named ?? [];

    async function attempt(act: () => Promise<unknown>) {
        setProblem(null);
        try {
            await act();
            await client.invalidateQueries({ queryKey: keys.views(workspace, id) });
        } catch (error) {
            setProblem((error as Error).message);
        }
    }
    const at = (view: NamedView) => ({ params: { path: { workspace, document: id, view: view.id } } });
    const change = (view: NamedView, body: { isDefault?: boolean; isOffered?: boolean }) =>
        attempt(() => answer(api.PATCH('/workspaces/{workspace}/documents/{document}/views/{view}', { ...at(view), body })));
    return (
        <Sheet
            title={`Views of ${name}`}
            sub="how it is looked at: no part of its content, and it never makes it modified"
            isOpen
            onClose={onClose}
        >
            {named.length === 0 ? (
                <p>None has a name yet. Look at the document as you want to find it again, and keep that here.</p>
            ) : (
                <List aria-label="Views">
                    {named.map((view) => (
                        <li key={view.id} data-view={view.name}>
                            <TextButton
                                onPress={() => {
                                    onLook(view.view);
                                    onClose();
                                }}
                            >
                                {readable(view.name)}
                            </TextButton>
                            <small>
                                {[
                                    view.isDefault && 'opens like this',
                                    view.isOffered && 'offered to everyone',
                                    !view.isMine && `by ${readable(view.by)}`,
                                ]
                                    .filter(Boolean)
                                    .join(', ')}
                            </small>
                            <span>
                                <TextButton
                                    onPress={() =>
                                        attempt(() =>
                                            bookmarks.add([
                                                { kind: 'view', name: `${name}: ${view.name}`.slice(0, 200), leadsTo: String(view.id) },
                                            ]),
                                        )
                                    }
                                >
                                    {bookmarks.all.some((one) => one.kind === 'view' && one.leadsTo === String(view.id))
                                        ? 'is a bookmark'
                                        : 'keep as a bookmark'}
                                </TextButton>
                            </span>
                            {view.isMine && (
                                <span>
                                    <TextButton onPress={() => change(view, { isDefault: !view.isDefault })}>
                                        {view.isDefault ? 'do not open like this' : 'open like this'}
                                    </TextButton>
                                    <TextButton onPress={() => change(view, { isOffered: !view.isOffered })}>
                                        {view.isOffered ? 'offer it no more' : 'offer it to everyone'}
                                    </TextButton>
                                    <TextButton
                                        onPress={() =>
                                            attempt(() =>
                                                answer(api.DELETE('/workspaces/{workspace}/documents/{document}/views/{view}', at(view))),
                                            )
                                        }
                                    >
                                        delete
                                    </TextButton>
                                </span>
                            )}
                        </li>
                    ))}
                </List>
            )}
            <Field label="Keep the view as it is now, under this name" value={newName} onChange={setNewName} />
            {problem && <Notice stop>{problem}</Notice>}
            <SheetActions>
                <Button onPress={onClose}>Done</Button>
                <Button
                    $main
                    isDisabled={newName.trim() === ''}
                    onPress={() =>
                        attempt(async () => {
                            await keepView(workspace, id, keeper.now(), newName.trim());
                            setNewName('');
                        })
                    }
                >
                    {named.some((view) => view.isMine && view.name === newName.trim()) ? 'Keep it over the former one' : 'Keep this view'}
                </Button>
            </SheetActions>
        </Sheet>
    );
}
