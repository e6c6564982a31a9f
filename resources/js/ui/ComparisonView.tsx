import styled from 'styled-components';
import type { Comparison } from '../api/client';
import { font } from '../theme/tokens';
import { count, moment, size } from './words';

export const ComparisonBox = styled.div`border-bottom: 1px solid var(--rule); background: var(--sheet); font: 12.5px/19px ${font.mono}; padding: 4px 0; overflow-x: auto;`;
const Row = styled.div<{ $kind: string }>`
    display: grid; grid-template-columns: 44px 44px 18px minmax(0, 1fr); white-space: pre-wrap; overflow-wrap: anywhere;
    background: ${(p) => (p.$kind === 'added' ? 'var(--added)' : p.$kind === 'removed' ? 'var(--removed)' : 'transparent')};
    span { color: var(--ink-soft); text-align: right; padding-right: 8px; user-select: none; }
    span.sign { color: var(--ink); text-align: center; padding: 0; }
`;
const Fold = styled.div`color: var(--ink-soft); padding: 2px 0 2px 106px; font-family: ${font.plain};`;
export const ComparisonWords = styled.p`padding: 8px 14px; font: 14px ${font.plain}; color: var(--ink-soft);`;

const SIGNS: Record<string, string> = { added: '+', removed: '−', same: '' };

/** Two contents side by side, line by line where both are text. */
export function ComparisonView({ comparison }: { comparison: Comparison }) {
    if (!comparison.lines) {
        return (
            <ComparisonBox>
                <ComparisonWords>
                    {comparison.note} {size(comparison.beforeSize) || 'no file'}
                    {comparison.beforeAt ? ` of ${moment(comparison.beforeAt)}` : ''} → {size(comparison.afterSize) || 'no file'}
                </ComparisonWords>
            </ComparisonBox>
        );
    }
    return (
        <ComparisonBox>
            {comparison.lines.map((line, index) =>
                line.kind === 'folded' ? (
                    // biome-ignore lint/suspicious/noArrayIndexKey: the lines of a comparison never change
                    <Fold key={index}>… {count(Number(line.text), 'line')} alike</Fold>
                ) : (
                    // biome-ignore lint/suspicious/noArrayIndexKey: likewise
                    <Row key={index} $kind={line.kind}>
                        <span>{line.before}</span>
                        <span>{line.after}</span>
                        <span className="sign">{SIGNS[line.kind]}</span>
                        <div>{line.text || ' '}</div>
                    </Row>
                ),
            )}
        </ComparisonBox>
    );
}
