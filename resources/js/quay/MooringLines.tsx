import styled from 'styled-components';
import type { Line } from './graph';

const Margin = styled.svg`position: absolute; left: 0; top: 0; pointer-events: none; overflow: visible; z-index: 1;`;
export const MARGIN = 60;

interface Props {
    lines: Line[];
    rowHeight: number;
    rowCount: number;
    first: number;
    last: number;
    lit: number | null;
}

/** Arcs in the ledger's margin, each from a row to a row that it refers to; those of the lit row stand out. */
export function MooringLines({ lines, rowHeight, rowCount, first, last, lit }: Props) {
    const middle = (row: number) => row * rowHeight + rowHeight / 2;
    const visible = lines.filter((line) => Math.max(line.from, line.to) >= first && Math.min(line.from, line.to) <= last);
    const sorted = [...visible].sort((a, b) => Number(touches(a, lit)) - Number(touches(b, lit)));
    return (
        <Margin width={MARGIN} height={rowCount * rowHeight} aria-hidden="true">
            {sorted.map((line) => {
                const isLit = touches(line, lit);
                const reach = Math.min(MARGIN - 12, 9 + Math.abs(line.from - line.to) * 5.5);
                const start = middle(line.from);
                const end = middle(line.to);
                const x = MARGIN - 7;
                return (
                    <g
                        key={`${line.from}-${line.to}`}
                        stroke={isLit ? 'var(--brass)' : 'var(--rule-strong)'}
                        fill="none"
                        strokeWidth={isLit ? 2 : 1.2}
                    >
                        <path d={`M${x} ${start}C${x - reach * 1.3} ${start} ${x - reach * 1.3} ${end} ${x} ${end}`} />
                        <circle cx={x} cy={end} r={isLit ? 3.2 : 2.2} fill={isLit ? 'var(--brass)' : 'var(--rule-strong)'} stroke="none" />
                    </g>
                );
            })}
        </Margin>
    );
}

function touches(line: Line, row: number | null): boolean {
    return row !== null && (line.from === row || line.to === row);
}
