import { useQuery, useQueryClient } from '@tanstack/react-query';
import { type ReactNode, useEffect, useRef, useState } from 'react';
import { useNavigate } from 'react-router';
import styled from 'styled-components';
import { bytes } from '../api/client';
import { ContrastView } from '../contrast/ContrastView';
import { MergePane } from '../contrast/MergePane';
import { useText } from '../contrast/sources';
import { useDecisions } from '../plan/decisions';
import { Button, TextButton } from '../ui/Button';
import { Empty } from '../ui/Empty';
import { Notice } from '../ui/Notice';
import { count } from '../ui/words';
import { bothOf, merge, type Place } from './merging';
import { hasPieces } from './pieces';

export const Bar = styled.div`display: flex; flex-wrap: wrap; gap: 8px; align-items: center; padding: 8px 16px; border-bottom: 1px solid var(--rule); font-size: 14px; > span { margin-left: auto; color: var(--ink-soft); }`;
const Looking = styled.div`min-height: 0; display: flex; flex-direction: column; > :last-child { flex: 1; min-height: 0; }`;
const Kept = styled.div`min-height: 0; &[hidden] { display: none; }`;
export type Shown = 'merged' | 'mine' | 'theirs' | 'looks';
const WORDS: Record<Shown, string> = { merged: 'the merge', looks: 'how it looks', mine: 'what you changed', theirs: 'what they changed' };

interface Props {
    workspace: string;
    id: string;
    revision: number;
    path: string;
    /** SHA-256 of the file. */
    theirs: string;
    mine: string;
    ways: ReactNode;
    shown: Shown;
    onShow: (shown: Shown) => void;
}

/** Draft and file as one text: what only one side changed is taken, what both changed is chosen place by place. */
export function MergeByPlace({ workspace, id, revision, path, theirs, mine, ways, shown, onShow }: Props) {
    const client = useQueryClient();
    const navigate = useNavigate();
    const { decide } = useDecisions(workspace);
    const texts = {
        file: useText(workspace, { id, source: 'file' }, theirs),
        draft: useText(workspace, { id, source: 'draft' }, mine),
        base: useText(workspace, { id, source: 'base' }, `${theirs}${mine}`),
    };
    // Whoever writes after the merge was begun is not written over.
    const [begunOn] = useState(revision);
    const [merged, setMerged] = useState<{ text: string; places: Place[] } | null>(null);
    const [typed, setTyped] = useState({ text: '', open: 0 });
    const next = useRef(() => {});
    const [problem, setProblem] = useState<string | null>(null);
    const { data: file } = texts.file;
    const { data: draft } = texts.draft;
    // Without the base nothing says who changed what, so every difference is a question.
    const base = texts.base.isError ? '' : texts.base.data;
    useEffect(() => {
        if (file !== undefined && draft !== undefined && base !== undefined && merged === null) {
            const joined = merge(draft, base, file, path);
            setMerged(joined);
            setTyped({ text: joined.text, open: joined.places.length });
        }
    }, [file, draft, base, merged, path]);
    if (merged === null || file === undefined || draft === undefined) {
        return <Empty title="Reading both …" />;
    }
    const { open } = typed;
    const places = merged.places.map((place) => ({
        at: place.at,
        sides: [
            { of: place.name ? `yours: ${place.name}` : 'yours', text: place.mine },
            { of: place.name ? `in the file: ${place.name}` : 'in the file', text: place.theirs },
        ],
        ways: [
            { name: 'Yours', text: place.mine },
            { name: 'Theirs', text: place.theirs },
            { name: 'Both', text: bothOf(place) },
        ],
    }));
    async function keep() {
        try {
            await bytes(`/workspaces/${workspace}/documents/${id}/merge?theirs=${theirs}&as=text`, {
                method: 'POST',
                body: new TextEncoder().encode(typed.text),
                headers: { 'If-Match': `"${begunOn}"`, 'Content-Type': 'application/octet-stream' },
            });
            await client.invalidateQueries({ queryKey: [workspace] });
            decide([id], { kind: 'save' });
            navigate(`/w/${workspace}/quay`);
        } catch (error) {
            setProblem((error as Error).message);
        }
    }
    return (
        <>
            <Bar>
                {open > 0 ? (
                    <Button $main isDisabled={shown !== 'merged'} onPress={() => next.current()}>
                        {count(open, 'place')} to choose first
                    </Button>
                ) : (
                    <Button $main onPress={keep}>
                        Take what is merged: see the plan
                    </Button>
                )}
                {ways}
                <span>
                    {(['merged', ...(hasPieces(path) ? (['looks'] as const) : []), 'mine', 'theirs'] as const)
                        .filter((one) => one !== shown)
                        .map((one) => (
                            <TextButton key={one} style={{ marginLeft: 12 }} onPress={() => onShow(one)}>
                                {WORDS[one]}
                            </TextButton>
                        ))}
                </span>
            </Bar>
            <div>{problem && <Notice stop>{problem}</Notice>}</div>
            {/* Kept while something else is shown, with what is chosen and typed in it. */}
            <Kept hidden={shown !== 'merged'}>
                <MergePane
                    path={path}
                    left={file}
                    right={merged.text}
                    leftLabel="The file as it is now"
                    rightLabel="What is merged; it can be edited here"
                    isFolded={false}
                    open={places}
                    next={next}
                    onEdit={(text, left) => setTyped({ text, open: left })}
                />
            </Kept>
            {shown === 'looks' && <Looks workspace={workspace} id={id} text={typed.text} open={open} />}
            {(shown === 'mine' || shown === 'theirs') && (
                <ContrastView
                    workspace={workspace}
                    left={{ id, source: 'base' }}
                    right={{ id, source: shown === 'mine' ? 'draft' : 'file' }}
                />
            )}
        </>
    );
}

/** What is merged as it would look, beside the file as it is now; without what is still to be chosen. */
function Looks({ workspace, id, text, open }: { workspace: string; id: string; text: string; open: number }) {
    const told = useQuery({
        queryKey: [workspace, 'told', id, text],
        queryFn: async () => {
            const answer = await bytes(`/workspaces/${workspace}/documents/${id}/told?as=text`, {
                method: 'POST',
                body: new TextEncoder().encode(text),
                headers: { 'Content-Type': 'application/octet-stream' },
            });
            return ((await answer.json()) as { source: string }).source;
        },
        staleTime: Number.POSITIVE_INFINITY,
        retry: false,
    });
    if (told.data === undefined) {
        return <Empty title={told.isError ? 'It cannot be shown' : 'Drawing it …'}>{told.isError && <p>{told.error.message}</p>}</Empty>;
    }
    return (
        <Looking>
            {open > 0 && <Notice>{count(open, 'place')} to choose first: what stands there is left out here.</Notice>}
            <ContrastView workspace={workspace} left={{ id, source: 'file' }} right={{ id, source: told.data }} />
        </Looking>
    );
}
