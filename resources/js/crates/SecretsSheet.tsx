import { useQuery } from '@tanstack/react-query';
import styled from 'styled-components';
import { answer, api, type FoundSecret } from '../api/client';
import { isSingle } from '../theme/sizes';
import { font } from '../theme/tokens';
import { Button } from '../ui/Button';
import { Check } from '../ui/Check';
import { Notice } from '../ui/Notice';
import { Sheet, SheetActions } from '../ui/Sheet';
import { useParts } from '../ui/useParts';
import { count, fileName, readable } from '../ui/words';
import { secretChoice, type Wish, withRule, withSecret } from './wish';

const Group = styled.section`h3 { font: 600 15px ${font.title}; } > header { display: flex; gap: 16px; align-items: baseline; flex-wrap: wrap; border-bottom: 1px solid var(--rule-strong); padding-bottom: 3px; h3 { flex: 1; } }`;
const One = styled.div`display: grid; grid-template-columns: minmax(0, 1.2fr) minmax(0, 1fr) 200px; gap: 12px; align-items: center; padding: 5px 0; border-bottom: 1px solid var(--rule); font-size: 14px;
    b { overflow-wrap: anywhere; } small { color: var(--ink-soft); font-size: 12.5px; display: block; overflow-wrap: anywhere; }
    select, input { font: 13px ${font.plain}; color: var(--ink); background: var(--sheet); border: 1px solid var(--rule-strong); border-radius: 3px; padding: 3px 6px; max-width: 100%; }
    @media ${isSingle} { grid-template-columns: minmax(0, 1fr); }`;
const LONGEST = 160;

interface Props {
    workspace: string;
    wish: Wish;
    onChange: (wish: Wish) => void;
    onClose: () => void;
}

/** What the packed files could give away, each value once, and what is done with it. The documents themselves never change. */
export function SecretsSheet({ workspace, wish, onChange, onClose }: Props) {
    const found = useQuery({
        queryKey: [workspace, 'packing', 'secrets', { ...wish, name: '', note: '', for: '', blank: [], secrets: [] }],
        queryFn: () =>
            answer(
                api.POST('/workspaces/{workspace}/crates/secrets', {
                    params: { path: { workspace } },
                    body: { ...wish, blank: [], secrets: [] },
                }),
            ),
        retry: false,
    });
    const secrets = found.data?.secrets ?? [];
    const rules = [...new Map(secrets.map((secret) => [secret.rule, secret.ruleWords])).entries()];
    return (
        <Sheet
            title="What could it give away?"
            sub="what is blanked here goes out of the packed files only; your documents stay as they are"
            isOpen
            onClose={onClose}
            wide
        >
            {found.isPending && <p>Looking into every file …</p>}
            {found.isError && <Notice stop>{found.error.message}</Notice>}
            {found.data && secrets.length === 0 && (
                <p>Nothing was found: no keys, no names of people, no addresses, no users in paths and no positions.</p>
            )}
            {found.data?.isCut && <Notice>There are more values than are shown. Blank them by what they are.</Notice>}
            {rules.map(([rule, words]) => (
                <Group key={rule} aria-label={words}>
                    <header>
                        <h3>{words}</h3>
                        <Check isSelected={(wish.blank ?? []).includes(rule)} onChange={(on) => onChange(withRule(wish, rule, on))}>
                            blank all
                        </Check>
                    </header>
                    <Values secrets={secrets.filter((secret) => secret.rule === rule)} wish={wish} onChange={onChange} />
                </Group>
            ))}
            <SheetActions>
                <Button $main onPress={onClose}>
                    Done
                </Button>
            </SheetActions>
        </Sheet>
    );
}

function Values({ secrets, wish, onChange }: { secrets: FoundSecret[]; wish: Wish; onChange: (wish: Wish) => void }) {
    const { shown, more } = useParts(secrets, 40);
    return (
        <>
            {shown.map((secret) => (
                <Value key={secret.value} secret={secret} wish={wish} onChange={onChange} />
            ))}
            {more}
        </>
    );
}

function Value({ secret, wish, onChange }: { secret: FoundSecret; wish: Wish; onChange: (wish: Wish) => void }) {
    const choice = secretChoice(wish, secret.rule, secret.value);
    const does = choice === undefined || choice === null ? 'keep' : choice === '' ? 'blank' : 'replace';
    const label = `What is done with ${secret.value}`;
    const choose = (next: string) =>
        onChange(withSecret(wish, secret.rule, secret.value, next === 'keep' ? null : next === 'blank' ? '' : '…'));
    return (
        <One data-secret={secret.value}>
            <span>
                <b>{readable(secret.value.slice(0, LONGEST))}</b>
                <small>{readable(secret.name)}</small>
            </span>
            <small title={secret.paths.join('\n')}>
                {count(secret.count, 'place')} in {readable(fileName(secret.paths[0] ?? ''))}
                {secret.paths.length > 1 ? ` and ${secret.paths.length - 1} more` : ''}
            </small>
            <span>
                <select aria-label={label} value={does} onChange={(event) => choose(event.target.value)}>
                    <option value="keep">keep</option>
                    <option value="blank">blank</option>
                    <option value="replace">replace by …</option>
                </select>
                {does === 'replace' && (
                    <input
                        aria-label={`In place of ${secret.value}`}
                        value={choice === '…' ? '' : (choice ?? '')}
                        onChange={(event) => onChange(withSecret(wish, secret.rule, secret.value, event.target.value || '…'))}
                        style={{ marginTop: 4 }}
                    />
                )}
            </span>
        </One>
    );
}
