import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query';
import { useState } from 'react';
import styled from 'styled-components';
import { type Account, answer, api } from '../api/client';
import { keys } from '../api/queries';
import { ViewHead } from '../shell/ViewHead';
import { Button, TextButton } from '../ui/Button';
import { Field } from '../ui/Field';
import { Scroll, Table } from '../ui/ledger';
import { Notice } from '../ui/Notice';
import { ago } from '../ui/words';
import { SecondFactor } from './SecondFactor';
import { Tokens } from './Tokens';

const View = styled.section`display: flex; flex-direction: column; height: 100%; min-height: 0; > header { padding-left: 16px; }`;
const Parts = styled.div`
    display: grid; grid-template-columns: repeat(auto-fit, minmax(min(360px, 100%), 1fr)); gap: 0 34px; padding: 6px 16px;
    section { padding: 14px 0; display: flex; flex-direction: column; gap: 10px; align-items: stretch; max-width: 560px; } h2 { font-size: 17px; } button { align-self: flex-start; }
`;
const Wide = styled.section`padding: 6px 0 14px; h2 { font-size: 17px; padding: 8px 16px; }`;

/** One’s own account: how one is called, how one gets in, and where one is in. */
export function AccountView() {
    const client = useQueryClient();
    const account = useQuery({ queryKey: ['account'], queryFn: () => answer(api.GET('/account')) });
    const end = useMutation({
        mutationFn: (browser: string) => answer(api.DELETE('/account/sessions/{browser}', { params: { path: { browser } } })),
        onSettled: () => client.invalidateQueries({ queryKey: ['account'] }),
    });
    const data = account.data;
    return (
        <View>
            <ViewHead title="Your account" sub="how you are called, how you get in, and where you are in" />
            {account.isError && <Notice stop>{account.error.message}</Notice>}
            {end.isError && <Notice stop>{end.error.message}</Notice>}
            {data && (
                <Scroll>
                    <Parts>
                        <Names key={`${data.person.name} ${data.person.email}`} account={data} />
                        <Password />
                        <SecondFactor account={data} />
                    </Parts>
                    <Wide>
                        <h2>Where you are logged in</h2>
                        <Table $columns="minmax(0, 1.4fr) minmax(0, 1fr) minmax(0, 1fr) 110px" aria-label="Where you are logged in">
                            <div>
                                <span>browser</span>
                                <span>address</span>
                                <span>was active</span>
                                <span />
                            </div>
                            {data.sessions.map((one) => (
                                <div key={one.id}>
                                    <span>
                                        {one.device}
                                        {one.isOwn && <small>this one</small>}
                                    </span>
                                    <span>{one.address}</span>
                                    <span>{ago(one.at)}</span>
                                    {one.isOwn ? (
                                        <span />
                                    ) : (
                                        <TextButton aria-label={`log out there: ${one.device}`} onPress={() => end.mutate(one.id)}>
                                            log out there
                                        </TextButton>
                                    )}
                                </div>
                            ))}
                        </Table>
                    </Wide>
                    <Tokens tokens={data.tokens} />
                </Scroll>
            )}
        </View>
    );
}

function Names({ account }: { account: Account }) {
    const client = useQueryClient();
    const [name, setName] = useState(account.person.name);
    const [email, setEmail] = useState(account.person.email);
    const [password, setPassword] = useState('');
    const isOtherAddress = email !== account.person.email;
    const keep = useMutation({
        mutationFn: () => answer(api.PATCH('/account', { body: { name, email, ...(isOtherAddress ? { password } : {}) } })),
        onSuccess: (next) => {
            client.setQueryData(['account'], next);
            client.setQueryData(keys.session, next.person);
        },
    });
    return (
        <section>
            <h2>Name and address</h2>
            <Field label="Name, as others see it" value={name} onChange={setName} autoComplete="name" />
            <Field label="E-mail address, by which you log in" type="email" value={email} onChange={setEmail} autoComplete="email" />
            {isOtherAddress && (
                <Field
                    label="Your password, for another address"
                    type="password"
                    value={password}
                    onChange={setPassword}
                    autoComplete="current-password"
                />
            )}
            {keep.isError && <Notice stop>{keep.error.message}</Notice>}
            <Button isDisabled={(name === account.person.name && !isOtherAddress) || keep.isPending} onPress={() => keep.mutate()}>
                Keep
            </Button>
        </section>
    );
}

function Password() {
    const client = useQueryClient();
    const [password, setPassword] = useState('');
    const [next, setNext] = useState('');
    const change = useMutation({
        mutationFn: () => answer(api.PUT('/account/password', { body: { password, next } })),
        onSuccess: (account) => {
            client.setQueryData(['account'], account);
            setPassword('');
            setNext('');
        },
    });
    return (
        <section>
            <h2>Password</h2>
            <Field label="As it is now" type="password" value={password} onChange={setPassword} autoComplete="current-password" />
            <Field
                label="The new one"
                type="password"
                value={next}
                onChange={setNext}
                autoComplete="new-password"
                hint="At least ten characters. All other browsers are logged out."
            />
            {change.isError && <Notice stop>{change.error.message}</Notice>}
            {change.isSuccess && <Notice>The password is changed.</Notice>}
            <Button isDisabled={password === '' || next === '' || change.isPending} onPress={() => change.mutate()}>
                Change it
            </Button>
        </section>
    );
}
