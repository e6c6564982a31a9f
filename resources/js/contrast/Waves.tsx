import { useState } from 'react';
import styled from 'styled-components';
import type { ContrastSide } from '../api/client';
import { Sound } from '../large/Sound';
import { FactTable } from './FactTable';
import { contentUrl, type Source } from './sources';

const Whole = styled.div`overflow-y: auto; > div:not(:last-child) { height: auto; }`;

interface Side {
    of: Source;
    side: ContrastSide;
}

/** Two sounds, one below the other and to the same scale: a second is as wide in both. */
export function Waves({ workspace, left, right }: { workspace: string; left: Side; right: Side }) {
    const [lengths, setLengths] = useState([0, 0]);
    const widest = Math.max(...lengths);
    return (
        <Whole>
            {[left, right].map(({ of, side }, index) => (
                <Sound
                    // biome-ignore lint/suspicious/noArrayIndexKey: the left one and the right one
                    key={index}
                    url={`/api${contentUrl(workspace, of, side.hash)}`}
                    name={side.label}
                    size={side.size}
                    widthSeconds={widest}
                    onLength={(seconds) => setLengths((before) => before.map((one, at) => (at === index ? seconds : one)))}
                />
            ))}
            <FactTable left={left.side} right={right.side} />
        </Whole>
    );
}
