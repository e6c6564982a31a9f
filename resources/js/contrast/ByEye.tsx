import styled from 'styled-components';
import type { Comparison } from '../api/client';
import { later } from '../ui/later';

/** Loaded only where something is compared; what knows of it is loaded with every plan. */
const ContrastView = later(async () => (await import('./ContrastView')).ContrastView, true);

const SEEN = /\.(svg|png|jpe?g|gif|webp|avif|otio|wav|mp3|ogg|oga|flac|m4a|x3d|gltf|glb|obj)$/i;
const Place = styled.div`height: min(58vh, 620px); border: 1px solid var(--rule); background: var(--paper); min-width: 0;`;

/** Whether two contents are told apart better by eye than by their lines, and both are there to be looked at. */
export function isSeen(path: string, comparison: Comparison): boolean {
    return comparison.shown !== null && SEEN.test(path);
}

/** The two contents of a comparison, beside each other, one over the other, or as what they are. */
export function ByEye({ workspace, comparison }: { workspace: string; comparison: Comparison }) {
    const { shown } = comparison;
    return (
        shown && (
            <Place>
                <ContrastView
                    workspace={workspace}
                    left={{ id: shown.document, source: shown.left }}
                    right={{ id: shown.document, source: shown.right }}
                />
            </Place>
        )
    );
}
