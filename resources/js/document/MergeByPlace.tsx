import { useQueryClient } from '@tanstack/react-query';
import { type ReactNode, useEffect, useState } from 'react';
import { useNavigate } from 'react-router';
import styled from 'styled-components';
import { bytes } from '../api/client';
import { ContrastView } from '../contrast/ContrastView';
import { MergePane } from '../contrast/MergePane';
import { useText } from '../contrast/sources';
import { useDecisions } from '../plan/decisions';
import { font } from '../theme/tokens';
import { Button, TextButton } from '../ui/Button';
import { Empty } from '../ui/Empty';
import { Notice } from '../ui/Notice';
import { count } from '../ui/words';
import { type Conflict, conflicts, merge, resolved } from './merging';

export const Bar = styled.div`display: flex; flex-wrap: wrap; gap: 8px; align-items: center; padding: 8px 16px; border-bottom: 1px solid var(--rule); font-size: 14px; > span { margin-left: auto; color: var(--ink-soft); }`;
const Both = styled.ol`
    list-style: none; margin: 0; padding: 0; max-height: 190px; overflow-y: auto; border-bottom: 1px solid var(--rule-strong); background: var(--brass-tint);
    li { display: grid; grid-template-columns: auto minmax(0, 1fr) minmax(0, 1fr) auto; gap: 12px; padding: 6px 16px; border-bottom: 1px solid var(--rule); align-items: start; font-size: 14px; }
    pre { margin: 0; font: 12.5px/17px ${font.mono}; white-space: pre-wrap; overflow-wrap: anywhere; max-height: 70px; overflow: auto; background: var(--sheet); padding: 2px 6px; }
    div { display: flex; gap: 10px; white-space: nowrap; }
`;
export type Shown = 'merged' | 'mine' | 'theirs';

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
    const [merged, setMerged] = useState<{ text: string; load: number } | null>(null);
    const [typed, setTyped] = useState('');
    const [problem, setProblem] = useState<string | null>(null);
    const { data: file } = texts.file;
    const { data: draft } = texts.draft;
    // Without the base nothing says who changed what, so every difference is a question.
    const base = texts.base.isError ? '' : texts.base.data;
    useEffect(() => {
        if (file !== undefined && draft !== undefined && base !== undefined && merged === null) {
            const text = merge(draft, base, file);
            setMerged({ text, load: 1 });
            setTyped(text);
        }
    }, [file, draft, base, merged]);
    if (merged === null || file === undefined || draft === undefined) {
        return <Empty title="Reading both …" />;
    }
    const open = conflicts(typed);
    const take = (conflict: Conflict, by: string) => {
        const text = resolved(typed, conflict, by);
        setTyped(text);
        setMerged({ text, load: merged.load + 1 });
    };
    async function keep() {
        try {
            await bytes(`/workspaces/${workspace}/documents/${id}/merge?theirs=${theirs}&as=text`, {
                method: 'POST',
                body: new TextEncoder().encode(typed),
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
                <Button $main isDisabled={open.length > 0} onPress={keep}>
                    {open.length > 0 ? `${count(open.length, 'place')} to choose first` : 'Take what is merged: see the plan'}
                </Button>
                {ways}
                <span>
                    {(['merged', 'mine', 'theirs'] as const)
                        .filter((one) => one !== shown)
                        .map((one) => (
                            <TextButton key={one} style={{ marginLeft: 12 }} onPress={() => onShow(one)}>
                                {one === 'merged' ? 'the merge' : one === 'mine' ? 'what you changed' : 'what they changed'}
                            </TextButton>
                        ))}
                </span>
            </Bar>
            <div>
                {problem && <Notice stop>{problem}</Notice>}
                {shown === 'merged' && open.length > 0 && (
                    <Both aria-label="Places that both have changed">
                        {open.map((conflict, index) => (
                            <li key={`${conflict.from} ${conflict.mine}`}>
                                <b>{index + 1}</b>
                                <div style={{ display: 'block', whiteSpace: 'normal' }}>
                                    yours
                                    <pre>{conflict.mine || '(taken out)'}</pre>
                                </div>
                                <div style={{ display: 'block', whiteSpace: 'normal' }}>
                                    in the file
                                    <pre>{conflict.theirs || '(taken out)'}</pre>
                                </div>
                                <div>
                                    <Button onPress={() => take(conflict, conflict.mine)}>Yours</Button>
                                    <Button onPress={() => take(conflict, conflict.theirs)}>Theirs</Button>
                                    <Button onPress={() => take(conflict, conflict.mine + conflict.theirs)}>Both</Button>
                                </div>
                            </li>
                        ))}
                    </Both>
                )}
            </div>
            {shown === 'merged' ? (
                <MergePane
                    key={merged.load}
                    path={path}
                    left={file}
                    right={merged.text}
                    leftLabel="The file as it is now"
                    rightLabel="What is merged; it can be edited here"
                    isFolded={false}
                    onEdit={setTyped}
                />
            ) : (
                <ContrastView
                    workspace={workspace}
                    left={{ id, source: 'base' }}
                    right={{ id, source: shown === 'mine' ? 'draft' : 'file' }}
                />
            )}
        </>
    );
}
