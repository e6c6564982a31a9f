import { useCallback, useEffect, useRef, useState } from 'react';
import { useNavigate } from 'react-router';
import styled from 'styled-components';
import type { Document, LookSettings } from '../api/client';
import { Large } from '../large/Large';
import type { SharedPlace } from '../large/sharedPlace';
import type { LookKeeper } from '../looks/LookKeeper';
import { isNarrow } from '../theme/sizes';
import { font } from '../theme/tokens';
import { Button } from '../ui/Button';
import { Empty } from '../ui/Empty';
import { usePart, Watched } from '../ui/watched';
import { fileName, readable } from '../ui/words';
import { DraftEditor } from './DraftEditor';
import { LinkPlace } from './LinkPlace';
import type { OpenDraft } from './OpenDraft';
import { Preview } from './Preview';
import { type Shown, type ShownAs, shownAs } from './shownAs';

/** What is shown beside the source is set anew so long after the last key. */
const FOLLOW_MS = 150;
const WORDS: Record<Shown, string> = { source: 'the source', both: 'both', preview: 'as it looks' };

const Beside = styled.div<{ $isBoth: boolean }>`
    display: grid; height: 100%; min-height: 0; grid-template: minmax(0, 1fr) / ${(p) => (p.$isBoth ? 'minmax(0, 1fr) minmax(0, 1fr)' : 'minmax(0, 1fr)')};
    > * { min-height: 0; min-width: 0; } > [hidden] { display: none; } > :nth-child(2) { border-left: ${(p) => (p.$isBoth ? '1px solid var(--rule)' : '0')}; }
    @media ${isNarrow} { grid-template: ${(p) => (p.$isBoth ? 'minmax(0, 1fr) minmax(0, 1fr)' : 'minmax(0, 1fr)')} / minmax(0, 1fr); > :nth-child(2) { border-left: 0; border-top: 1px solid var(--rule-strong); } }
`;
const Ways = styled.span`margin-left: auto; display: flex; gap: 4px;`;
const Way = styled.button<{ $on: boolean }>`
    font: ${(p) => (p.$on ? 600 : 400)} 13.5px ${font.plain}; color: ${(p) => (p.$on ? 'var(--ink)' : 'var(--ink-soft)')}; background: none; border: 0; border-radius: 3px; padding: 0 6px; cursor: pointer;
    text-decoration: ${(p) => (p.$on ? 'underline' : 'none')}; text-decoration-color: var(--brass); text-underline-offset: 4px; &:hover { background: var(--tint); }
`;

/** Source, what it looks like, or both: the choice, of a text that looks like something. */
export function WaysOfShowing({ as, isReady, onChoose }: { as: ShownAs; isReady: boolean; onChoose: (shown: Shown) => void }) {
    if (as.kind === null || as.kind === 'gone' || as.kind === 'link') {
        return null;
    }
    return (
        <Ways role="group" aria-label="What is shown">
            {(['source', 'both', 'preview'] as const).map((one) => (
                <Way
                    key={one}
                    type="button"
                    disabled={!isReady}
                    $on={as.shown === one}
                    aria-pressed={as.shown === one}
                    onClick={() => onChoose(one)}
                >
                    {WORDS[one]}
                </Way>
            ))}
        </Ways>
    );
}

interface Props {
    document: Document;
    workspace: string;
    draft: OpenDraft;
    isFixed: boolean;
    keeper: LookKeeper | null;
    look: LookSettings;
    /** A view that was chosen; another object is looked at anew. */
    lookedLike: LookSettings | null;
}

/** The content of a document: to be written, and as what it looks like. */
export function Content({ document, workspace, draft, isFixed, keeper, look, lookedLike }: Props) {
    const navigate = useNavigate();
    const [place] = useState<SharedPlace>(() => new Watched({ line: 0, by: 'source' }));
    const [typed, setTyped] = useState({ load: 0, text: '' });
    const following = useRef<ReturnType<typeof setTimeout>>(undefined);
    useEffect(() => () => clearTimeout(following.current), []);
    const { row, isText } = document;
    const { kind, shown } = shownAs(document, look);
    const loaded = usePart(draft.state, (state) => state.loaded);
    const problem = usePart(draft.state, (state) => state.problem);
    const goTo = useCallback((id: string) => void navigate(`/w/${workspace}/documents/${id}`), [navigate, workspace]);
    const change = useCallback((part: LookSettings) => keeper?.change(part), [keeper]);
    if (kind === 'gone') {
        return (
            <Empty title="Its file is gone">
                <p>
                    {readable(fileName(row.path))} was deleted or moved by another program. What it was is kept in its past, as far as it
                    was saved here.
                </p>
                <Button $main onPress={() => navigate(`/w/${workspace}/documents/${row.id}/past`)}>
                    Look into its past
                </Button>
                <Button onPress={() => navigate(`/w/${workspace}/strays`)}>Find where it is now</Button>
            </Empty>
        );
    }
    if (kind === 'link') {
        return <LinkPlace document={document} workspace={workspace} />;
    }
    const asItLooks =
        kind === null ? (
            <Empty title="Nothing to show here">
                <p>{readable(fileName(row.path))} is kept, hashed and saved like any other file, but its content is no text.</p>
            </Empty>
        ) : kind === 'picture' ? (
            <Preview document={document} workspace={workspace} large look={look} onLook={change} />
        ) : (
            <Large
                kind={kind}
                document={document}
                workspace={workspace}
                text={typed.load === loaded?.load ? typed.text : (loaded?.text ?? '')}
                place={place}
                look={look}
                onLook={change}
                onOpen={goTo}
            />
        );
    if (!isText) {
        return asItLooks;
    }
    if (!loaded || !keeper) {
        return <Empty title={problem ? 'The content cannot be read' : 'Reading …'}>{problem && <p>{problem}</p>}</Empty>;
    }
    return (
        <Beside $isBoth={shown === 'both'}>
            {/* It stays while something else is shown: what was typed is in it. */}
            <div hidden={shown === 'preview'}>
                <DraftEditor
                    draft={draft}
                    path={row.path}
                    text={loaded.text}
                    load={loaded.load}
                    references={document.refersTo}
                    isFixed={isFixed}
                    onEdit={(load, changes, now) => {
                        draft.type(load, changes, now);
                        clearTimeout(following.current);
                        following.current = setTimeout(() => setTyped({ load, text: now.toString() }), FOLLOW_MS);
                    }}
                    onOpen={goTo}
                    keeper={keeper}
                    look={lookedLike}
                    place={place}
                />
            </div>
            {shown !== 'source' && asItLooks}
        </Beside>
    );
}
