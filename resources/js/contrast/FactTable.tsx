import styled from 'styled-components';
import type { ContrastSide } from '../api/client';
import { font } from '../theme/tokens';

const Facts = styled.table`
    margin: 14px 16px; border-collapse: collapse; font-size: 14px; align-self: start; justify-self: start;
    th { text-align: left; font-weight: 400; color: var(--ink-soft); padding: 4px 26px 4px 0; }
    td { padding: 4px 34px 4px 0; font-family: ${font.mono}; font-size: 12.5px; max-width: 380px; overflow-wrap: anywhere; }
    tr { border-bottom: 1px solid var(--rule); }
    tr.differs td { font-weight: 600; }
`;

/** Two contents by what is known of them. */
export function FactTable({ left, right }: { left: ContrastSide; right: ContrastSide }) {
    const names = [...new Set([...Object.keys(left.facts), ...Object.keys(right.facts)])];
    const rows: [string, string, string][] = [
        ...names.map((name): [string, string, string] => [name, left.facts[name] ?? '', right.facts[name] ?? '']),
        ['size', `${left.size} B`, `${right.size} B`],
        ['kind', left.mediaType, right.mediaType],
        ['SHA-256', left.hash, right.hash],
    ];
    return (
        <Facts>
            <tbody>
                {rows.map(([name, before, after]) => (
                    <tr key={name} className={before === after ? '' : 'differs'}>
                        <th>{name}</th>
                        <td>{before}</td>
                        <td>{after}</td>
                        <th>{before === after ? 'alike' : 'differs'}</th>
                    </tr>
                ))}
            </tbody>
        </Facts>
    );
}
