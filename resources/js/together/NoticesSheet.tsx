import { useMutation, useQueryClient } from '@tanstack/react-query';
import { useNavigate } from 'react-router';
import styled from 'styled-components';
import { answer, api, type PersonalNotice } from '../api/client';
import { keys } from '../api/queries';
import { font } from '../theme/tokens';
import { Button, TextButton } from '../ui/Button';
import { Notice } from '../ui/Notice';
import { Sheet } from '../ui/Sheet';
import { ago, fileName, readable } from '../ui/words';
import { useNotices } from './useNotices';

const List = styled.ul`
    list-style: none; margin: 0; padding: 0; border-top: 1px solid var(--rule-strong);
    li { padding: 10px 0; border-bottom: 1px solid var(--rule); display: flex; flex-direction: column; gap: 4px; }
    b { font: 600 15px ${font.title}; } blockquote { margin: 0; padding-left: 10px; border-left: 2px solid var(--rule-strong); overflow-wrap: anywhere; white-space: pre-wrap; }
    small { color: var(--ink-soft); font-size: 13px; } li > span { display: flex; gap: 12px; align-items: center; }
`;

function words({ kind }: PersonalNotice): string {
    switch (kind) {
        case 'lock asked for':
            return 'asks for';
        case 'lock given':
            return 'leaves to you';
        case 'not yet':
            return 'does not leave yet';
        default:
            return 'mentions you in';
    }
}

/** What others have for this person, in one list: mentions, and locks that are asked for, answered in place. */
export function NoticesSheet({ workspace, onClose }: { workspace: string; onClose: () => void }) {
    const client = useQueryClient();
    const navigate = useNavigate();
    const notices = useNotices(workspace);
    const act = useMutation({
        mutationFn: (ask: () => Promise<PersonalNotice[]>) => ask(),
        onSuccess: (left) => client.setQueryData(keys.notices(workspace), left),
        onError: () => notices.refetch(),
    });
    const at = (one: PersonalNotice) => ({ params: { path: { workspace, notice: String(one.id) } } });
    const answerIt = (one: PersonalNotice, isGiven: boolean) =>
        act.mutate(() => answer(api.POST('/workspaces/{workspace}/notices/{notice}/answer', { ...at(one), body: { isGiven } })));
    return (
        <Sheet title="For you" sub="what others ask of you, or have told you" isOpen onClose={onClose}>
            {act.isError && <Notice stop>{act.error.message}</Notice>}
            {notices.data?.length === 0 && <p>Nothing. Whoever asks for a lock of yours, or mentions you, stands here.</p>}
            <List>
                {notices.data?.map((one) => (
                    <li key={one.id}>
                        <div>
                            <b>{readable(one.from) || 'Somebody who is gone'}</b> {words(one)}{' '}
                            <TextButton
                                onPress={() => {
                                    onClose();
                                    navigate(`/w/${workspace}/documents/${one.document}`);
                                }}
                            >
                                {readable(one.title ?? fileName(one.path))}
                            </TextButton>{' '}
                            <small>{ago(one.at)}</small>
                        </div>
                        {one.text && <blockquote>{readable(one.text)}</blockquote>}
                        <span>
                            {one.kind === 'lock asked for' ? (
                                <>
                                    <Button onPress={() => answerIt(one, true)}>Leave it to them</Button>
                                    <Button onPress={() => answerIt(one, false)}>Not yet</Button>
                                </>
                            ) : (
                                <TextButton
                                    onPress={() =>
                                        act.mutate(() => answer(api.DELETE('/workspaces/{workspace}/notices/{notice}', at(one))))
                                    }
                                >
                                    put it aside
                                </TextButton>
                            )}
                        </span>
                    </li>
                ))}
            </List>
        </Sheet>
    );
}
