import { useMutation, useQueryClient } from '@tanstack/react-query';
import { useState } from 'react';
import styled from 'styled-components';
import { type Account, answer, api } from '../api/client';
import { Button } from '../ui/Button';
import { Field } from '../ui/Field';
import { Notice } from '../ui/Notice';
import { Shown } from './Shown';

/** A picture must be dark on light to be read, at night too. */
const Picture = styled.div`background: #fff; padding: 10px; width: 190px; svg { display: block; width: 100%; height: auto; }`;

/** A code beside the password, from a device that only its owner has. */
export function SecondFactor({ account }: { account: Account }) {
    const client = useQueryClient();
    const [password, setPassword] = useState('');
    const [begun, setBegun] = useState<{ secret: string; address: string; picture: string } | null>(null);
    const [code, setCode] = useState('');
    const [codes, setCodes] = useState<string[] | null>(null);
    const renew = () => client.invalidateQueries({ queryKey: ['account'] });
    const begin = useMutation({
        mutationFn: async () => {
            const made = await answer(api.POST('/account/second-factor', { body: { password } }));
            const { renderSVG } = await import('uqr');
            setBegun({ ...made, picture: renderSVG(made.address) });
            setPassword('');
        },
    });
    const confirm = useMutation({
        mutationFn: async () => {
            const { recoveryCodes } = await answer(api.PUT('/account/second-factor', { body: { code } }));
            setCodes(recoveryCodes);
            setBegun(null);
            setCode('');
            await renew();
        },
    });
    const end = useMutation({
        mutationFn: async () => {
            await answer(api.POST('/account/second-factor/end', { body: { password } }));
            setPassword('');
            await renew();
        },
    });
    const problem = begin.error ?? confirm.error ?? end.error;
    return (
        <section>
            <h2>Second factor</h2>
            {codes && (
                <Shown
                    words="For when the device is lost: each of these stands in for its code, once. They are shown only now."
                    value={codes.join('\n')}
                    onDone={() => setCodes(null)}
                />
            )}
            {begun ? (
                <>
                    <p>Let an authenticator read this, and give the code that it shows.</p>
                    {/* biome-ignore lint/security/noDangerouslySetInnerHtml: made here from squares alone, by the library */}
                    <Picture role="img" aria-label="The secret as a picture" dangerouslySetInnerHTML={{ __html: begun.picture }} />
                    <p>
                        By hand: <code style={{ overflowWrap: 'anywhere' }}>{begun.secret}</code>
                    </p>
                    <Field label="Code" value={code} onChange={setCode} autoComplete="one-time-code" mono autoFocus />
                    <Button $main isDisabled={code === '' || confirm.isPending} onPress={() => confirm.mutate()}>
                        Ask for a code from now on
                    </Button>
                </>
            ) : (
                <>
                    <p>
                        {account.hasSecondFactor
                            ? `A login asks for a code of your device, too. ${account.recoveryCodes} recovery codes are left.`
                            : 'A login can ask for a code of your telephone, too, so that your password alone lets nobody in.'}
                    </p>
                    <Field label="Your password" type="password" value={password} onChange={setPassword} autoComplete="current-password" />
                    {account.hasSecondFactor ? (
                        <Button isDisabled={password === '' || end.isPending} onPress={() => end.mutate()}>
                            Take it away
                        </Button>
                    ) : (
                        <Button isDisabled={password === '' || begin.isPending} onPress={() => begin.mutate()}>
                            Set it up
                        </Button>
                    )}
                </>
            )}
            {problem && <Notice stop>{problem.message}</Notice>}
        </section>
    );
}
