import styled from 'styled-components';
import type { RetentionRule } from '../api/client';
import { font } from '../theme/tokens';
import { TextButton } from '../ui/Button';
import { OneOf } from '../ui/Check';
import { EVERY } from './ruleWords';

type Band = NonNullable<RetentionRule['bands']>[number];
const Bands = styled.div`
    display: grid; gap: 4px; font-size: 14px; padding-left: 25px;
    > div { display: flex; gap: 8px; align-items: center; }
    input, select { font: 14px ${font.plain}; color: var(--ink); background: var(--sheet); border: 1px solid var(--rule-strong); border-radius: 3px; padding: 3px 6px; }
    input { width: 74px; }
`;

interface Props {
    label: string;
    rule: RetentionRule;
    onChange: (rule: RetentionRule) => void;
}

/** One retention rule: all, the last ones, or thinned with age. */
export function RuleForm({ label, rule, onChange }: Props) {
    const bands = rule.bands ?? [];
    const set = (index: number, part: Partial<Band>) =>
        onChange({ ...rule, bands: bands.map((band, at) => (at === index ? { ...band, ...part } : band)) });
    const add = () => {
        const before = bands.at(-2)?.days ?? 0;
        onChange({ ...rule, bands: [...bands.slice(0, -1), { days: before + 30, every: 'week' }, ...bands.slice(-1)] });
    };
    return (
        <div style={{ display: 'grid', gap: 6 }}>
            <OneOf<RetentionRule['kind']>
                label={label}
                options={{ all: 'all', last: 'the last ones', aged: 'fewer with age' }}
                value={rule.kind}
                onChange={(kind) => onChange({ ...rule, kind })}
            />
            {rule.kind === 'last' && (
                <Bands>
                    <div>
                        <label>
                            the last{' '}
                            <input
                                type="number"
                                min={1}
                                value={rule.last ?? 5}
                                onChange={(event) => onChange({ ...rule, last: Number(event.target.value) })}
                            />{' '}
                            and all labelled ones
                        </label>
                    </div>
                </Bands>
            )}
            {rule.kind === 'aged' && (
                <Bands>
                    {bands.map((band, index) => (
                        // biome-ignore lint/suspicious/noArrayIndexKey: lines have no other name than their place
                        <div key={index}>
                            <select
                                aria-label={`Line ${index + 1}: how many`}
                                value={band.every}
                                onChange={(event) => set(index, { every: event.target.value as Band['every'] })}
                            >
                                {Object.entries(EVERY).map(([every, words]) => (
                                    <option key={every} value={every}>
                                        {words}
                                    </option>
                                ))}
                            </select>
                            {band.days === null || band.days === undefined ? (
                                <span>of all that is older</span>
                            ) : (
                                <>
                                    <span>up to</span>
                                    <input
                                        aria-label={`Line ${index + 1}: days`}
                                        type="number"
                                        min={1}
                                        value={band.days}
                                        onChange={(event) => set(index, { days: Number(event.target.value) })}
                                    />
                                    <span>days</span>
                                    <TextButton onPress={() => onChange({ ...rule, bands: bands.filter((_, at) => at !== index) })}>
                                        without this line
                                    </TextButton>
                                </>
                            )}
                        </div>
                    ))}
                    <div>
                        <TextButton onPress={add}>One more line</TextButton>
                    </div>
                </Bands>
            )}
        </div>
    );
}
