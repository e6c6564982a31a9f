import { useQueryClient } from '@tanstack/react-query';
import { type FormEvent, useState } from 'react';
import styled from 'styled-components';
import { answer, api, bytes, Problem } from '../api/client';
import { changePerson } from '../api/queries';
import { forgetDecisions } from '../plan/decisions';
import { Button } from '../ui/Button';
import { Field } from '../ui/Field';
import { Notice } from '../ui/Notice';
import { useNotKept } from '../watch/keeping';

const Page = styled.main`min-height: 100%; display: grid; grid-template-columns: minmax(0, 1fr) minmax(0, 1fr);`;
const Side = styled.section`
    background: var(--tint); border-right: 1px solid var(--rule); display: flex; flex-direction: column; justify-content: center; padding: 8vh 7vw; gap: 14px;
    h1 { font-size: 40px; }
    p { max-width: 40ch; font-size: 17px; color: var(--ink-soft); }
`;
const Form = styled.form`display: flex; flex-direction: column; justify-content: center; gap: 14px; padding: 8vh 7vw; max-width: 480px; h2 { font-size: 22px; }`;

export function Login() {
    const client = useQueryClient();
    const [email, setEmail] = useState('');
    const [password, setPassword] = useState('');
    const [problem, setProblem] = useState<string | null>(null);
    const [isBusy, setBusy] = useState(false);
    const notKept = useNotKept();

    async function logIn(event: FormEvent) {
        event.preventDefault();
        setBusy(true);
        setProblem(null);
        try {
            await bytes('/../sanctum/csrf-cookie');
            const person = await answer(api.POST('/session', { body: { email, password } }));
            forgetDecisions();
            changePerson(client, person);
        } catch (error) {
            setProblem(error instanceof Problem ? error.message : 'Logging in failed. Try again.');
            setBusy(false);
        }
    }

    return (
        <Page>
            <Side>
                <Lines />
                <h1>Hafenbuch</h1>
                <p>What you have open, what each document points at, and exactly what a save will write, before it writes.</p>
            </Side>
            <Form onSubmit={logIn}>
                <h2>Log in</h2>
                <Field label="E-mail address" type="email" value={email} onChange={setEmail} autoComplete="username" autoFocus />
                <Field label="Password" type="password" value={password} onChange={setPassword} autoComplete="current-password" />
                {notKept.length > 0 && (
                    <Notice>
                        You were logged out. What you typed in {notKept.map((one) => `“${one.name}”`).join(', ')} is in this browser, and
                        goes on when you log in again.
                    </Notice>
                )}
                {problem && <Notice stop>{problem}</Notice>}
                <Button type="submit" $main isDisabled={isBusy || email === '' || password === ''}>
                    {isBusy ? 'Logging in …' : 'Log in'}
                </Button>
            </Form>
        </Page>
    );
}

function Lines() {
    return (
        <svg width="120" height="72" viewBox="0 0 120 72" aria-hidden="true" fill="none" stroke="var(--ink)" strokeWidth="2">
            <path d="M110 8H44M110 28H44M110 48H44M110 66H44" stroke="var(--rule-strong)" />
            <path d="M40 8C4 8 4 48 40 48M40 28C20 28 20 48 40 48M40 28C26 28 26 66 40 66" />
        </svg>
    );
}
