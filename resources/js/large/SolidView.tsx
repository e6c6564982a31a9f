import { useEffect, useRef, useState } from 'react';
import styled from 'styled-components';
import { Button } from '../ui/Button';
import { Empty } from '../ui/Empty';

/** Where the build has put what shows solids. */
declare const SOLIDS: string;

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
}

/** A scene to be turned and looked into, with the parts that it takes in as they are on the screen. */
export function SolidView({ workspace, path, name, state }: Props) {
    const place = useRef<HTMLDivElement>(null);
    const [problem, setProblem] = useState<string | null>(null);
    const browser = useRef<(() => void) | null>(null);
    // biome-ignore lint/correctness/useExhaustiveDependencies: what it shows has changed where the state has
    useEffect(() => {
        let isGone = false;
        void (async () => {
            try {
                const { default: X3D } = (await import(/* @vite-ignore */ SOLIDS)) as { default: typeof import('x_ite') };
                if (isGone || !place.current) {
                    return;
                }
                const canvas = document.createElement('x3d-canvas');
                canvas.setAttribute('splashScreen', 'false');
                canvas.setAttribute('contextMenu', 'false');
                canvas.setAttribute('notifications', 'false');
                place.current.replaceChildren(canvas);
                const made = X3D.getBrowser(canvas as Parameters<typeof X3D.getBrowser>[0]);
                const address = path.split('/').map(encodeURIComponent).join('/');
                await made.loadURL(new X3D.MFString(`${location.origin}/api/workspaces/${workspace}/show/${address}`));
                // Before a scene that brings no background of its own is the paper of the page, and not the night.
                const scene = made.currentScene;
                if (![...scene.rootNodes].some((node) => node?.getNodeTypeName().includes('Background'))) {
                    const background = scene.createNode('Background');
                    const [red = 0, green = 0, blue = 0] = (getComputedStyle(document.body).backgroundColor.match(/\d+/g) ?? []).map(
                        (part) => Number(part) / 255,
                    );
                    background.skyColor = new X3D.MFColor(new X3D.SFColor(red, green, blue));
                    scene.rootNodes.push(background);
                    background.set_bind = true;
                }
                // What no light of the scene reaches is not black.
                const light = scene.createNode('DirectionalLight');
                light.direction = new X3D.SFVec3f(-0.5, -1, -0.6);
                light.intensity = 0.55;
                light.ambientIntensity = 0.7;
                light.global = true;
                scene.rootNodes.push(light);
                made.viewAll(undefined, 0);
                browser.current = () => made.viewAll(undefined, 0.4);
                setProblem(null);
            } catch (error) {
                setProblem((error as Error).message);
            }
        })();
        return () => {
            isGone = true;
            browser.current = null;
        };
    }, [workspace, path, state]);
    if (problem) {
        return (
            <Empty title={`${name} cannot be turned here`}>
                <p>{problem}</p>
            </Empty>
        );
    }
    return (
        <Place>
            <span ref={place} role="img" aria-label={`${name}, to be turned`} style={{ display: 'block', height: '100%' }} />
            <div>
                <Button onPress={() => browser.current?.()}>All of it</Button>
            </div>
        </Place>
    );
}
