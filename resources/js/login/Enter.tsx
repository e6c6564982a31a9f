import { useQuery } from '@tanstack/react-query';
import { useState } from 'react';
import { useNavigate } from 'react-router';
import { answer, api } from '../api/client';
import { Button, TextButton } from '../ui/Button';
import { Field } from '../ui/Field';
import { Notice } from '../ui/Notice';
import { Door } from './layout';
import { NewPassword } from './NewPassword';
import { useEntering } from './useEntering';

/** Where a link leads: an invitation, or a new password. What only its receiver knows stands behind the “#” of the address. */
export function Enter() {
    const navigate = useNavigate();
    const [secret] = useState(() => window.location.hash.slice(1));
    const link = useQuery({
        queryKey: ['entry-link'],
        queryFn: () => answer(api.POST('/enter/look', { body: { secret } })),
        retry: false,
        staleTime: Number.POSITIVE_INFINITY,
    });
    const { enter, problem, isBusy } = useEntering();
    const [name, setName] = useState('');
    const [password, setPassword] = useState('');
    const isInvitation = link.data?.purpose === 'invitation';

    async function goIn() {
        const body = isInvitation ? { secret, password, name } : { secret, password };
        if ((await enter(() => api.POST('/enter', { body }).then(({ data }) => data))) === null) {
            navigate('/', { replace: true });
        }
    }
    const title = link.isError ? 'This link lets nobody in' : isInvitation ? 'You are invited' : 'Choose a new password';
    return (
        <Door title={link.isPending ? 'One moment …' : title} onSubmit={goIn}>
            {link.isError && <Notice stop>{link.error.message}</Notice>}
            {link.data && (
                <>
                    {isInvitation ? (
                        <p>
                            {link.data.by ?? 'An administrator'} invites {link.data.email} to{' '}
                            {link.data.workspace ? `“${link.data.workspace}”, as a ${link.data.role}` : 'this server'}.
                        </p>
                    ) : (
                        <p>For {link.data.email}. Wherever this account is logged in now, it is logged out.</p>
                    )}
                    {isInvitation && (
                        <Field label="Your name, as others see it" value={name} onChange={setName} autoComplete="name" autoFocus />
                    )}
                    <NewPassword value={password} onChange={setPassword} />
                    {problem && <Notice stop>{problem}</Notice>}
                    <Button type="submit" $main isDisabled={isBusy || password === '' || (isInvitation && name === '')}>
                        {isInvitation ? 'Come in' : 'Take this password'}
                    </Button>
                </>
            )}
            <p>
                <TextButton onPress={() => navigate('/', { replace: true })}>To the login</TextButton>
            </p>
        </Door>
    );
}
