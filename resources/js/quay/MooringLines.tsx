import { useMemo } from 'react';
import styled from 'styled-components';
import type { Line } from './graph';

const Margin = styled.svg`position: absolute; left: 0; top: 0; pointer-events: none; overflow: visible; z-index: 1;`;
export const MARGIN = 60;
/** So many lit lines stand beside one another without touching. */
const DENSE = 20;

const MANY = 150;
const SOME = 16;

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
    const drawn = useMemo(() => worthDrawing(lines, first, last, lit), [lines, first, last, lit]);
    // A document that very many refer to would else fill the margin.
    const litOpacity = Math.min(1, DENSE / Math.max(1, drawn.filter((line) => touches(line, lit)).length));
    return (
        <Margin width={MARGIN} height={rowCount * rowHeight} aria-hidden="true">
            {drawn.map((line) => {
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
                        strokeOpacity={isLit ? litOpacity : 1}
                    >
                        <path d={`M${x} ${start}C${x - reach * 1.3} ${start} ${x - reach * 1.3} ${end} ${x} ${end}`} />
                        <circle cx={x} cy={end} r={isLit ? 3.2 : 2.2} fill={isLit ? 'var(--brass)' : 'var(--rule-strong)'} stroke="none" />
                    </g>
                );
            })}
        </Margin>
    );
}

/**
 * The lines that cross the rows in sight, those of the lit row last, so that they lie on top. Where there are very many, of
 * those that lead out of sight only some are drawn; the others would lie on one another.
 */
function worthDrawing(lines: Line[], first: number, last: number, lit: number | null): Line[] {
    const crossing = lines.filter((line) => Math.max(line.from, line.to) >= first && Math.min(line.from, line.to) <= last);
    const litLast = (a: Line, b: Line) => Number(touches(a, lit)) - Number(touches(b, lit));
    if (crossing.length <= MANY) {
        return crossing.sort(litLast);
    }
    const isInSight = (row: number) => row >= first && row <= last;
    const inSight = crossing.filter((line) => isInSight(line.from) && isInSight(line.to));
    const leaving = crossing.filter((line) => !isInSight(line.from) || !isInSight(line.to));
    const length = (line: Line) => (touches(line, lit) ? 0 : lines.length) + Math.abs(line.from - line.to);
    const some = leaving.sort((a, b) => length(a) - length(b)).slice(0, SOME);
    return [...some, ...inSight.slice(0, MANY)].sort(litLast);
}

function touches(line: Line, row: number | null): boolean {
    return row !== null && (line.from === row || line.to === row);
}
