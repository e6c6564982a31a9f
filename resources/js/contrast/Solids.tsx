import { useEffect, useRef, useState } from 'react';
import styled from 'styled-components';
import type { ContrastSide } from '../api/client';
import { glow } from '../large/glow';
import { Scene } from '../large/scene';
import { Button } from '../ui/Button';
import { count, fileName, readable } from '../ui/words';
import { partsApart } from './partsApart';
import type { Source } from './sources';

const Place = styled.div`
    display: grid; grid-template: minmax(240px, 1fr) auto / 1fr 1fr; min-height: 0; height: 100%;
    > figure { margin: 0; min-width: 0; min-height: 0; position: relative; background: var(--paper); } > figure + figure { border-left: 1px solid var(--rule-strong); }
    > figure > span { display: block; position: absolute; inset: 0; } x3d-canvas { display: block; width: 100%; height: 100%; border: 0; background: var(--paper); }
    > footer { grid-column: 1 / -1; border-top: 1px solid var(--rule); padding: 8px 16px; display: flex; gap: 6px 18px; align-items: center; flex-wrap: wrap; font-size: 14px; p { overflow-wrap: anywhere; } b { font-weight: 600; } }
    figure > p { position: absolute; left: 12px; top: 10px; font-size: 14px; color: var(--stop); }
`;

interface Side {
    of: Source;
    side: ContrastSide;
}

function useScene(workspace: string, { of, side }: Side, onMove: () => void) {
    const place = useRef<HTMLSpanElement>(null);
    const [scene, setScene] = useState<Scene | null>(null);
    const [problem, setProblem] = useState<string | null>(null);
    const moved = useRef(onMove);
    moved.current = onMove;
    useEffect(() => {
        let isGone = false;
        let opened: Scene | null = null;
        const files = `${location.origin}/api/workspaces/${workspace}/show/`;
        const query = new URLSearchParams({ document: of.id, source: of.source });
        const address = `${side.path.split('/').map(encodeURIComponent).join('/')}?${query}`;
        void (async () => {
            try {
                if (place.current) {
                    opened = await Scene.open(place.current, files, address, { onMove: () => moved.current() }, null);
                    isGone ? opened.close() : setScene(opened);
                }
            } catch (error) {
                isGone || setProblem((error as Error).message);
            }
        })();
        return () => {
            isGone = true;
            opened?.close();
            setScene(null);
        };
    }, [workspace, of.id, of.source, side.path]);
    return { place, scene, problem };
}

/** Two scenes that are turned together; parts that only one of them has are lit up in it. */
export function Solids({ workspace, left, right }: { workspace: string; left: Side; right: Side }) {
    const before = useScene(workspace, left, () => before.scene?.isTurned && after.scene?.follow(before.scene));
    const after = useScene(workspace, right, () => after.scene?.isTurned && before.scene?.follow(after.scene));
    const apart = before.scene && after.scene && partsApart(pathsIn(before.scene), pathsIn(after.scene));
    // biome-ignore lint/correctness/useExhaustiveDependencies: what the scenes hold does not change while they are shown
    useEffect(() => {
        for (const path of apart?.removed ?? []) {
            before.scene?.lightUp(path, glow('--stop'));
        }
        for (const path of apart?.added ?? []) {
            after.scene?.lightUp(path, glow('--brass'));
        }
        if (before.scene && after.scene) {
            before.scene.follow(after.scene);
        }
    }, [before.scene, after.scene]);
    return (
        <Place>
            {[
                { ...before, side: left.side },
                { ...after, side: right.side },
            ].map(({ place, problem, side }) => (
                <figure key={side.label}>
                    <span ref={place} role="img" aria-label={`${side.label}, to be turned together with the other`} />
                    {problem && <p>It cannot be shown: {problem}</p>}
                </figure>
            ))}
            <footer>
                <Button
                    onPress={() => {
                        after.scene?.all(0);
                        before.scene?.all(0);
                    }}
                >
                    All of it
                </Button>
                {apart && apart.removed.length + apart.added.length === 0 && <p>Both take in the same parts.</p>}
                {apart && apart.removed.length > 0 && (
                    <p>
                        <b>Only in {left.side.label}:</b> {named(apart.removed)}
                    </p>
                )}
                {apart && apart.added.length > 0 && (
                    <p>
                        <b>Only in {right.side.label}:</b> {named(apart.added)}
                    </p>
                )}
            </footer>
        </Place>
    );
}

const MOST_NAMED = 12;
const pathsIn = (scene: Scene) => scene.parts.map((part) => part.path);
const named = (paths: string[]) =>
    paths.length > MOST_NAMED ? count(paths.length, 'part') : paths.map((path) => readable(fileName(path))).join(', ');
