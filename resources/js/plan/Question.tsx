import { useQuery } from '@tanstack/react-query';
import { type KeyboardEvent, useEffect, useRef, useState } from 'react';
import styled from 'styled-components';
import { answer, api, type Plan, type Reference } from '../api/client';
import { keys, useQuay, useSettings } from '../api/queries';
import { font } from '../theme/tokens';
import { TextButton } from '../ui/Button';
import { Check, OneOf } from '../ui/Check';
import { Field } from '../ui/Field';
import { useParts } from '../ui/useParts';
import { count, fileName, readable } from '../ui/words';
import type { Choice, Choices } from './choices';
import { type Asked, useDecisions } from './decisions';

type Follow = NonNullable<Choice['follow']>;

const Box = styled.section`
    border: 1px solid var(--brass); border-radius: 3px; padding: 10px 12px 12px; display: flex; flex-direction: column; gap: 10px;
    > header { display: flex; justify-content: space-between; gap: 10px; align-items: baseline; h3 { font-size: 15.5px; } }
    > p { font-size: 13.5px; color: var(--ink-soft); }
`;
const Followers = styled.ul`
    list-style: none; margin: 0; padding: 0; max-height: 190px; overflow-y: auto; border-top: 1px solid var(--rule);
    li { border-bottom: 1px solid var(--rule); padding: 3px 0; display: grid; grid-template-columns: minmax(0, 1fr) auto; gap: 8px; align-items: start; }
    li b { font-weight: 400; overflow: hidden; text-overflow: ellipsis; white-space: nowrap; display: block; }
    li small { display: block; font: 11.5px ${font.mono}; color: var(--ink-soft); overflow: hidden; text-overflow: ellipsis; white-space: nowrap; }
`;

const TITLES: Record<Asked['what'], string> = {
    'save as': 'Save as',
    next: 'Save as the next stage',
    copy: 'Save a copy',
    move: 'Rename or move',
};
const MEANS: Record<Asked['what'], string> = {
    'save as': 'You go on with the new file. The old one keeps its last saved content.',
    next: 'You go on with the next stage. This one keeps its last saved content.',
    copy: 'The copy is a file of its own, and nobody points at it. What you have open stays as it is.',
    move: 'Every reference to it follows, in all files and drafts of the workspace.',
};

interface Referrer {
    id: string;
    path: string;
    title: string | null;
    references: number;
    isOpen: boolean;
}

function referrersOf(references: Reference[], own: string, open: ReadonlySet<string>): Referrer[] {
    const found = new Map<string, Referrer>();
    for (const one of references) {
        const before = found.get(one.documentId);
        if (one.documentId !== own) {
            found.set(one.documentId, {
                id: one.documentId,
                path: one.path,
                title: one.title,
                references: (before?.references ?? 0) + 1,
                isOpen: open.has(one.documentId),
            });
        }
    }
    return [...found.values()].sort((a, b) => Number(b.isOpen) - Number(a.isOpen) || (a.path < b.path ? -1 : 1));
}

