import { useEffect, useLayoutEffect, useRef } from 'react';
import styled from 'styled-components';
import type { LookSettings, Outline } from '../api/client';
import { SmallPicture } from '../pictures/SmallPicture';
import { font } from '../theme/tokens';
import { number } from '../ui/locale';
import { fileName, readable } from '../ui/words';

const HEIGHT = 64;
const HEAD = 96;
/** Pixels for a second, at the least and where one looks closer. */
const LEAST_WIDTH = 640;
const MOST = 60;
/** So long after the last turn of the wheel it is known what is in sight. */
const REST_MS = 300;

const Place = styled.div`height: 100%; display: flex; flex-direction: column; background: var(--paper); > label { display: flex; gap: 8px; align-items: center; padding: 8px 16px; font-size: 14px; border-bottom: 1px solid var(--rule); input { accent-color: var(--brass); width: 200px; } }`;
const Scroll = styled.div`flex: 1; min-height: 0; overflow: auto; padding: 10px 16px 20px 0;`;
const Track = styled.section`
    position: relative; height: ${HEIGHT}px; border-bottom: 1px solid var(--rule); 
    > h2 { position: sticky; left: 0; width: ${HEAD - 8}px; font: 600 13.5px/18px ${font.plain}; padding: 8px 0 0 16px; overflow: hidden; text-overflow: ellipsis; white-space: nowrap; background: var(--paper); z-index: 1; height: 100%; }
`;
const Clip = styled.button<{ $isMissing: boolean }>`
    position: absolute; top: 6px; height: ${HEIGHT - 14}px; min-height: 0; min-width: 0; padding: 3px; display: flex; gap: 7px; align-items: center; overflow: hidden; text-align: left; cursor: pointer; color: inherit; font: 13px/16px ${font.plain}; border-radius: 3px;
    background: ${(p) => (p.$isMissing ? 'var(--stop-tint)' : 'var(--sheet)')}; border: 1px ${(p) => (p.$isMissing ? 'dashed var(--stop)' : 'solid var(--rule-strong)')};
    &:hover { background: var(--tint); } &:disabled { cursor: default; } small { display: block; color: var(--ink-soft); font-size: 12px; } b { font-weight: 600; } span { min-width: 0; overflow: hidden; white-space: nowrap; text-overflow: ellipsis; }
`;
const Gap = styled.div`position: absolute; top: 6px; height: ${HEIGHT - 14}px; border-block: 1px dashed var(--rule-strong); color: var(--ink-soft); font-size: 12px; display: grid; place-items: center; overflow: hidden;`;

interface Props {
    tracks: Outline['tracks'];
    name: string;
    look: LookSettings;
    onLook: (look: LookSettings) => void;
    onOpen: (id: string) => void;
}

/** A timeline as its tracks, to scale: clips open their media, gaps and media that are missing are seen. */
export function Tracks({ tracks, name, look, onLook, onOpen }: Props) {
    const closer = Math.min(MOST, Math.max(1, look.zoom ?? 1));
    const scroll = useRef<HTMLDivElement>(null);
    const span = useRef(look.sight?.span);
    const seconds = Math.max(
        0.001,
        ...tracks.map((track) => track.clips.reduce((end, clip) => Math.max(end, clip.start + clip.length), 0)),
    );
    const scale = (LEAST_WIDTH / seconds) * closer;
    // As it was looked at, and as a view that was chosen says.
    useLayoutEffect(() => {
        if (scroll.current && look.sight?.span && look.sight.span !== span.current) {
            span.current = look.sight.span;
            scroll.current.scrollLeft = (look.sight.span[0] ?? 0) * scale;
        }
    }, [look.sight, scale]);
    useLayoutEffect(() => {
        if (scroll.current && span.current) {
            scroll.current.scrollLeft = (span.current[0] ?? 0) * scale;
        }
    }, [scale]);
    const resting = useRef<ReturnType<typeof setTimeout>>(undefined);
    useEffect(() => () => clearTimeout(resting.current), []);
    function seen() {
        clearTimeout(resting.current);
        resting.current = setTimeout(() => {
            const place = scroll.current;
            if (place) {
                const from = Math.max(0, place.scrollLeft / scale);
                const to = Math.min(seconds, from + (place.clientWidth - HEAD) / scale);
                span.current = from > 0 || to < seconds ? [from, to] : undefined;
                onLook({ sight: span.current && to > from ? { span: span.current } : undefined });
            }
        }, REST_MS);
    }
    return (
        <Place>
            <label>
                closer
                <input
                    type="range"
                    min={1}
                    max={MOST}
                    step={0.5}
                    value={closer}
                    onChange={(event) => {
                        onLook({ zoom: Number(event.target.value) });
                        seen();
                    }}
                />
                {tracks.every((track) => track.clips.every((clip) => clip.isKnown))
                    ? `${number(seconds, 1)} s`
                    : 'it does not say how long all of it is'}
            </label>
            <Scroll ref={scroll} onScroll={seen} tabIndex={0} role="region" aria-label={`The tracks of ${name}`}>
                {tracks.map((track, index) => (
                    // biome-ignore lint/suspicious/noArrayIndexKey: a track is known by its place only
                    <Track key={index} style={{ width: HEAD + seconds * scale }} aria-label={track.name}>
                        <h2 title={track.name}>{readable(track.name) || `track ${index + 1}`}</h2>
                        {track.clips.map((clip) => {
                            const style = { left: HEAD + clip.start * scale, width: Math.max(3, clip.length * scale - 2) };
                            if (clip.name === null) {
                                return (
                                    <Gap key={clip.start} style={style} title={`nothing for ${number(clip.length, 1)} s`}>
                                        {clip.length * scale > 60 && 'nothing'}
                                    </Gap>
                                );
                            }
                            const length = clip.isKnown ? `${number(clip.length, 1)} s` : 'length not said';
                            return (
                                <Clip
                                    key={clip.start}
                                    type="button"
                                    $isMissing={!clip.isThere}
                                    disabled={clip.document === null}
                                    style={style}
                                    title={`${clip.name}, ${length}${clip.path ? `, ${clip.path}` : ''}${clip.isThere ? '' : ': is not there'}`}
                                    onClick={() => clip.document && onOpen(clip.document)}
                                >
                                    {clip.document && style.width > 70 && <SmallPicture id={clip.document} width={52} />}
                                    <span>
                                        <b>{readable(clip.name) || fileName(clip.path ?? '')}</b>
                                        <small>{clip.isThere ? length : 'missing'}</small>
                                    </span>
                                </Clip>
                            );
                        })}
                    </Track>
                ))}
            </Scroll>
        </Place>
    );
}
