import { type ComponentType, useEffect, useState } from 'react';
import { Button } from './Button';
import { Empty } from './Empty';

const waiting: (() => Promise<unknown>)[] = [];

/**
 * A part of the page whose code comes when it is first shown, or before that, once the page has nothing else to do. What has come is shown
 * at once; what does not come says so and is asked for again. `isHeavy`: it comes only where it is shown.
 */
export function later<P extends object>(load: () => Promise<ComponentType<P>>, isHeavy = false): ComponentType<P> {
    let code: ComponentType<P> | null = null;
    const get = async () => {
        code ??= await load();
    };
    if (!isHeavy) {
        waiting.push(get);
    }
    // biome-ignore lint/correctness/noComponentHookFactories: made once for each part, when its module is read
    return function Later(props: P) {
        const [tries, setTries] = useState(0);
        const [isLost, setLost] = useState(false);
        const [, setCame] = useState(code !== null);
        // biome-ignore lint/correctness/useExhaustiveDependencies: each try asks once more
        useEffect(() => {
            let isGone = false;
            get()
                .then(() => !isGone && setCame(true))
                .catch(() => !isGone && setLost(true));
            return () => {
                isGone = true;
            };
        }, [tries]);
        if (code) {
            const Code = code;
            return <Code {...props} />;
        }
        if (!isLost) {
            return null;
        }
        return (
            <Empty title="This part of the page did not come">
                <p>The server could not be reached, or Hafenbuch was renewed since this page was loaded. What you typed is kept.</p>
                <Button
                    onPress={() => {
                        setLost(false);
                        setTries(tries + 1);
                    }}
                >
                    Try again
                </Button>
                <Button onPress={() => window.location.reload()}>Load the page anew</Button>
            </Empty>
        );
    };
}

/** Loads all parts, one after the other, so that the page works on when the network goes away. */
export async function loadTheRest(): Promise<void> {
    for (const get of waiting) {
        await get().catch(() => {});
    }
}
