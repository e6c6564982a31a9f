import styled from 'styled-components';
import type { Document } from '../api/client';
import { Drawing } from '../ui/Drawing';
import { fileName } from '../ui/words';

const Place = styled.div<{ $large?: boolean }>`
    display: grid; place-items: center; background: var(--paper); ${(p) => (p.$large ? 'height: 100%; padding: 24px;' : 'border: 1px solid var(--rule); padding: 8px;')}
    iframe { border: 0; width: 100%; height: ${(p) => (p.$large ? '100%' : '190px')}; background: #fff; }
    img, video { max-width: 100%; max-height: ${(p) => (p.$large ? '100%' : '180px')}; min-height: 0; }
    p { font-size: 14px; color: var(--ink-soft); padding: 20px; text-align: center; }
    audio { width: min(420px, 100%); }
`;

/** Pictures, sound and video show themselves. */
export function Preview({ document, workspace, large }: { document: Document; workspace: string; large?: boolean }) {
    const { row, mediaType } = document;
    const url = `/api/workspaces/${workspace}/documents/${row.id}/file?revision=${row.revision}`;
    // What it places may have changed too.
    const revisions = [row.revision, ...document.refersTo.map((one) => one.content ?? '')].join();
    const name = row.title ?? fileName(row.path);
    return (
        <Place $large={large}>
            {mediaType === 'image/svg+xml' && document.note ? (
                <p>It is drawn as soon as its source is well-formed again.</p>
            ) : mediaType === 'image/svg+xml' ? (
                <Drawing workspace={workspace} path={row.path} name={`Picture of ${name}`} state={revisions} />
            ) : (
                mediaType.startsWith('image/') && <img src={url} alt={name} />
            )}
            {/* biome-ignore lint/a11y/useMediaCaption: the workspace's own sounds have no captions */}
            {mediaType.startsWith('audio/') && <audio src={url} controls aria-label={name} />}
            {/* biome-ignore lint/a11y/useMediaCaption: likewise */}
            {mediaType.startsWith('video/') && <video src={url} controls aria-label={name} />}
        </Place>
    );
}
