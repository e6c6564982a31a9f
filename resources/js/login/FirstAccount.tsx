import { useState } from 'react';
import { answer, api } from '../api/client';
import { Button } from '../ui/Button';
import { Field } from '../ui/Field';
import { Notice } from '../ui/Notice';
import { Door } from './layout';
import { NewPassword } from './NewPassword';
import { useEntering } from './useEntering';

/** How an installation begins that has nobody yet. */
export function FirstAccount() {
    const { enter, problem, isBusy } = useEntering();
    const [code, setCode] = useState('');
    const [name, setName] = useState('');
    const [email, setEmail] = useState('');
    const [password, setPassword] = useState('');
    return (
        <Door
            title="The first account"
            onSubmit={() => void enter(() => answer(api.POST('/first-account', { body: { code, name, email, password } })))}
        >
            <p>Nobody is here yet. Whoever makes this account administers the server, registers its folders and invites the others.</p>
            <Field
                label="Code that the start has printed"
                value={code}
                onChange={setCode}
                mono
                autoFocus
                autoComplete="off"
                hint="It stands in the terminal, so that nobody else on the network takes this account."
            />
            <Field label="Your name, as others see it" value={name} onChange={setName} autoComplete="name" />
            <Field label="E-mail address" type="email" value={email} onChange={setEmail} autoComplete="username" />
            <NewPassword value={password} onChange={setPassword} />
            {problem && <Notice stop>{problem}</Notice>}
            <Button type="submit" $main isDisabled={isBusy || [code, name, email, password].includes('')}>
                Make the account
            </Button>
        </Door>
    );
}
