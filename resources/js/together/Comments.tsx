import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query';
import { useState } from 'react';
import { Link } from 'react-router';
import styled from 'styled-components';
import { answer, api, type Comment } from '../api/client';
import { keys, useHere } from '../api/queries';
import { Button, TextButton } from '../ui/Button';
import { Field } from '../ui/Field';
import { Notice } from '../ui/Notice';
import { ago, readable } from '../ui/words';
import { mentioned } from './mentions';

const List = styled.ul`
    list-style: none; margin: 0; padding: 0;
    li { padding: 6px 0; border-bottom: 1px solid var(--rule); } p { white-space: pre-wrap; overflow-wrap: anywhere; }
    small { color: var(--ink-soft); font-size: 12.5px; } small button { font-size: 12.5px; }
`;
const Place = styled.div`display: grid; grid-template-columns: 1fr 1fr auto; gap: 8px; align-items: end; button { padding-bottom: 8px; }`;
const Say = styled.form`display: flex; flex-direction: column; gap: 6px; padding-top: 8px; button[type='submit'] { align-self: flex-start; }`;

export function useComments(workspace: string, document: string) {
    return useQuery({
        queryKey: keys.comments(workspace, document),
        queryFn: () =>
            answer(api.GET('/workspaces/{workspace}/documents/{document}/comments', { params: { path: { workspace, document } } })),
    });
}

/** What people have said about a document; “@” and a name tells somebody of it. */
export function Comments({ workspace, document }: { workspace: string; document: string }) {
    const client = useQueryClient();
    const mayDraft = useHere(workspace)?.mayDraft ?? false;
    const comments = useComments(workspace, document);
    const members = useQuery({
        queryKey: keys.members(workspace),
        queryFn: () => answer(api.GET('/workspaces/{workspace}/members', { params: { path: { workspace } } })),
        enabled: mayDraft,
    });
    const [text, setText] = useState('');
    const [place, setPlace] = useState<{ version: string; line: string } | null>(null);
    const [withSettled, setWithSettled] = useState(false);
    const act = useMutation({
        mutationFn: (ask: () => Promise<Comment[]>) => ask(),
        onSuccess: (now) => client.setQueryData(keys.comments(workspace, document), now),
    });
    const params = { path: { workspace, document } };
    const at = (one: Comment) => ({ params: { path: { workspace, document, comment: String(one.id) } } });
    const say = () =>
        act.mutate(async () => {
            const { data } = await api.POST('/workspaces/{workspace}/documents/{document}/comments', {
                params,
                body: {
                    text,
                    mentions: mentioned(text, members.data?.members ?? []),
                    version: place?.version ? Number(place.version) : null,
                    line: place?.line ? Number(place.line) : null,
                },
            });
            setText('');
            setPlace(null);
            return data ?? [];
        });
    const settle = (one: Comment) =>
        act.mutate(() =>
            answer(
                api.PATCH('/workspaces/{workspace}/documents/{document}/comments/{comment}', {
                    ...at(one),
                    body: { isSettled: !one.isSettled },
                }),
            ),
        );
    const all = comments.data ?? [];
    const shown = withSettled ? all : all.filter((one) => !one.isSettled);
    const settled = all.length - all.filter((one) => !one.isSettled).length;
    return (
        <>
            <List>
                {shown.map((one) => (
                    <li key={one.id}>
                        <p>{readable(one.text)}</p>
                        <small>
                            {readable(one.by) || 'somebody who is gone'}, {ago(one.at)}
                            {one.version !== null && (
                                <>
                                    {', '}
                                    <Link to={`/w/${workspace}/documents/${document}/past?look=version-${one.version}`}>
                                        {one.line !== null ? `line ${one.line} of ` : ''}version {one.version}
                                    </Link>
                                </>
                            )}
                            {one.isSettled && ', settled'}
                            {mayDraft && (
                                <>
                                    {' · '}
                                    <TextButton onPress={() => settle(one)}>{one.isSettled ? 'open again' : 'settled'}</TextButton>
                                    {' · '}
                                    <TextButton
                                        onPress={() =>
                                            act.mutate(() =>
                                                answer(
                                                    api.DELETE('/workspaces/{workspace}/documents/{document}/comments/{comment}', at(one)),
                                                ),
                                            )
                                        }
                                    >
                                        delete
                                    </TextButton>
                                </>
                            )}
                        </small>
                    </li>
                ))}
            </List>
            {settled > 0 && (
                <p>
                    <TextButton onPress={() => setWithSettled(!withSettled)}>
                        {withSettled ? 'only what is open' : `${settled} settled`}
                    </TextButton>
                </p>
            )}
            {act.isError && <Notice stop>{act.error.message}</Notice>}
            {mayDraft && (
                <Say
                    onSubmit={(event) => {
                        event.preventDefault();
                        say();
                    }}
                >
                    {place === null ? (
                        <p>
                            <TextButton onPress={() => setPlace({ version: '', line: '' })}>about a line of a version …</TextButton>
                        </p>
                    ) : (
                        <Place>
                            <Field
                                label="Version"
                                type="number"
                                value={place.version}
                                onChange={(version) => setPlace({ ...place, version })}
                            />
                            <Field label="Line" type="number" value={place.line} onChange={(line) => setPlace({ ...place, line })} />
                            <TextButton onPress={() => setPlace(null)}>about all of it</TextButton>
                        </Place>
                    )}
                    <Field label="Say something; @ and a name tells them" value={text} onChange={setText} lines rows={2} />
                    <Button type="submit" isDisabled={text.trim() === '' || act.isPending}>
                        Say it
                    </Button>
                </Say>
            )}
        </>
    );
}
