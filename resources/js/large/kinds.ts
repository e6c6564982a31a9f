import { fileName } from '../ui/words';

export type Kind = 'words' | 'page' | 'solid' | 'sound' | 'outline';

const KINDS: Record<string, Kind> = {
    md: 'words',
    markdown: 'words',
    html: 'page',
    htm: 'page',
    xhtml: 'page',
    x3d: 'solid',
    gltf: 'solid',
    glb: 'solid',
    obj: 'solid',
    wav: 'sound',
    mp3: 'sound',
    ogg: 'sound',
    oga: 'sound',
    flac: 'sound',
    m4a: 'sound',
    csv: 'outline',
    tsv: 'outline',
    otio: 'outline',
};

/** As what a document is shown beside its source, or in its place; null: its source is all there is. */
export function kindOf(path: string): Kind | null {
    const name = fileName(path).toLowerCase();
    return KINDS[name.slice(name.lastIndexOf('.') + 1)] ?? null;
}
