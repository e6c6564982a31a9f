import { useEffect, useLayoutEffect, useRef } from 'react';
import styled from 'styled-components';
import { useChangesOf } from '../api/changed';
import type { Document, LookSettings } from '../api/client';
import { Button } from '../ui/Button';
import { Drawing } from '../ui/Drawing';
import { fileName } from '../ui/words';
import { bringIntoSight, partInSight } from './sight';

const Place = styled.div<{ $large?: boolean }>`
    position: relative; background: var(--paper); overflow: auto; ${(p) => (p.$large ? 'height: 100%; padding: 24px;' : 'border: 1px solid var(--rule); padding: 8px;')}
    > div:last-child { display: grid; place-items: center; ${(p) => p.$large && 'width: 100%; height: 100%;'} }
    iframe { border: 0; width: 100%; height: ${(p) => (p.$large ? '100%' : '190px')}; background: #fff; }
    img, video { max-width: 100%; max-height: ${(p) => (p.$large ? '100%' : '180px')}; min-height: 0; }
    p { font-size: 14px; color: var(--ink-soft); padding: 20px; text-align: center; }
    audio { width: min(420px, 100%); }
`;

const Zoom = styled.div`position: sticky; left: calc(100% - 124px); top: 0; z-index: 1; float: right; display: flex; background: var(--sheet); border: 1px solid var(--rule-strong); border-radius: 3px; margin: -14px -14px 0 0;`;

/** Pictures, sound and video show themselves. */
interface Props {
    document: Document;
    workspace: string;
    large?: boolean;
    look?: LookSettings;
    onLook?: (look: LookSettings) => void;
}

const STEP = 1.25;
const LEAST = 0.25;
const MOST = 8;
/** So long after the last turn of the wheel it is known what is in sight. */
const REST_MS = 300;

export function Preview({ document, workspace, large, look, onLook }: Props) {
    const zoom = look?.zoom ?? 1;
    const place = useRef<HTMLDivElement>(null);
    const part = useRef<number[] | undefined>(undefined);
    const resting = useRef<ReturnType<typeof setTimeout>>(undefined);
    useEffect(() => () => clearTimeout(resting.current), []);
    const { row, mediaType } = document;
    const url = `/api/workspaces/${workspace}/documents/${row.id}/file?revision=${row.revision}`;
    // What it places may have changed too.
    const changes = useChangesOf(document.below.map((one) => one.document));
    const revisions = [row.revision, changes, ...document.refersTo.map((one) => one.content ?? '')].join();
    const name = row.title ?? fileName(row.path);
    function seen() {
        clearTimeout(resting.current);
        resting.current = setTimeout(() => {
            part.current = place.current ? partInSight(place.current) : undefined;
            onLook?.({ sight: part.current && { part: part.current } });
        }, REST_MS);
    }
    // A view that was chosen, and not one that came from here.
    useLayoutEffect(() => {
        if (place.current && look?.sight?.part && look.sight.part !== part.current) {
            part.current = look.sight.part;
            bringIntoSight(place.current, look.sight.part);
        }
    }, [look?.sight]);
    const onZoom =
        onLook &&
        ((to: number) => {
            onLook({ zoom: to });
            seen();
        });
    return (
        <Place ref={place} $large={large} onScroll={large && onLook ? seen : undefined}>
            {large && onZoom && mediaType.startsWith('image/') && (
                <Zoom role="group" aria-label="Zoom">
                    <Button $quiet aria-label="Smaller" isDisabled={zoom <= LEAST} onPress={() => onZoom(Math.max(LEAST, zoom / STEP))}>
                        –
                    </Button>
                    <Button $quiet aria-label="As large as the frame" onPress={() => onZoom(1)}>
                        {Math.round(100 * zoom)} %
                    </Button>
                    <Button $quiet aria-label="Larger" isDisabled={zoom >= MOST} onPress={() => onZoom(Math.min(MOST, zoom * STEP))}>
                        +
                    </Button>
                </Zoom>
            )}
            <div style={large && zoom !== 1 ? { width: `${100 * zoom}%`, height: `${100 * zoom}%` } : undefined}>
                {mediaType === 'image/svg+xml' && document.note ? (
                    <p>It is drawn as soon as its source is well-formed again.</p>
                ) : mediaType === 'image/svg+xml' ? (
                    <Drawing workspace={workspace} path={row.path} name={`Picture of ${name}`} state={revisions} />
                ) : (
                    mediaType.startsWith('image/') && (
                        // A small one is made larger too, when somebody wants to look closer.
                        <img
                            src={url}
                            alt={name}
                            style={zoom === 1 ? undefined : { width: '100%', height: '100%', objectFit: 'contain' }}
                        />
                    )
                )}
                {/* biome-ignore lint/a11y/useMediaCaption: the workspace's own sounds have no captions */}
                {mediaType.startsWith('audio/') && <audio src={url} controls aria-label={name} />}
                {/* biome-ignore lint/a11y/useMediaCaption: likewise */}
                {mediaType.startsWith('video/') && <video src={url} controls aria-label={name} />}
            </div>
        </Place>
    );
}
