import { memo, useMemo } from 'react';
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

/** Arcs in the ledger's margin, each from a row to a row that it refers to; those of the lit row stand out, over the others. */
export function MooringLines({ lines, rowHeight, rowCount, first, last, lit }: Props) {
    const drawn = useMemo(() => worthDrawing(lines, first, last), [lines, first, last]);
    const litLines = worthDrawing(lit === null ? [] : lines.filter((line) => line.from === lit || line.to === lit), first, last);
    return (
        <Margin width={MARGIN} height={rowCount * rowHeight} aria-hidden="true">
            <Arcs lines={drawn} rowHeight={rowHeight} width={1.2} end={2.2} colour="var(--rule-strong)" opacity={1} />
            {/* A document that very many refer to would else fill the margin. */}
            <Arcs
                lines={litLines}
                rowHeight={rowHeight}
                width={2}
                end={3.2}
                colour="var(--brass)"
                opacity={Math.min(1, DENSE / Math.max(1, litLines.length))}
            />
        </Margin>
    );
}

interface ArcsProps {
    lines: Line[];
    rowHeight: number;
    /** Of the lines, and of the dots at their ends, in pixels. */
    width: number;
    end: number;
    colour: string;
    opacity: number;
}

const Arcs = memo(function Arcs({ lines, rowHeight, width, end, colour, opacity }: ArcsProps) {
    const middle = (row: number) => row * rowHeight + rowHeight / 2;
    const x = MARGIN - 7;
    return (
        <g stroke={colour} fill={colour} strokeWidth={width} strokeOpacity={opacity}>
            {lines.map((line) => {
                const reach = 1.3 * Math.min(MARGIN - 12, 9 + Math.abs(line.from - line.to) * 5.5);
                const [from, to] = [middle(line.from), middle(line.to)];
                return (
                    <g key={`${line.from}-${line.to}`}>
                        <path fill="none" d={`M${x} ${from}C${x - reach} ${from} ${x - reach} ${to} ${x} ${to}`} />
                        <circle cx={x} cy={to} r={end} stroke="none" />
                    </g>
                );
            })}
        </g>
    );
});

/**
 * The lines that cross the rows in sight. Where there are very many, of those that lead out of sight only some are drawn; the others would
 * lie on one another.
 */
function worthDrawing(lines: Line[], first: number, last: number): Line[] {
    const crossing = lines.filter((line) => Math.max(line.from, line.to) >= first && Math.min(line.from, line.to) <= last);
    if (crossing.length <= MANY) {
        return crossing;
    }
    const isInSight = (row: number) => row >= first && row <= last;
    const inSight = crossing.filter((line) => isInSight(line.from) && isInSight(line.to));
    const leaving = crossing.filter((line) => !isInSight(line.from) || !isInSight(line.to));
    const length = (line: Line) => Math.abs(line.from - line.to);
    const some = leaving.sort((a, b) => length(a) - length(b)).slice(0, SOME);
    return [...some, ...inSight.slice(0, MANY)];
}
