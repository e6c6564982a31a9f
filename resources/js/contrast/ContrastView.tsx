import { useState } from 'react';
import styled from 'styled-components';
import type { Contrast, ContrastSide, LookSettings } from '../api/client';
import { kindOf } from '../large/kinds';
import { useLook } from '../looks/useLooks';
import { font } from '../theme/tokens';
import { TextButton } from '../ui/Button';
import { Empty } from '../ui/Empty';
import { later } from '../ui/later';
import { useWatched, Watched } from '../ui/watched';
import { fileName, moment, size } from '../ui/words';
import { FactTable } from './FactTable';
import { MergePane } from './MergePane';
import { Pictures } from './Pictures';
import { Summary } from './Summary';
import { type Source, useContrast, useText } from './sources';
import { Timelines } from './Timelines';
import { Words } from './Words';

const Whole = styled.div`display: grid; grid-template-rows: auto auto minmax(0, 1fr); height: 100%; min-height: 0; min-width: 0;`;
const Sides = styled.div`display: grid; grid-template-columns: 1fr 1fr; border-bottom: 1px solid var(--rule);`;
/** What can only be looked at is hatched like a chart’s land, so that nobody takes it for the present. */
const Side = styled.div<{ $past: boolean }>`
    padding: 7px 16px; min-width: 0; background: ${(p) => (p.$past ? 'repeating-linear-gradient(-45deg, transparent 0 7px, var(--tint) 7px 9px)' : 'var(--sheet)')};
    & + & { border-left: 1px solid var(--rule-strong); }
    b { font: 600 15px ${font.title}; background: var(--paper); padding: 0 4px; margin-left: -4px; }
    p { font-size: 13px; color: var(--ink-soft); overflow: hidden; text-overflow: ellipsis; white-space: nowrap; }
    p span { background: var(--paper); padding: 0 4px; margin-left: -4px; }
`;
const NO_LOOK = new Watched<LookSettings>({});

interface Props {
    workspace: string;
    left: Source;
    right: Source;
}

/** Loaded only where sounds are compared. */
const Waves = later(async () => (await import('./Waves')).Waves, true);

/** Likewise of solids. */
const Solids = later(async () => (await import('./Solids')).Solids, true);

type Way = 'beside' | 'over' | 'difference' | 'source';
const WAYS: Record<Way, string> = {
    beside: 'beside each other',
    over: 'one over the other',
    difference: 'only where they differ',
    source: 'their source',
};

/** What differs between two contents: in the job’s terms above, then the contents themselves. */
export function ContrastView({ workspace, left, right }: Props) {
    const contrast = useContrast(workspace, left, right);
    const [isWhole, setWhole] = useState(false);
    const keeper = useLook(workspace, right.id);
    const look = useWatched(keeper?.state ?? NO_LOOK).compare ?? 'beside';
    const setLook = (compare: Way) => keeper?.change({ compare });
    const data = contrast.data;
    if (!data) {
        return (
            <Empty title={contrast.isError ? 'These cannot be compared' : 'Comparing …'}>
                {contrast.isError && <p>{contrast.error.message}</p>}
            </Empty>
        );
    }
    const isPicture = data.left.mediaType.startsWith('image/') && data.right.mediaType.startsWith('image/');
    const areTexts = data.left.isText && data.right.isText;
    const areSounds = data.left.mediaType.startsWith('audio/') && data.right.mediaType.startsWith('audio/');
    const areTimelines = areTexts && [data.left, data.right].every((side) => side.path.toLowerCase().endsWith('.otio'));
    const areSolids = [data.left, data.right].every((side) => kindOf(side.path) === 'solid');
    const showsText = areTexts && ((!isPicture && !areTimelines && !areSolids) || look === 'source');
    return (
        <Whole>
            <Sides>
                <SideHead side={data.left} />
                <SideHead side={data.right} />
            </Sides>
            <Words>
                <Summary contrast={data} />
                <span className="way">
                    {isPicture &&
                        (['beside', 'over', 'difference', ...(areTexts ? (['source'] as const) : [])] as const)
                            .filter((one) => one !== look)
                            .map((one) => (
                                <TextButton key={one} onPress={() => setLook(one)}>
                                    {WAYS[one]}
                                </TextButton>
                            ))}
                    {(areTimelines || (areSolids && areTexts)) && (
                        <TextButton onPress={() => setLook(look === 'source' ? 'beside' : 'source')}>
                            {look !== 'source' ? WAYS.source : areTimelines ? 'as timelines' : 'as solids'}
                        </TextButton>
                    )}
                    {showsText && !data.isAlike && (
                        <TextButton onPress={() => setWhole(!isWhole)}>{isWhole ? 'only what differs' : 'the whole text'}</TextButton>
                    )}
                </span>
            </Words>
            {showsText ? (
                <Texts workspace={workspace} left={left} right={right} contrast={data} isFolded={!isWhole && !data.isAlike} />
            ) : isPicture ? (
                <Pictures
                    workspace={workspace}
                    left={{ of: left, side: data.left }}
                    right={{ of: right, side: data.right }}
                    way={look === 'source' ? 'beside' : look}
                />
            ) : areTimelines ? (
                <Timelines workspace={workspace} left={sideOf(left, data.left)} right={sideOf(right, data.right)} />
            ) : areSolids ? (
                <Solids workspace={workspace} left={{ of: left, side: data.left }} right={{ of: right, side: data.right }} />
            ) : areSounds ? (
                <Waves workspace={workspace} left={{ of: left, side: data.left }} right={{ of: right, side: data.right }} />
            ) : (
                <FactTable left={data.left} right={data.right} />
            )}
        </Whole>
    );
}

const sideOf = (of: Source, side: ContrastSide) => ({ of, label: side.label, hash: side.hash });

function SideHead({ side }: { side: ContrastSide }) {
    return (
        <Side $past={side.isPast}>
            <b>{side.label}</b>
            <p title={side.path}>
                <span>
                    {[
                        side.isPast ? 'only to look at' : 'what you work on',
                        side.at && moment(side.at),
                        side.person,
                        size(side.size) || '0 B',
                        fileName(side.path),
                    ]
                        .filter(Boolean)
                        .join(' · ')}
                </span>
            </p>
        </Side>
    );
}

function Texts({ workspace, left, right, contrast, isFolded }: Props & { contrast: Contrast; isFolded: boolean }) {
    const before = useText(workspace, left, contrast.left.hash);
    const after = useText(workspace, right, contrast.right.hash);
    if (before.data === undefined || after.data === undefined) {
        const failed = before.error ?? after.error;
        return <Empty title={failed ? 'A content cannot be read' : 'Reading …'}>{failed && <p>{failed.message}</p>}</Empty>;
    }
    return (
        <MergePane
            path={contrast.right.path}
            left={before.data}
            right={after.data}
            leftLabel={contrast.left.label}
            rightLabel={contrast.right.label}
            isFolded={isFolded}
        />
    );
}
