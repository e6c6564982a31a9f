import type { Outline } from '../api/client';

type Track = Outline['tracks'][number];

/** A clip of one of two timelines, and what has become of it in the other. */
export interface Placed {
    track: number;
    name: string;
    start: number;
    length: number;
    /** The same clip in the other timeline, by its place there; null: it is only in this one. */
    other: number | null;
    isMoved: boolean;
}

/** All clips of a timeline, gaps left out. */
function clipsOf(tracks: Track[]): Omit<Placed, 'other' | 'isMoved'>[] {
    return tracks.flatMap((track, at) =>
        track.clips
            .filter((clip) => clip.name !== null)
            .map((clip) => ({ track: at, name: clip.name || (clip.path ?? ''), start: clip.start, length: clip.length })),
    );
}

/**
 * Which clips of two timelines are the same: those that stand alike in both first, then by their names, in their order. What is left over is
 * only in one of them.
 */
export function paired(left: Track[], right: Track[]): { left: Placed[]; right: Placed[] } {
    const make = (tracks: Track[]): Placed[] => clipsOf(tracks).map((clip) => ({ ...clip, other: null, isMoved: false }));
    const [before, after] = [make(left), make(right)];
    const join = (isSame: (a: Placed, b: Placed) => boolean) => {
        for (const [at, one] of before.entries()) {
            if (one.other !== null) {
                continue;
            }
            const found = after.findIndex((other) => other.other === null && other.name === one.name && isSame(one, other));
            const other = after[found];
            if (other) {
                one.other = found;
                other.other = at;
                one.isMoved = other.isMoved =
                    one.track !== other.track || differs(one.start, other.start) || differs(one.length, other.length);
            }
        }
    };
    join((a, b) => a.track === b.track && !differs(a.start, b.start) && !differs(a.length, b.length));
    join((a, b) => a.track === b.track);
    join(() => true);
    return { left: before, right: after };
}

const differs = (a: number, b: number): boolean => Math.abs(a - b) > 0.001;
