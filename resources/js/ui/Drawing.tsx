interface Props {
    workspace: string;
    path: string;
    name: string;
    /** Asks for the picture anew when it changes. */
    state: string | number;
}

/** A drawing in a frame, by its path, so that it shows the pictures that it places; an image element would leave them out. */
export function Drawing({ workspace, path, name, state }: Props) {
    const address = path.split('/').map(encodeURIComponent).join('/');
    return (
        <iframe
            key={state}
            title={name}
            src={`/api/workspaces/${workspace}/show/${address}?state=${encodeURIComponent(state)}`}
            sandbox="allow-same-origin"
        />
    );
}
