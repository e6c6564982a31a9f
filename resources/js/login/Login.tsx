import { useQuery } from '@tanstack/react-query';
import { useState } from 'react';
import { answer, api } from '../api/client';
import { Button, TextButton } from '../ui/Button';
import { Field } from '../ui/Field';
import { Notice } from '../ui/Notice';
import { useNotKept } from '../watch/keeping';
import { FirstAccount } from './FirstAccount';
import { Door } from './layout';
import { useEntering } from './useEntering';

export function Login() {
    const beginning = useQuery({ queryKey: ['first-account'], queryFn: () => answer(api.GET('/first-account')) });
    const { enter, problem, setProblem, isBusy } = useEntering();
    const [email, setEmail] = useState('');
    const [password, setPassword] = useState('');
    const [code, setCode] = useState<string | null>(null);
    const [isForgotten, setForgotten] = useState(false);
    const [isAsked, setAsked] = useState(false);
    const notKept = useNotKept();

    async function logIn() {
        const failure = await enter(() => answer(api.POST('/session', { body: { email, password, code } })));
        if (failure?.body.needsCode === true) {
            setProblem(null);
            setCode('');
        }
    }
    async function ask() {
        const failure = await enter(async () => {
            await api.POST('/enter/forgotten', { body: { email } });
            return undefined;
        });
        setAsked(failure === null);
    }
    if (beginning.data?.isNeeded) {
        return <FirstAccount />;
    }
    if (isForgotten) {
        return (
            <Door title="A new password" onSubmit={ask}>
                {beginning.data?.isMailed ? (
                    <>
                        <Field label="E-mail address" type="email" value={email} onChange={setEmail} autoComplete="username" autoFocus />
                        {isAsked && <Notice>If this address has an account, a link is on its way. It holds for two hours.</Notice>}
                        {problem && <Notice stop>{problem}</Notice>}
                        <Button type="submit" $main isDisabled={isBusy || email === ''}>
                            Send me a link
                        </Button>
                    </>
                ) : (
                    <Notice>
                        This server sends no mail. Ask an administrator for a link by which you choose a new password; they find it under
                        “The server” beside your name.
                    </Notice>
                )}
                <p>
                    <TextButton onPress={() => setForgotten(false)}>Back to the login</TextButton>
                </p>
            </Door>
        );
    }
    return (
        <Door title="Log in" onSubmit={logIn}>
            {code === null ? (
                <>
                    <Field label="E-mail address" type="email" value={email} onChange={setEmail} autoComplete="username" autoFocus />
                    <Field label="Password" type="password" value={password} onChange={setPassword} autoComplete="current-password" />
                </>
            ) : (
                <Field
                    label="The code that your device shows"
                    value={code}
                    onChange={setCode}
                    autoComplete="one-time-code"
                    autoFocus
                    mono
                    hint="Without the device: one of your recovery codes."
                />
            )}
            {notKept.length > 0 && (
                <Notice>
                    You were logged out. What you typed in {notKept.map((one) => `“${one.name}”`).join(', ')} is in this browser, and goes
                    on when you log in again.
                </Notice>
            )}
            {problem && <Notice stop>{problem}</Notice>}
            <Button type="submit" $main isDisabled={isBusy || email === '' || password === '' || code === ''}>
                {isBusy ? 'Logging in …' : 'Log in'}
            </Button>
            <p>
                {code === null ? (
                    <TextButton
                        onPress={() => {
                            setProblem(null);
                            setForgotten(true);
                        }}
                    >
                        I do not know my password any more
                    </TextButton>
                ) : (
                    <TextButton onPress={() => setCode(null)}>Log in as somebody else</TextButton>
                )}
            </p>
        </Door>
    );
}