/** What a decision needs to know, asked beside the ledger: where to, and who follows. The plan below changes with each answer. */
export function Question({ workspace, asked, choices, plan }: { workspace: string; asked: Asked; choices: Choices; plan?: Plan }) {
    const { decide, ask } = useDecisions(workspace);
    const quay = useQuay(workspace);
    const settings = useSettings(workspace);
    const document = useQuery({
        queryKey: keys.document(workspace, asked.id),
        queryFn: () =>
            answer(api.GET('/workspaces/{workspace}/documents/{document}', { params: { path: { workspace, document: asked.id } } })),
    });
    const series = useQuery({
        queryKey: keys.series(workspace, asked.id),
        queryFn: () =>
            answer(api.GET('/workspaces/{workspace}/documents/{document}/series', { params: { path: { workspace, document: asked.id } } })),
    });
    const choice = choices[asked.id];
    const open = new Set([...(quay.data?.rows ?? []), ...(quay.data?.hold ?? [])].map((row) => row.id));
    const referrers = referrersOf(document.data?.referredBy ?? [], asked.id, open);
    const { shown, more } = useParts(referrers);
    const kind = asked.what === 'next' ? 'save as' : asked.what;
    const isAsking = choice?.kind === kind && choice.path !== undefined;
    const proposed = asked.what === 'move' ? asked.path : series.data?.next;
    // A stage is followed by those that are open; for other names the workspace's last answer stands.
    const standing: Follow = asked.what === 'next' ? 'quay' : (settings.data?.follow ?? 'nobody');
    const isReady = proposed !== undefined && document.data !== undefined && settings.data !== undefined && quay.data !== undefined;
    const begun = useRef(false);

    // The decision begins with what a person would most likely answer; they see it in the plan at once.
    useEffect(() => {
        if (isReady && !isAsking && !begun.current && proposed !== undefined) {
            begun.current = true;
            const base: Choice = { kind, path: proposed, from: asked.path };
            decide([asked.id], kind === 'save as' ? { ...base, follow: standing } : base);
        }
    });

    const [from] = useState(() => globalThis.document.activeElement as HTMLElement | null);
    function key(event: KeyboardEvent) {
        if (event.key === 'Escape' && !event.defaultPrevented) {
            event.preventDefault();
            decide([asked.id], null);
            ask(null);
            from?.focus();
        }
    }
    const set = (part: Partial<Choice>) => choice && decide([asked.id], { ...choice, ...part });
    // Who that is, the server says in the plan.
    const followers = new Set(choice?.follow ? (plan?.followers[asked.id] ?? []) : (choice?.followers ?? []));
    const saved = (id: string) => choices[id]?.kind === 'save';

    return (
        <Box aria-label={`${TITLES[asked.what]}: ${asked.name}`} onKeyDown={key}>
            <header>
                <h3>
                    {TITLES[asked.what]}: {asked.name}
                </h3>
                <TextButton onPress={() => ask(null)}>done</TextButton>
            </header>
            <p>{MEANS[asked.what]}</p>
            {isAsking && (
                <Field
                    label="New path in the workspace"
                    value={choice.path ?? ''}
                    onChange={(path) => set({ path, over: null })}
                    mono
                    autoFocus
                />
            )}
            {isAsking && kind === 'copy' && (
                <>
                    <Check isSelected={choice.open ?? false} onChange={(on) => set({ open: on })}>
                        Open the copy beside it
                    </Check>
                    {document.data?.row.content === 'modified' && (
                        <Check isSelected={choice.ofSaved ?? false} onChange={(on) => set({ ofSaved: on })}>
                            Of the saved content, not of what is on the screen
                        </Check>
                    )}
                </>
            )}
            {isAsking && kind === 'save as' && referrers.length === 0 && <p>Nothing refers to it, so nothing can follow.</p>}
            {isAsking && kind === 'save as' && referrers.length > 0 && (
                <>
                    <OneOf<Follow>
                        label="Who follows to the new name?"
                        options={{ nobody: 'nobody', quay: 'those open here', everyone: `everyone (${referrers.length})` }}
                        value={choice.follow ?? null}
                        onChange={(follow) => set({ follow, followers: undefined })}
                    />
                    <Followers aria-label="Documents that refer to it">
                        {shown.map((one) => (
                            <li key={one.id}>
                                <Check
                                    isSelected={followers.has(one.id)}
                                    onChange={(on) => {
                                        const next = new Set(followers);
                                        on ? next.add(one.id) : next.delete(one.id);
                                        set({ follow: undefined, followers: [...next] });
                                    }}
                                >
                                    <b title={one.path}>{readable(one.title ?? fileName(one.path))}</b>
                                    <small>
                                        {count(one.references, 'reference')} · {one.isOpen ? 'open' : 'not open'}
                                    </small>
                                </Check>
                                {followers.has(one.id) && (
                                    <TextButton
                                        aria-label={`${saved(one.id) ? 'saved too' : 'save too'}: ${one.path}, in the same plan`}
                                        onPress={() => decide([one.id], saved(one.id) ? null : { kind: 'save', from: one.path })}
                                    >
                                        {saved(one.id) ? 'saved too ✓' : 'save too'}
                                    </TextButton>
                                )}
                            </li>
                        ))}
                    </Followers>
                    {more}
                </>
            )}
            <TextButton onPress={() => decide([asked.id], null)}>Not after all</TextButton>
        </Box>
    );
}
