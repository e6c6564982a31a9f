import styled from 'styled-components';
import { font } from '../theme/tokens';
import { TextButton } from '../ui/Button';
import { Scroll } from '../ui/ledger';
import { useParts } from '../ui/useParts';
import { count, readable } from '../ui/words';
import type { Folded, Item } from './folding';
import { stateWords } from './states';

const Rows = styled.table`
    border-collapse: collapse; width: 100%; font-size: 14px;
    th { text-align: left; font: 600 13.5px ${font.plain}; color: var(--ink-soft); padding: 8px 16px; border-bottom: 1px solid var(--rule-strong); position: sticky; top: 0; background: var(--paper); }
    td { padding: 6px 16px; border-bottom: 1px solid var(--rule); vertical-align: top; overflow-wrap: anywhere; } td code { display: block; color: var(--ink-soft); }
`;

const NAMED = 6;

/** The chart as a table, which says the same. */
export function AsTable({ chart, onOpen }: { chart: Folded; onOpen: (key: string) => void }) {
    const { shown, more } = useParts(chart.items, 200);
    const [to, from] = [new Map<number, Item[]>(), new Map<number, Item[]>()];
    for (const line of chart.lines) {
        to.set(line.from, [...(to.get(line.from) ?? []), chart.items[line.to] as Item]);
        from.set(line.to, [...(from.get(line.to) ?? []), chart.items[line.from] as Item]);
    }
    const names = (items: Item[] = []) =>
        items.length === 0
            ? 'nothing here'
            : `${items
                  .slice(0, NAMED)
                  .map((item) => readable(item.name))
                  .join(', ')}${items.length > NAMED ? ` and ${count(items.length - NAMED, 'more', 'more')}` : ''}`;
    return (
        <Scroll tabIndex={0} role="region" aria-label="The chart as a table">
            <Rows>
                <thead>
                    <tr>
                        <th scope="col" style={{ width: '34%' }}>
                            document
                        </th>
                        <th scope="col" style={{ width: '16%' }}>
                            state
                        </th>
                        <th scope="col">refers to</th>
                        <th scope="col">is referred to by</th>
                    </tr>
                </thead>
                <tbody>
                    {shown.map((item, at) => (
                        <tr key={item.key}>
                            <td>
                                <TextButton onPress={() => onOpen(item.key)}>{readable(item.name)}</TextButton>
                                <code>{item.folder ? `folder, ${count(item.folder.documents, 'document')}` : readable(item.path)}</code>
                            </td>
                            <td>{stateWords(item).join(', ') || 'as saved, settled'}</td>
                            <td>{names(to.get(at))}</td>
                            <td>{names(from.get(at))}</td>
                        </tr>
                    ))}
                </tbody>
            </Rows>
            <div style={{ padding: '0 16px' }}>{more}</div>
        </Scroll>
    );
}
