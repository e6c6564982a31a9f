import { useQuery, useQueryClient } from '@tanstack/react-query';
import { useState } from 'react';
import { Checkbox } from 'react-aria-components';
import styled from 'styled-components';
import { answer, api, type FoundDocument } from '../api/client';
import { keys } from '../api/queries';
import { SmallPicture } from '../pictures/SmallPicture';
import { font } from '../theme/tokens';
import { Button } from '../ui/Button';
import { Field } from '../ui/Field';
import { Notice } from '../ui/Notice';
import { PathText } from '../ui/PathText';
import { Sheet, SheetActions } from '../ui/Sheet';
import { ago, count, fileName, readable, size } from '../ui/words';

const List = styled.div`overflow-y: auto; border-block: 1px solid var(--rule); min-height: 180px; height: 46vh;`;
const Tick = styled(Checkbox)`
    position: relative; display: grid; grid-template-columns: 18px auto minmax(0, 1fr) auto; gap: 10px; align-items: center; padding: 5px 6px; border-bottom: 1px solid var(--rule); cursor: pointer;
    &[data-hovered] { background: var(--tint-soft); }
    &[data-focus-visible] { outline-offset: -2px; }
    i { width: 16px; height: 16px; border: 1.5px solid var(--ink-soft); border-radius: 2px; display: grid; place-items: center; font: 700 12px/1 ${font.plain}; }
    &[data-selected] i { background: var(--ink); color: var(--paper); border-color: var(--ink); }
    &[data-disabled] { opacity: 0.55; cursor: default; }
    b { display: block; font: 600 14.5px ${font.title}; overflow: hidden; text-overflow: ellipsis; white-space: nowrap; }
    span { display: block; font: 12px ${font.mono}; color: var(--ink-soft); overflow: hidden; text-overflow: ellipsis; white-space: nowrap; }
    small { font-size: 13px; color: var(--ink-soft); }
`;

type Which = 'all' | 'opened' | 'saved';
const WHICH: Record<Which, string> = { all: 'All', opened: 'Opened of late', saved: 'Saved of late' };
const Kinds = styled.div`
    display: flex; gap: 16px;
    button { font: 14px ${font.plain}; color: var(--ink-soft); background: none; border: 0; border-bottom: 3px solid transparent; padding: 2px 1px; cursor: pointer; }
    button[aria-selected='true'] { color: var(--ink); font-weight: 600; border-bottom-color: var(--brass); }
`;

/** What the person has opened or saved of late, newest first. */
function useRecent(workspace: string, which: Which) {
    return useQuery({
        queryKey: keys.recent(workspace, which),
        queryFn: () => answer(api.GET('/workspaces/{workspace}/recent/{what}', { params: { path: { workspace, what: which } } })),
        enabled: which !== 'all',
        staleTime: 0,
    });
}

export function useFound(workspace: string, words: string) {
    return useQuery({
        queryKey: keys.found(workspace, words),
        queryFn: () => answer(api.GET('/workspaces/{workspace}/documents', { params: { path: { workspace }, query: { q: words } } })),
        placeholderData: (before) => before,
    });
}

/** Opens documents of the workspace, many at once, alone or with all below them. */
export function OpenSheet({ workspace, onClose }: { workspace: string; onClose: () => void }) {
    const client = useQueryClient();
    const [words, setWords] = useState('');
    const [chosen, setChosen] = useState<ReadonlySet<string>>(new Set());
    const [problem, setProblem] = useState<string | null>(null);
    const [which, setWhich] = useState<Which>('all');
    const found = useFound(workspace, words);
    const recent = useRecent(workspace, which);
    const isMatch = (document: FoundDocument) =>
        words.split(/\s+/).every((word) => `${document.path} ${document.title ?? ''}`.toLowerCase().includes(word.toLowerCase()));
    const times = new Map(recent.data?.map((one) => [one.document.id, one.at]));
    const listed = which === 'all' ? found.data : recent.data?.map((one) => one.document).filter(isMatch);

    function choose(document: FoundDocument, isChosen: boolean) {
        const next = new Set(chosen);
        if (isChosen) {
            next.add(document.id);
        } else {
            next.delete(document.id);
        }
        setChosen(next);
    }
    async function open(below: boolean) {
        try {
            await answer(
                api.POST('/workspaces/{workspace}/quay', {
                    params: { path: { workspace } },
                    body: { documents: [...chosen], withBelow: below },
                }),
            );
            await client.invalidateQueries({ queryKey: keys.quay(workspace) });
            onClose();
        } catch (error) {
            setProblem((error as Error).message);
        }
    }
    return (
        <Sheet title="Open" sub="documents of this workspace, onto your quay" isOpen onClose={onClose} wide>
            <Field label="Words in name, title or folder" value={words} onChange={setWords} autoFocus />
            <Kinds role="tablist" aria-label="Which documents">
                {(Object.keys(WHICH) as Which[]).map((one) => (
                    <button key={one} type="button" role="tab" aria-selected={one === which} onClick={() => setWhich(one)}>
                        {WHICH[one]}
                    </button>
                ))}
            </Kinds>
            <List>
                {listed?.map((document) => (
                    <Tick
                        key={document.id}
                        isSelected={document.isOpen || chosen.has(document.id)}
                        isDisabled={document.isOpen}
                        onChange={(on) => choose(document, on)}
                    >
                        <i>{document.isOpen || chosen.has(document.id) ? '✓' : ''}</i>
                        <SmallPicture id={document.id} width={44} />
                        <div style={{ minWidth: 0 }}>
                            <b>{readable(document.title ?? fileName(document.path))}</b>
                            <span title={document.path}>
                                <PathText path={document.path} />
                            </span>
                        </div>
                        <small>
                            {times.has(document.id) && which !== 'all' && `${ago(times.get(document.id) ?? null)} · `}
                            {document.isOpen
                                ? 'open already'
                                : [document.content === 'as saved' ? '' : document.content, size(document.size)]
                                      .filter(Boolean)
                                      .join(' · ')}
                        </small>
                    </Tick>
                ))}
                {listed?.length === 0 && (
                    <p style={{ padding: 14 }}>
                        {which === 'all'
                            ? 'No document has these words. New files show after a scan, which starts by itself or from “find or do”.'
                            : `You have ${which} none of late${words ? ' with these words' : ''}.`}
                    </p>
                )}
            </List>
            {problem && <Notice stop>{problem}</Notice>}
            <SheetActions>
                <span style={{ flex: 1 }}>{chosen.size > 0 ? `${count(chosen.size, 'document')} chosen` : 'None chosen yet'}</span>
                <Button onPress={onClose}>Cancel</Button>
                <Button isDisabled={chosen.size === 0} onPress={() => open(true)}>
                    Open with all below
                </Button>
                <Button $main isDisabled={chosen.size === 0} onPress={() => open(false)}>
                    Open
                </Button>
            </SheetActions>
        </Sheet>
    );
}
