import { useMutation, useQueryClient } from '@tanstack/react-query';
import { useState } from 'react';
import styled from 'styled-components';
import { answer, api, type Token } from '../api/client';
import { font } from '../theme/tokens';
import { Button, TextButton } from '../ui/Button';
import { Table } from '../ui/ledger';
import { day } from '../ui/locale';
import { Notice } from '../ui/Notice';
import { ago, readable } from '../ui/words';
import { Shown } from './Shown';

const Part = styled.section`
    padding: 6px 0 24px; h2 { font-size: 17px; padding: 8px 16px 2px; } > p { padding: 0 16px 8px; color: var(--ink-soft); font-size: 14px; }
    form { display: flex; flex-wrap: wrap; gap: 10px; align-items: center; padding: 10px 16px; }
    form input, form select { font: 14px ${font.plain}; color: var(--ink); background: var(--sheet); border: 1px solid var(--rule-strong); border-radius: 3px; padding: 5px 8px; }
`;
const SCOPES: Record<Token['scope'], string> = {
    read: 'only reads',
    drafts: 'reads and writes drafts',
    save: 'also saves',
    administer: 'does all that you may',
};
const DAYS: Record<string, string> = { '30': 'for 30 days', '365': 'for a year', '': 'until it is taken back' };

/** By which programs ask in one’s name. */
export function Tokens({ tokens }: { tokens: Token[] }) {
    const client = useQueryClient();
    const [name, setName] = useState('');
    const [scope, setScope] = useState<Token['scope']>('read');
    const [days, setDays] = useState('365');
    const [made, setMade] = useState<{ name: string; token: string } | null>(null);
    const act = useMutation({
        mutationFn: (work: () => Promise<unknown>) => work(),
        onSuccess: () => client.invalidateQueries({ queryKey: ['account'] }),
    });
    const make = () =>
        act.mutate(async () => {
            const { data } = await api.POST('/tokens', { body: { name, scope, days: days === '' ? null : Number(days) } });
            setMade({ name, token: data?.token ?? '' });
            setName('');
        });
    return (
        <Part>
            <h2>Tokens for programs</h2>
            <p>A program that has one asks in your name, as far as its scope and your roles reach.</p>
            {act.isError && <Notice stop>{act.error.message}</Notice>}
            {made && <Shown words={`The token “${made.name}”, shown only now:`} value={made.token} onDone={() => setMade(null)} />}
            {tokens.length > 0 && (
                <Table $columns="minmax(0, 1.2fr) minmax(0, 1fr) minmax(0, 1fr) minmax(0, 1fr) 110px" aria-label="Tokens">
                    <div>
                        <span>name</span>
                        <span>scope</span>
                        <span>holds</span>
                        <span>was used</span>
                        <span />
                    </div>
                    {tokens.map((one) => (
                        <div key={one.id}>
                            <span>{readable(one.name)}</span>
                            <span>{SCOPES[one.scope]}</span>
                            <span>{one.until ? `until ${day(one.until)}` : 'until it is taken back'}</span>
                            <span>{one.usedAt ? ago(one.usedAt) : 'never'}</span>
                            <TextButton
                                aria-label={`Take back the token ${one.name}`}
                                onPress={() =>
                                    act.mutate(() => answer(api.DELETE('/tokens/{token}', { params: { path: { token: String(one.id) } } })))
                                }
                            >
                                take back
                            </TextButton>
                        </div>
                    ))}
                </Table>
            )}
            <form
                onSubmit={(event) => {
                    event.preventDefault();
                    make();
                }}
            >
                <input
                    aria-label="What the token is for"
                    placeholder="what it is for"
                    value={name}
                    onChange={(event) => setName(event.target.value)}
                />
                <select aria-label="Scope" value={scope} onChange={(event) => setScope(event.target.value as Token['scope'])}>
                    {(Object.keys(SCOPES) as Token['scope'][]).map((one) => (
                        <option key={one} value={one}>
                            {one}: {SCOPES[one]}
                        </option>
                    ))}
                </select>
                <select aria-label="For how long" value={days} onChange={(event) => setDays(event.target.value)}>
                    {['30', '365', ''].map((one) => (
                        <option key={one} value={one}>
                            {DAYS[one]}
                        </option>
                    ))}
                </select>
                <Button type="submit" isDisabled={name.trim() === ''}>
                    Make a token
                </Button>
            </form>
        </Part>
    );
}
