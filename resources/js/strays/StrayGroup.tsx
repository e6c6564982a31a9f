import { useQuery } from '@tanstack/react-query';
import { useEffect, useState } from 'react';
import styled from 'styled-components';
import { answer, api, type StrayGroup as Group, type Stray } from '../api/client';
import { isNarrow } from '../theme/sizes';
import { font } from '../theme/tokens';
import { Button, TextButton } from '../ui/Button';
import { number } from '../ui/locale';
import { Notice } from '../ui/Notice';
import { count, readable } from '../ui/words';
import { type Answer, type Answers, type Folders, suggestedFolder } from './answers';
import { StrayRow } from './StrayRow';
import type { StrayScope } from './StraysView';

const Head = styled.div`
    display: grid; grid-template-columns: minmax(0, 1fr) auto; gap: 12px; align-items: center; padding: 6px 16px; border-bottom: 1px solid var(--rule); background: var(--tint-soft);
    > button:first-child { font: 15px ${font.plain}; color: inherit; background: none; border: 0; text-align: left; cursor: pointer; padding: 2px 0; display: flex; gap: 8px; align-items: baseline; min-width: 0; }
    code { font: 13px ${font.mono}; overflow: hidden; text-overflow: ellipsis; white-space: nowrap; direction: rtl; unicode-bidi: plaintext; min-width: 0; }
    svg { flex: none; align-self: center; }
    span { white-space: nowrap; }
    @media ${isNarrow} { > button:first-child { flex-wrap: wrap; } span { white-space: normal; } }
`;
const AT_ONCE = 100;

const WHERE: Record<Group['kind'], (group: Group) => string> = {
    missing: (group) => `${count(group.references, 'reference')} to ${count(group.files, 'file')} that lay in`,
    outside: (group) =>
        `${count(group.references, 'reference')} to ${count(group.files, 'file')} ${group.elsewhere ? `of the workspace ${group.elsewhere}, in` : 'outside, in'}`,
    web: (group) => `${count(group.references, 'reference')} to ${count(group.files, 'address', 'addresses')} at`,
    device: (group) => `${count(group.references, 'reference')} to ${count(group.files, 'device')} of the kind`,
    link: (group) => `${count(group.files, 'link')} that ${group.files === 1 ? 'leads' : 'lead'} nowhere in`,
};

interface Props {
    workspace: string;
    group: Group;
    scope: StrayScope;
    isOpen: boolean;
    onToggle: () => void;
    answers: Answers;
    folders: Folders;
    onAnswer: (missing: string, answer: Answer | null) => void;
    onFolder: (from: string, to: string | null) => void;
    onLoaded: (strays: Stray[]) => void;
    onPick: (stray: Stray) => void;
    onFindFolder: (from: string) => void;
    actionsOf: (stray: Stray) => Parameters<typeof StrayRow>[0]['actions'];
}

/** All that is missed of one folder, and one answer for all of it. */
export function StrayGroup({
    workspace,
    group,
    scope,
    isOpen,
    onToggle,
    answers,
    folders,
    onAnswer,
    onFolder,
    onLoaded,
    onPick,
    onFindFolder,
    actionsOf,
}: Props) {
    const [after, setAfter] = useState(0);
    const query = { kind: group.kind, folder: group.folder, after, ...scope };
    const strays = useQuery({
        queryKey: [workspace, 'strays', 'group', query],
        queryFn: () => answer(api.GET('/workspaces/{workspace}/strays/group', { params: { path: { workspace }, query } })),
        enabled: isOpen,
    });
    const loaded = strays.data;
    // biome-ignore lint/correctness/useExhaustiveDependencies: told once for each list that came
    useEffect(() => {
        if (loaded) {
            onLoaded(loaded);
        }
    }, [loaded]);
    const open = loaded?.filter((stray) => answers[stray.missing] === undefined && stray.accepted === null).length ?? 0;
    const suggestion = loaded?.map((stray) => suggestedFolder(stray.missing, answers[stray.missing])).find((one) => one !== null);
    const found = folders[group.folder];
    const isFile = group.kind === 'missing' || group.kind === 'outside' || group.kind === 'link';
    return (
        <section aria-label={`${group.kind}: ${group.folder || 'top folder'}`}>
            <Head>
                <button type="button" aria-expanded={isOpen} onClick={onToggle}>
                    <svg
                        width="10"
                        height="10"
                        viewBox="0 0 10 10"
                        aria-hidden="true"
                        style={{ transform: isOpen ? 'rotate(90deg)' : 'none' }}
                    >
                        <path d="M3 1l5 4-5 4z" fill="currentColor" />
                    </svg>
                    <span>{WHERE[group.kind](group)}</span>
                    <code title={group.folder}>{readable(group.folder) || 'the top folder'}</code>
                </button>
                {isFile && <Button onPress={() => onFindFolder(group.folder)}>Find the folder …</Button>}
            </Head>
            {isOpen && found === undefined && suggestion && (open > 0 || group.files > AT_ONCE) && (
                <Notice>
                    <span>
                        The {group.files > AT_ONCE ? 'others' : count(open, 'other')} of {suggestion.from || 'the top folder'} can be looked
                        for in {suggestion.to || 'the top folder'} too.{' '}
                        <TextButton onPress={() => onFolder(suggestion.from, suggestion.to)}>Look there for all</TextButton>
                    </span>
                </Notice>
            )}
            {isOpen && strays.isError && <Notice stop>{strays.error.message}</Notice>}
            {isOpen && strays.isPending && <p style={{ padding: '8px 34px' }}>Looking for what may be meant …</p>}
            {isOpen &&
                loaded?.map((stray) => (
                    <StrayRow
                        key={stray.missing}
                        workspace={workspace}
                        stray={stray}
                        answer={answers[stray.missing]}
                        onAnswer={(one) => onAnswer(stray.missing, one)}
                        onPick={() => onPick(stray)}
                        actions={actionsOf(stray)}
                    />
                ))}
            {isOpen && group.files > AT_ONCE && (
                <p style={{ padding: '6px 34px', display: 'flex', gap: 14 }}>
                    {after > 0 && <TextButton onPress={() => setAfter(after - AT_ONCE)}>the {AT_ONCE} before</TextButton>}
                    <span>
                        {after + 1} to {Math.min(after + AT_ONCE, group.files)} of {number(group.files)}
                    </span>
                    {after + AT_ONCE < group.files && <TextButton onPress={() => setAfter(after + AT_ONCE)}>the next {AT_ONCE}</TextButton>}
                </p>
            )}
        </section>
    );
}
