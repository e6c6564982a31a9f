import type { Document, LookSettings } from '../api/client';
import { type Kind, kindOf } from '../large/kinds';

export type Shown = 'source' | 'both' | 'preview';

export interface ShownAs {
    /** As what it can be shown beside its source, or without one; null: only its source is shown. */
    kind: Kind | 'picture' | 'link' | 'gone' | null;
    shown: Shown;
}

/** What stands where the content is: its source, what it looks like, or both. */
export function shownAs(document: Document, look: LookSettings): ShownAs {
    const { row, mediaType, isText } = document;
    const isPicture = /^(image|audio|video)\//.test(mediaType);
    if (row.file === 'gone' && row.content === 'as saved' && (!isText || isPicture)) {
        return { kind: 'gone', shown: 'preview' };
    }
    if (row.format === 'link') {
        return { kind: 'link', shown: 'preview' };
    }
    const kind = kindOf(row.path) ?? (isPicture ? 'picture' : null);
    if (!isText) {
        return { kind, shown: 'preview' };
    }
    // Words are written and read at once; of all else the source is what one comes for.
    return { kind, shown: kind === null ? 'source' : (look.shown ?? (kind === 'words' ? 'both' : 'source')) };
}
