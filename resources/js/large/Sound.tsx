import { useEffect, useRef, useState } from 'react';
import styled from 'styled-components';
import WaveSurfer from 'wavesurfer.js';
import { Button } from '../ui/Button';
import { number } from '../ui/locale';

const Place = styled.div`display: flex; flex-direction: column; gap: 14px; padding: 22px 24px; height: 100%; overflow: auto; background: var(--paper);`;
const Wave = styled.div`border: 1px solid var(--rule); background: var(--sheet); min-height: 182px; overflow: hidden;`;
const Line = styled.div`display: flex; flex-wrap: wrap; gap: 12px; align-items: center; font-size: 14px; font-variant-numeric: tabular-nums; label { display: flex; gap: 8px; align-items: center; } input { accent-color: var(--brass); width: 180px; }`;

/** Of larger ones no wave is drawn, since all of it would have to be here first; it is played as it comes. */
const DRAWN_BYTES = 60_000_000;
const MOST_ZOOM = 400;

interface Props {
    url: string;
    name: string;
    size: number;
    /** How long a sound would be whose wave takes the whole width; its own length where it is not said. */
    widthSeconds?: number;
    onLength?: (seconds: number) => void;
}

/** A sound as its wave, to be looked into and heard from anywhere. */
export function Sound({ url, name, size, widthSeconds = 0, onLength }: Props) {
    const place = useRef<HTMLDivElement>(null);
    const wave = useRef<WaveSurfer | null>(null);
    const [problem, setProblem] = useState<string | null>(null);
    const [length, setLength] = useState(0);
    const [at, setAt] = useState(0);
    const [isPlaying, setPlaying] = useState(false);
    const [zoom, setZoom] = useState(0);
    const isDrawn = size <= DRAWN_BYTES;
    const tell = useRef(onLength);
    tell.current = onLength;
    const isShorter = zoom === 0 && length > 0 && length < widthSeconds;
    useEffect(() => {
        if (!place.current || !isDrawn) {
            return;
        }
        const ink = (role: string) => getComputedStyle(document.documentElement).getPropertyValue(role).trim();
        const made = WaveSurfer.create({
            container: place.current,
            url,
            height: 180,
            waveColor: ink('--ink-soft'),
            progressColor: ink('--brass'),
            cursorColor: ink('--ink'),
        });
        wave.current = made;
        made.on('ready', (seconds) => {
            setLength(seconds);
            tell.current?.(seconds);
        });
        made.on('timeupdate', setAt);
        made.on('play', () => setPlaying(true));
        made.on('pause', () => setPlaying(false));
        made.on('error', () => setProblem('cannot be played here, because it is damaged or this browser does not know how it is packed'));
        return () => {
            wave.current = null;
            made.destroy();
        };
    }, [url, isDrawn]);
    if (problem) {
        return (
            <Place>
                <p>
                    {name} {problem}. It is kept and saved as it is.
                </p>
                <a href={url} download>
                    Take it to this computer
                </a>
            </Place>
        );
    }
    if (!isDrawn) {
        return (
            <Place>
                {/* biome-ignore lint/a11y/useMediaCaption: the workspace's own sounds have no captions */}
                <audio
                    src={url}
                    controls
                    preload="metadata"
                    aria-label={name}
                    onError={() => setProblem('cannot be played by this browser')}
                />
            </Place>
        );
    }
    return (
        <Place>
            <Wave
                ref={place}
                role="img"
                aria-label={`The wave of ${name}`}
                style={isShorter ? { width: `${(100 * length) / widthSeconds}%` } : undefined}
            />
            <Line>
                <Button isDisabled={length === 0} onPress={() => void wave.current?.playPause()}>
                    {isPlaying ? 'Pause' : 'Play'}
                </Button>
                <span>
                    {number(at, 1)} of {number(length, 1)} s
                </span>
                <label>
                    closer
                    <input
                        type="range"
                        min={0}
                        max={MOST_ZOOM}
                        value={zoom}
                        disabled={length === 0}
                        onChange={(event) => {
                            const to = Number(event.target.value);
                            setZoom(to);
                            wave.current?.zoom(to);
                        }}
                    />
                </label>
                <label>
                    at
                    <input
                        type="range"
                        min={0}
                        max={Math.max(0.1, length)}
                        step={0.05}
                        value={at}
                        disabled={length === 0}
                        onChange={(event) => wave.current?.setTime(Number(event.target.value))}
                    />
                </label>
            </Line>
        </Place>
    );
}
