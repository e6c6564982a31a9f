import { useQueryClient } from '@tanstack/react-query';
import { useState } from 'react';
import styled from 'styled-components';
import { answer, api, ifMatch, type NamingRule } from '../api/client';
import { keys, useSettings } from '../api/queries';
import { TextButton } from '../ui/Button';
import { Check, OneOf } from '../ui/Check';
import { Field } from '../ui/Field';

const Frame = styled.fieldset`border: 1px solid var(--rule); border-radius: 3px; padding: 8px 12px 12px; margin: 0; display: flex; flex-direction: column; gap: 8px; legend { font-size: 13px; color: var(--ink-soft); padding: 0 4px; }`;
const Two = styled.div`display: grid; grid-template-columns: 1fr 1fr; gap: 10px;`;
const Kept = styled.div`display: flex; flex-wrap: wrap; gap: 4px 12px; font-size: 13.5px; align-items: baseline;`;

/** Copies get the names of their originals. */
export const AS_IS: NamingRule = {
    prefix: '',
    suffix: '',
    find: '',
    replace: '',
    pattern: false,
    counterStart: null,
    counterWidth: 2,
    dated: false,
    letterCase: 'keep',
};

/** How the copies are named after the originals; rules can be kept by name for the workspace. */
export function NamingRuleForm({
    workspace,
    rule,
    onChange,
}: {
    workspace: string;
    rule: NamingRule;
    onChange: (rule: NamingRule) => void;
}) {
    const client = useQueryClient();
    const settings = useSettings(workspace);
    const [name, setName] = useState<string | null>(null);
    const now = { ...AS_IS, ...rule };
    const kept = settings.data?.namingRules ?? {};
    const set = (part: Partial<NamingRule>) => onChange({ ...now, ...part });

    async function keep(rules: Record<string, NamingRule>) {
        await answer(
            api.PATCH('/workspaces/{workspace}/settings', {
                params: { path: { workspace }, header: ifMatch(settings.data?.revision ?? 0) },
                body: { namingRules: rules },
            }),
        );
        await client.invalidateQueries({ queryKey: keys.settings(workspace) });
        setName(null);
    }
    return (
        <Frame>
            <legend>Naming rule</legend>
            {Object.keys(kept).length > 0 && (
                <Kept>
                    Kept:
                    {Object.entries(kept).map(([one, its]) => (
                        <span key={one}>
                            <TextButton onPress={() => onChange({ ...AS_IS, ...its })}>{one}</TextButton>
                        </span>
                    ))}
                </Kept>
            )}
            <Two>
                <Field label="Before the name" value={now.prefix ?? ''} onChange={(prefix) => set({ prefix })} />
                <Field label="After the name" value={now.suffix ?? ''} onChange={(suffix) => set({ suffix })} />
                <Field label="Find" value={now.find ?? ''} onChange={(find) => set({ find })} mono={now.pattern} />
                <Field label="Put in its place" value={now.replace ?? ''} onChange={(replace) => set({ replace })} mono={now.pattern} />
            </Two>
            <Check isSelected={now.pattern ?? false} onChange={(pattern) => set({ pattern })}>
                Find by a regular expression
            </Check>
            <Check isSelected={now.dated ?? false} onChange={(dated) => set({ dated })}>
                Today’s date after the name
            </Check>
            <Check isSelected={now.counterStart !== null} onChange={(on) => set({ counterStart: on ? 1 : null })}>
                Count the copies
            </Check>
            {now.counterStart !== null && (
                <Two>
                    <Field
                        label="From"
                        value={String(now.counterStart)}
                        onChange={(text) => set({ counterStart: Number.parseInt(text, 10) || 0 })}
                    />
                    <Field
                        label="Digits at least"
                        value={String(now.counterWidth ?? 2)}
                        onChange={(text) => set({ counterWidth: Math.min(9, Math.max(1, Number.parseInt(text, 10) || 1)) })}
                    />
                </Two>
            )}
            <OneOf
                label="Letters"
                options={{ keep: 'as they are', lower: 'small', upper: 'capital' }}
                value={now.letterCase ?? 'keep'}
                onChange={(letterCase) => set({ letterCase })}
            />
            {name === null ? (
                <Kept>
                    <TextButton onPress={() => setName('')}>Keep this rule …</TextButton>
                    <TextButton onPress={() => onChange(AS_IS)}>Names as they are</TextButton>
                </Kept>
            ) : (
                <>
                    <Field label="Name of the rule" value={name} onChange={setName} autoFocus />
                    <Kept>
                        <TextButton isDisabled={name.trim() === ''} onPress={() => keep({ ...kept, [name.trim()]: now })}>
                            Keep it
                        </TextButton>
                        <TextButton onPress={() => setName(null)}>Not now</TextButton>
                    </Kept>
                </>
            )}
        </Frame>
    );
}
