import { useEffect, useMemo, useRef, useState } from 'react';
import styled from 'styled-components';
import type { Document, LookSettings, Reference } from '../api/client';
import { Button } from '../ui/Button';
import { Empty } from '../ui/Empty';
import { glow } from './glow';
import { PartList } from './PartList';
import { partsOf } from './parts';
import { Scene, turnOf } from './scene';

const Place = styled.div`
    position: relative; height: 100%; min-height: 0; background: var(--paper);
    x3d-canvas { display: block; width: 100%; height: 100%; border: 0; background: var(--paper); }
    > div { position: absolute; left: 12px; bottom: 12px; display: flex; gap: 8px; button { background: var(--sheet); } }
`;

interface Props {
    workspace: string;
    path: string;
    name: string;
    /** Loads it anew when it, or something below it, changes. */
    state: string;
    references: Reference[];
    /** All that it takes in, at any depth. */
    below: Document['below'];
    look: LookSettings;
    onLook: (look: LookSettings) => void;
    onOpen: (id: string) => void;
}

/** A scene to be turned and looked into, with the parts that it takes in as they are on the screen. */
export function SolidView({ workspace, path, name, state, references, below, look, onLook, onOpen }: Props) {
    const place = useRef<HTMLSpanElement>(null);
    const [problem, setProblem] = useState<string | null>(null);
    const [scene, setScene] = useState<Scene | null>(null);
    const [hidden, setHidden] = useState<string[]>([]);
    const [isLit, setLit] = useState(true);
    const parts = useMemo(() => partsOf(references), [references]);
    const camera = useRef(look.camera ?? null);
    const now = useRef({ below, onLook, onOpen });
    now.current = { below, onLook, onOpen };
    // A view that was chosen, and not one that came from here.
    useEffect(() => {
        if (scene && look.camera && look.camera !== camera.current) {
            camera.current = look.camera;
            scene.turn(look.camera);
        }
    }, [scene, look.camera]);
    // biome-ignore lint/correctness/useExhaustiveDependencies: what it shows has changed where the state has
    useEffect(() => {
        let isGone = false;
        let opened: Scene | null = null;
        const files = `${location.origin}/api/workspaces/${workspace}/show/`;
        const address = path.split('/').map(encodeURIComponent).join('/');
        const watching = {
            onRest: (to: number[]) => {
                camera.current = to;
                now.current.onLook({ camera: to, sight: { turn: turnOf(to) } });
            },
            onPick: (picked: string) => {
                const part = now.current.below.find((one) => one.path === picked);
                part && now.current.onOpen(part.document);
            },
        };
        void (async () => {
            try {
                if (!place.current) {
                    return;
                }
                opened = await Scene.open(place.current, files, address, watching, camera.current);
                isGone ? opened.close() : setScene(opened);
                setProblem(null);
            } catch (error) {
                isGone || setProblem((error as Error).message);
            }
        })();
        return () => {
            isGone = true;
            opened?.close();
            setScene(null);
        };
    }, [workspace, path, state]);
    useEffect(() => {
        for (const part of parts) {
            scene?.show(part.path, !hidden.includes(part.path));
            scene?.lightUp(part.path, isLit && part.flag ? glow('--brass') : null);
        }
    }, [scene, parts, hidden, isLit]);
    if (problem) {
        return (
            <Empty title={`${name} cannot be turned here`}>
                <p>{problem}</p>
            </Empty>
        );
    }
    return (
        <Place>
            <span
                ref={place}
                role="img"
                aria-label={`${name}, to be turned${parts.length > 0 ? '; a press on a part opens its document' : ''}`}
                style={{ display: 'block', height: '100%' }}
            />
            <div>
                <Button
                    onPress={() => {
                        camera.current = null;
                        onLook({ camera: undefined, sight: undefined });
                        scene?.all(0.4);
                    }}
                >
                    All of it
                </Button>
                {parts.length > 0 && (
                    <PartList parts={parts} hidden={hidden} isLit={isLit} onHide={setHidden} onLight={setLit} onOpen={onOpen} />
                )}
            </div>
        </Place>
    );
}
