import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query';
import { useState } from 'react';
import { useOutletContext, useParams } from 'react-router';
import styled from 'styled-components';
import { answer, api, type Members } from '../api/client';
import { keys, useHere } from '../api/queries';
import type { FrameContext } from '../shell/context';
import { ViewHead } from '../shell/ViewHead';
import { font } from '../theme/tokens';
import { Button, TextButton } from '../ui/Button';
import { Scroll, Table } from '../ui/ledger';
import { day } from '../ui/locale';
import { Notice } from '../ui/Notice';
import { ago, readable } from '../ui/words';
import { FolderRights } from './FolderRights';
import { ROLES, type Role } from './roles';
import { Shown } from './Shown';

const View = styled.section`display: flex; flex-direction: column; height: 100%; min-height: 0; > header { padding-left: 16px; }`;
const Invite = styled.form`display: flex; flex-wrap: wrap; gap: 10px; align-items: center; padding: 12px 16px; border-bottom: 1px solid var(--rule); input, select { font: 14px ${font.plain}; color: var(--ink); background: var(--sheet); border: 1px solid var(--rule-strong); border-radius: 3px; padding: 5px 8px; } input { min-width: min(280px, 100%); }`;
const Name = styled.span`b { font: 600 15px ${font.title}; }`;

const COLUMNS = 'minmax(0, 1.2fr) minmax(0, 1.3fr) 170px minmax(0, 0.8fr) 110px';

/** Who belongs to this workspace and what they may, who is invited, and which folders are only read. */
export function PeopleView() {
    const { workspace = '' } = useParams();
    const client = useQueryClient();
    const { person, say } = useOutletContext<FrameContext>();
    const mayKeep = useHere(workspace)?.mayKeep ?? false;
    const params = { path: { workspace } };
    const members = useQuery({
        queryKey: keys.members(workspace),
        queryFn: () => answer(api.GET('/workspaces/{workspace}/members', { params })),
    });
    const [email, setEmail] = useState('');
    const [role, setRole] = useState<Role>('writer');
    const [link, setLink] = useState<{ email: string; address: string } | null>(null);
    const [problem, setProblem] = useState<string | null>(null);
    const act = useMutation({
        mutationFn: (work: () => Promise<unknown>) => work(),
        onMutate: () => setProblem(null),
        onSuccess: async () => {
            await client.invalidateQueries({ queryKey: keys.members(workspace) });
            await client.invalidateQueries({ queryKey: keys.workspaces });
        },
        onError: (error: Error) => setProblem(error.message),
    });
    const invite = () =>
        act.mutate(async () => {
            const { data } = await api.POST('/workspaces/{workspace}/members', { params, body: { email, role } });
            if (data && 'link' in data && data.link) {
                setLink({ email, address: data.link });
            } else {
                say(`${email} is in`);
            }
            setEmail('');
        });
    const give = (id: number, to: Role) =>
        act.mutate(() =>
            answer(
                api.PUT('/workspaces/{workspace}/members/{person}', {
                    params: { path: { workspace, person: String(id) } },
                    body: { role: to },
                }),
            ),
        );
    const takeOut = (id: number) =>
        act.mutate(() =>
            answer(api.DELETE('/workspaces/{workspace}/members/{person}', { params: { path: { workspace, person: String(id) } } })),
        );
    const withdraw = (id: number) =>
        act.mutate(() =>
            answer(
                api.DELETE('/workspaces/{workspace}/invitations/{invitation}', { params: { path: { workspace, invitation: String(id) } } }),
            ),
        );
    const data: Members | undefined = members.data;
    return (
        <View>
            <ViewHead title="People" sub="who works here, and what they may" />
            {problem && <Notice stop>{problem}</Notice>}
            {members.isError && <Notice stop>{members.error.message}</Notice>}
            <Scroll>
                {mayKeep && (
                    <Invite
                        onSubmit={(event) => {
                            event.preventDefault();
                            invite();
                        }}
                    >
                        <input
                            aria-label="E-mail address of somebody new"
                            type="email"
                            placeholder="e-mail address of somebody new"
                            value={email}
                            onChange={(event) => setEmail(event.target.value)}
                        />
                        <select aria-label="As what" value={role} onChange={(event) => setRole(event.target.value as Role)}>
                            {Object.keys(ROLES).map((one) => (
                                <option key={one} value={one}>
                                    as a {one}
                                </option>
                            ))}
                        </select>
                        <Button type="submit" $main isDisabled={email.trim() === ''}>
                            Let them in
                        </Button>
                        <small style={{ color: 'var(--ink-soft)', fontSize: 13 }}>
                            A {role} {ROLES[role]}.
                        </small>
                    </Invite>
                )}
                {link && (
                    <Shown
                        words={`Send this link to ${link.email}${data?.isMailed ? ' (it is mailed, too)' : ''}. It lets one person in, once, within 14 days, and is shown only now.`}
                        value={link.address}
                        onDone={() => setLink(null)}
                    />
                )}
                <Table $columns={COLUMNS} aria-label="People of this workspace">
                    <div>
                        <span>name</span>
                        <span>e-mail address</span>
                        <span>role</span>
                        <span>was here</span>
                        <span />
                    </div>
                    {data?.members.map((one) => (
                        <div key={one.id}>
                            <Name>
                                <b>{readable(one.name)}</b>
                                {one.id === person.id && ' (you)'}
                                {one.isDisabled && <small>their account is disabled</small>}
                            </Name>
                            <span style={{ overflowWrap: 'anywhere' }}>{readable(one.email)}</span>
                            {mayKeep ? (
                                <select
                                    aria-label={`Role of ${one.name}`}
                                    value={one.role}
                                    onChange={(event) => give(one.id, event.target.value as Role)}
                                >
                                    {Object.keys(ROLES).map((role) => (
                                        <option key={role}>{role}</option>
                                    ))}
                                </select>
                            ) : (
                                <span title={ROLES[one.role]}>{one.role}</span>
                            )}
                            <span>{one.seenAt ? ago(one.seenAt) : 'never'}</span>
                            {mayKeep ? (
                                <TextButton aria-label={`take out ${one.name}`} onPress={() => takeOut(one.id)}>
                                    take out
                                </TextButton>
                            ) : (
                                <span />
                            )}
                        </div>
                    ))}
                    {data?.invitations.map((one) => (
                        <div key={`i${one.id}`}>
                            <Name>
                                invited<small>by {readable(one.by) || 'somebody who is gone'}</small>
                            </Name>
                            <span style={{ overflowWrap: 'anywhere' }}>{readable(one.email)}</span>
                            <span>{one.role}</span>
                            <span>holds until {day(one.until)}</span>
                            {mayKeep ? (
                                <TextButton aria-label={`Take back the invitation of ${one.email}`} onPress={() => withdraw(one.id)}>
                                    take back
                                </TextButton>
                            ) : (
                                <span />
                            )}
                        </div>
                    ))}
                </Table>
                {data && (
                    <FolderRights
                        folders={data.folders}
                        members={data.members}
                        mayKeep={mayKeep}
                        onSet={(folders) =>
                            act.mutate(() => answer(api.PUT('/workspaces/{workspace}/folder-rights', { params, body: { folders } })))
                        }
                    />
                )}
            </Scroll>
        </View>
    );
}
