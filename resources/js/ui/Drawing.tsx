import type { CSSProperties } from 'react';

interface Props {
    workspace: string;
    path: string;
    name: string;
    /** Asks for the picture anew when it changes. */
    state: string | number;
    /** A content that the document had, instead of what is on the screen. */
    of?: { id: string; source: string };
    style?: CSSProperties;
}

/** A drawing in a frame, by its path, so that it shows the pictures that it places; an image element would leave them out. */
export function Drawing({ workspace, path, name, state, of, style }: Props) {
    const address = path.split('/').map(encodeURIComponent).join('/');
    const query = new URLSearchParams({ state: String(state), ...(of && { document: of.id, source: of.source }) });
    return (
        <iframe
            key={state}
            title={name}
            src={`/api/workspaces/${workspace}/show/${address}?${query}`}
            sandbox="allow-same-origin"
            style={style}
            onLoad={(event) => fitFrame(event.currentTarget)}
        />
    );
}

/** A drawing of a fixed size takes the size of its frame, as an image would, and the frame takes the drawing’s proportions. */
function fitFrame(frame: HTMLIFrameElement) {
    const root = frame.contentDocument?.documentElement;
    if (root?.localName !== 'svg') {
        return;
    }
    const [width, height] = ['width', 'height'].map((name) => Number.parseFloat(root.getAttribute(name) ?? '')) as [number, number];
    if (!root.hasAttribute('viewBox') && width > 0 && height > 0) {
        root.setAttribute('viewBox', `0 0 ${width} ${height}`);
    }
    root.setAttribute('width', '100%');
    root.setAttribute('height', '100%');
    const [, , across, down] = (root.getAttribute('viewBox') ?? '')
        .trim()
        .split(/[\s,]+/)
        .map(Number);
    if (across && down) {
        frame.style.aspectRatio = `${across} / ${down}`;
    }
}
