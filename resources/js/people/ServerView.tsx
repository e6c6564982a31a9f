import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query';
import { useState } from 'react';
import { useNavigate, useOutletContext } from 'react-router';
import styled from 'styled-components';
import { type AccountHead, answer, api } from '../api/client';
import type { FrameContext } from '../shell/context';
import { ViewHead } from '../shell/ViewHead';
import { font } from '../theme/tokens';
import { Button } from '../ui/Button';
import { Scroll, Table } from '../ui/ledger';
import { Menu } from '../ui/Menu';
import { Notice } from '../ui/Notice';
import { ago, readable } from '../ui/words';
import { Shown } from './Shown';

const View = styled.section`display: flex; flex-direction: column; height: 100%; min-height: 0; > header { padding-left: 16px; }`;
const Name = styled.span`b { font: 600 15px ${font.title}; }`;

/** All accounts of the server, for its administrators. */
export function ServerView() {
    const client = useQueryClient();
    const navigate = useNavigate();
    const { person } = useOutletContext<FrameContext>();
    const people = useQuery({ queryKey: ['people'], queryFn: () => answer(api.GET('/people')) });
    const [link, setLink] = useState<{ name: string; address: string } | null>(null);
    const act = useMutation({
        mutationFn: (work: () => Promise<unknown>) => work(),
        onSuccess: () => client.invalidateQueries({ queryKey: ['people'] }),
    });
    const change = (one: AccountHead, body: { isDisabled?: boolean; isAdministrator?: boolean; endSecondFactor?: boolean }) =>
        act.mutate(() => answer(api.PATCH('/people/{person}', { params: { path: { person: String(one.id) } }, body })));
    const reset = (one: AccountHead) =>
        act.mutate(async () => {
            const { data } = await api.POST('/people/{person}/reset', { params: { path: { person: String(one.id) } } });
            setLink({ name: one.name, address: data?.link ?? '' });
        });
    return (
        <View>
            <ViewHead title="The server" sub="all accounts; people are invited in each workspace">
                <Button onPress={() => navigate('/new-workspace')}>Register a folder …</Button>
            </ViewHead>
            {(people.error ?? act.error) && <Notice stop>{(people.error ?? act.error)?.message}</Notice>}
            <Scroll>
                {link && (
                    <Shown
                        words={`Send this link to ${link.name}. By it they choose a new password, within two hours; it is shown only now.`}
                        value={link.address}
                        onDone={() => setLink(null)}
                    />
                )}
                <Table $columns="minmax(0, 1fr) minmax(0, 1.2fr) minmax(0, 1.3fr) 130px 84px" aria-label="All accounts">
                    <div>
                        <span>name</span>
                        <span>e-mail address</span>
                        <span>workspaces</span>
                        <span>was here</span>
                        <span />
                    </div>
                    {people.data?.map((one) => (
                        <div key={one.id}>
                            <Name>
                                <b>{readable(one.name)}</b>
                                {one.id === person.id && ' (you)'}
                                <small>
                                    {[
                                        one.isDisabled && 'disabled',
                                        one.isAdministrator && 'administrator',
                                        one.hasSecondFactor && 'second factor',
                                    ]
                                        .filter(Boolean)
                                        .join(' · ')}
                                </small>
                            </Name>
                            <span style={{ overflowWrap: 'anywhere' }}>{readable(one.email)}</span>
                            <span>{one.workspaces.map(readable).join(', ') || 'none'}</span>
                            <span>{one.seenAt ? ago(one.seenAt) : 'never'}</span>
                            <Menu
                                small
                                label={`More on ${one.name}`}
                                entries={[
                                    { name: 'A link for a new password …', run: () => reset(one), isDisabled: one.isDisabled },
                                    {
                                        name: one.isAdministrator ? 'Administrates no more' : 'Make an administrator',
                                        run: () => change(one, { isAdministrator: !one.isAdministrator }),
                                    },
                                    {
                                        name: 'End the second factor',
                                        run: () => change(one, { endSecondFactor: true }),
                                        isDisabled: !one.hasSecondFactor,
                                    },
                                    {
                                        name: one.isDisabled ? 'Enable the account' : 'Disable the account',
                                        run: () => change(one, { isDisabled: !one.isDisabled }),
                                        isDisabled: one.id === person.id,
                                        apart: true,
                                    },
                                ]}
                            />
                        </div>
                    ))}
                </Table>
            </Scroll>
        </View>
    );
}
