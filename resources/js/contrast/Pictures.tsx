import { type CSSProperties, useState } from 'react';
import styled from 'styled-components';
import type { ContrastSide } from '../api/client';
import { font } from '../theme/tokens';
import { Drawing } from '../ui/Drawing';
import { contentUrl, type Source } from './sources';

const Beside = styled.div`
    display: grid; grid-template-columns: 1fr 1fr; align-content: start; gap: 14px; padding: 12px 16px;
    figure { margin: 0; background: var(--sheet); border: 1px solid var(--rule); padding: 10px; display: grid; gap: 6px; justify-items: center; min-width: 0; }
    img { width: 100%; max-height: 46vh; object-fit: contain; background: #fff; }
    iframe { border: 0; width: 100%; height: auto; max-height: 46vh; background: #fff; }
    figcaption { font-size: 13px; color: var(--ink-soft); }
`;
const Over = styled.div`
    padding: 12px 16px; display: grid; gap: 10px; justify-items: center; align-content: start;
    > div { position: relative; background: #fff; border: 1px solid var(--rule); width: min(100%, 640px); }
    img { display: block; width: 100%; max-height: 46vh; object-fit: contain; }
    iframe { display: block; border: 0; width: 100%; height: auto; max-height: 46vh; background: #fff; }
    :is(img, iframe) + :is(img, iframe) { position: absolute; inset: 0; width: 100%; height: 100%; background: #fff; }
    .difference { isolation: isolate; filter: invert(1) contrast(1.6); }
    p { font-size: 13.5px; color: var(--ink-soft); }
    i { position: absolute; top: 0; bottom: 0; width: 2px; background: var(--brass); pointer-events: none; }
    label { display: grid; grid-template-columns: auto 280px auto; gap: 10px; align-items: center; font: 13px ${font.plain}; color: var(--ink-soft); }
    input { accent-color: var(--brass); }
`;

interface Side {
    of: Source;
    side: ContrastSide;
}

interface Props {
    workspace: string;
    left: Side;
    right: Side;
    way: 'beside' | 'over' | 'difference';
}

/** Two pictures beside each other, one over the other with an edge that can be moved, or only where they differ. */
export function Pictures({ workspace, left, right, way }: Props) {
    const [edge, setEdge] = useState(50);
    if (way === 'beside') {
        return (
            <Beside>
                {[left, right].map((one) => (
                    <figure key={one.side.label}>
                        <Picture workspace={workspace} {...one} />
                        <figcaption>{one.side.label}</figcaption>
                    </figure>
                ))}
            </Beside>
        );
    }
    if (way === 'difference') {
        return (
            <Over>
                <div className="difference">
                    <Picture workspace={workspace} {...left} />
                    <Picture workspace={workspace} {...right} style={{ mixBlendMode: 'difference' }} />
                </div>
                <p>White is alike in both; what stands out differs.</p>
            </Over>
        );
    }
    return (
        <Over>
            <div>
                <Picture workspace={workspace} {...left} />
                <Picture workspace={workspace} {...right} style={{ clipPath: `inset(0 0 0 ${edge}%)` }} />
                <i style={{ left: `${edge}%` }} />
            </div>
            <label>
                {left.side.label}
                <input
                    type="range"
                    min={0}
                    max={100}
                    value={edge}
                    onChange={(event) => setEdge(Number(event.target.value))}
                    aria-label="Where one picture ends and the other begins"
                />
                {right.side.label}
            </label>
        </Over>
    );
}

function Picture({ workspace, of, side, style }: Side & { workspace: string; style?: CSSProperties }) {
    return side.mediaType === 'image/svg+xml' ? (
        <Drawing workspace={workspace} path={side.path} name={side.label} state={side.hash} of={of} style={style} />
    ) : (
        <img src={`/api${contentUrl(workspace, of, side.hash)}`} alt={side.label} style={style} />
    );
}
