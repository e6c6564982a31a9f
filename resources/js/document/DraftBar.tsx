import styled from 'styled-components';
import type { Document } from '../api/client';
import { TextButton } from '../ui/Button';
import { useNow } from '../ui/useNow';
import { usePart } from '../ui/watched';
import { ago } from '../ui/words';
import { WaysOfShowing } from './Content';
import type { Keeping, OpenDraft } from './OpenDraft';
import type { Shown, ShownAs } from './shownAs';

const Bar = styled.div<{ $stop: boolean }>`
    padding: 5px 16px; font-size: 13.5px; border-bottom: 1px solid var(--rule); display: flex; gap: 14px; flex-wrap: wrap;
    color: ${(p) => (p.$stop ? 'var(--stop)' : 'var(--ink-soft)')};
`;

const WORDS: Record<Keeping, string> = {
    kept: 'Every edit is kept on the server; the file changes only when you save.',
    waiting: 'Typing …',
    sending: 'Keeping …',
    failed: 'Not kept on the server yet, but in this browser, and sent as soon as it can be: ',
    'moved on': 'Someone else has written meanwhile: ',
};

interface Props {
    document: Document;
    draft: OpenDraft;
    as: ShownAs;
    /** Whether it is known how the document is looked at. */
    isReady: boolean;
    onChoose: (shown: Shown) => void;
    onLookAtBoth: () => void;
}

/** Says where what is typed is kept, and asks where two have written. */
export function DraftBar({ document, draft, as, isReady, onChoose, onLookAtBoth }: Props) {
    const now = useNow();
    const keeping = usePart(draft.state, (state) => state.keeping);
    const problem = usePart(draft.state, (state) => state.problem);
    const { row } = document;
    return (
        <Bar $stop={keeping === 'failed' || keeping === 'moved on'} role="status">
            <span>
                {keeping === 'kept' && row.draftAt
                    ? `Draft kept ${ago(row.draftAt, now)}${row.draftBy ? ` by ${row.draftBy}` : ''}. The file changes only when you save.`
                    : WORDS[keeping]}
                {(keeping === 'failed' || keeping === 'moved on') && problem}
                {keeping === 'kept' && document.charset !== null && document.charset !== 'utf-8' && ` In ${document.charset}.`}
            </span>
            <WaysOfShowing as={as} isReady={isReady} onChoose={onChoose} />
            {keeping === 'moved on' && (
                <>
                    <TextButton onPress={onLookAtBoth}>Look at both</TextButton>
                    <TextButton onPress={() => draft.settle('theirs')}>Take theirs</TextButton>
                    <TextButton onPress={() => draft.settle('ours')}>Keep mine over theirs</TextButton>
                </>
            )}
        </Bar>
    );
}
