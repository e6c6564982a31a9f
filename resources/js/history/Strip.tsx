import styled from 'styled-components';
import type { Version } from '../api/client';
import { day } from '../ui/locale';
import { moment, size } from '../ui/words';

const Box = styled.svg`
    display: block; width: 100%; height: 46px;
    rect { fill: var(--ink-soft); }
    rect.on { fill: var(--brass); }
    rect.hit { fill: transparent; cursor: pointer; }
    path { fill: var(--brass); }
    line { stroke: var(--rule-strong); }
    text { font-size: 11px; fill: var(--ink-soft); }
`;
const HEIGHT = 46;
const FLOOR = 32;

interface Props {
    versions: Version[];
    width: number;
    chosen?: number | null;
    onChoose?: (number: number) => void;
}

/** When a document changed and by how much: a bar for each version, higher for larger changes, with a pennant on labelled ones. */
export function Strip({ versions, width, chosen, onChoose }: Props) {
    if (versions.length === 0) {
        return null;
    }
    const times = versions.map((version) => Date.parse(version.at));
    const [first, last] = [Math.min(...times), Math.max(...times)];
    const inner = width - 16;
    const at = (time: number) => 8 + (last === first ? inner : ((time - first) / (last - first)) * inner);
    const height = (version: Version) => 4 + Math.min(22, 3.4 * Math.log2(1 + (version.changedBytes ?? 0) / 8));
    return (
        <Box
            viewBox={`0 0 ${width} ${HEIGHT}`}
            role="img"
            aria-label={`${versions.length} versions from ${moment(new Date(first).toISOString())} to ${moment(new Date(last).toISOString())}`}
        >
            <line x1="4" x2={width - 4} y1={FLOOR + 0.5} y2={FLOOR + 0.5} />
            {versions.map((version, index) => {
                const x = at(times[index] ?? first);
                const tall = height(version);
                return (
                    <g key={version.number}>
                        <rect className={chosen === version.number ? 'on' : ''} x={x - 1.5} y={FLOOR - tall} width="3" height={tall} />
                        {version.label && <path d={`M${x} ${FLOOR - tall - 8}h7l-2.5 3 2.5 3h-7z`} />}
                        {onChoose && (
                            // biome-ignore lint/a11y/noStaticElementInteractions: the list below does the same from the keyboard
                            <rect className="hit" x={x - 4} y="0" width="8" height={FLOOR} onClick={() => onChoose(version.number)}>
                                <title>{`${version.number}: ${version.label ?? version.note ?? 'saved'}, ${moment(version.at)}, ${size(version.changedBytes ?? 0) || '0 B'} changed`}</title>
                            </rect>
                        )}
                    </g>
                );
            })}
            <text x="4" y={HEIGHT - 2}>
                {day(first)}
            </text>
            <text x={width - 4} y={HEIGHT - 2} textAnchor="end">
                {day(last)}
            </text>
        </Box>
    );
}
