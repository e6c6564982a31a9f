import { useQuery } from '@tanstack/react-query';
import { useRef } from 'react';
import styled from 'styled-components';
import { answer, api, type Outline } from '../api/client';
import { font } from '../theme/tokens';
import { Empty } from '../ui/Empty';
import { number } from '../ui/locale';
import { useWidth } from '../ui/useWidth';
import { count, readable } from '../ui/words';
import { type Placed, paired } from './clips';
import type { Source } from './sources';

const Place = styled.div`overflow: auto; padding: 12px 16px; display: grid; gap: 6px; align-content: start;`;
const Strip = styled.div`
    position: relative; border: 1px solid var(--rule); background: var(--sheet);
    > h3 { font: 600 13px ${font.plain}; color: var(--ink-soft); padding: 4px 8px; border-bottom: 1px solid var(--rule); }
`;
const Clip = styled.span<{ $how: 'alike' | 'moved' | 'only' }>`
    position: absolute; height: 30px; padding: 2px 5px; overflow: hidden; font-size: 12.5px; line-height: 13px; white-space: nowrap; text-overflow: ellipsis; border-radius: 2px;
    border: ${(p) => (p.$how === 'moved' ? '2px solid var(--brass)' : p.$how === 'only' ? '2px dashed var(--ink)' : '1px solid var(--rule-strong)')}; background: ${(p) => (p.$how === 'alike' ? 'var(--paper)' : p.$how === 'moved' ? 'var(--brass-tint)' : 'var(--tint)')};
    small { display: block; font-size: 11.5px; color: var(--ink-soft); }
`;
const Joins = styled.svg`display: block; overflow: visible;`;

const LINE = 36;
const HEAD = 26;
const ROOM = 56;
const LEAST_WIDTH = 420;
const EDGE = 32;

function useTracks(workspace: string, { id, source }: Source, hash: string) {
    return useQuery({
        queryKey: [workspace, 'tracks', id, source, hash],
        queryFn: () =>
            answer(
                api.GET('/workspaces/{workspace}/documents/{document}/outline', {
                    params: { path: { workspace, document: id }, query: { source } },
                }),
            ),
        staleTime: Number.POSITIVE_INFINITY,
    });
}

interface Side {
    of: Source;
    label: string;
    hash: string;
}

/** Two timelines one above the other, to one scale; lines lead from where a clip stood to where it stands. */
export function Timelines({ workspace, left, right }: { workspace: string; left: Side; right: Side }) {
    const place = useRef<HTMLDivElement>(null);
    const width = Math.max(LEAST_WIDTH, useWidth(place) - EDGE);
    const [before, after] = [useTracks(workspace, left.of, left.hash), useTracks(workspace, right.of, right.hash)];
    if (!before.data || !after.data) {
        const failed = before.error ?? after.error;
        return (
            <Place ref={place}>
                <Empty title={failed ? 'A timeline cannot be read' : 'Reading …'}>{failed && <p>{failed.message}</p>}</Empty>
            </Place>
        );
    }
    const pairs = paired(before.data.tracks, after.data.tracks);
    const seconds = Math.max(0.001, ...[...pairs.left, ...pairs.right].map((clip) => clip.start + clip.length));
    const scale = width / seconds;
    const heightOf = (tracks: Outline['tracks']) => HEAD + Math.max(1, tracks.length) * LINE;
    const moved = pairs.left.filter((clip) => clip.isMoved);
    const words = [
        moved.length > 0 && `${count(moved.length, 'clip')} moved or cut otherwise`,
        pairs.left.some((clip) => clip.other === null) &&
            `${count(pairs.left.filter((clip) => clip.other === null).length, 'clip')} only before`,
        pairs.right.some((clip) => clip.other === null) &&
            `${count(pairs.right.filter((clip) => clip.other === null).length, 'clip')} only after`,
    ].filter(Boolean);
    const middle = (clip: Placed) => (clip.start + clip.length / 2) * scale;
    return (
        <Place ref={place}>
            <p>{words.length === 0 ? 'All clips stand alike.' : `${words.join(', ')}.`}</p>
            <div style={{ width }}>
                <OneStrip label={left.label} clips={pairs.left} height={heightOf(before.data.tracks)} scale={scale} only="only here" />
                <Joins width={width} height={ROOM} aria-hidden="true">
                    {moved.map((clip) => {
                        const to = pairs.right[clip.other ?? -1];
                        return (
                            to && (
                                <path
                                    key={`${clip.track} ${clip.start} ${clip.name}`}
                                    d={`M${middle(clip)} 0C${middle(clip)} ${ROOM / 2} ${middle(to)} ${ROOM / 2} ${middle(to)} ${ROOM}`}
                                    fill="none"
                                    stroke="var(--brass)"
                                    strokeWidth="1.6"
                                />
                            )
                        );
                    })}
                </Joins>
                <OneStrip label={right.label} clips={pairs.right} height={heightOf(after.data.tracks)} scale={scale} only="new here" />
            </div>
        </Place>
    );
}

function OneStrip({ label, clips, height, scale, only }: { label: string; clips: Placed[]; height: number; scale: number; only: string }) {
    return (
        <Strip style={{ height }} role="group" aria-label={label}>
            <h3>{label}</h3>
            {clips.map((clip) => {
                const how = clip.other === null ? 'only' : clip.isMoved ? 'moved' : 'alike';
                const words = how === 'only' ? only : how === 'moved' ? 'moved' : '';
                return (
                    <Clip
                        key={`${clip.track} ${clip.start} ${clip.name}`}
                        $how={how}
                        style={{ left: clip.start * scale, width: Math.max(4, clip.length * scale - 1), top: HEAD + 3 + clip.track * LINE }}
                        title={`${clip.name}, from ${number(clip.start, 1)} s, ${number(clip.length, 1)} s long${words ? `, ${words}` : ''}`}
                    >
                        {readable(clip.name)}
                        <small>{words || `${number(clip.length, 1)} s`}</small>
                    </Clip>
                );
            })}
        </Strip>
    );
}
