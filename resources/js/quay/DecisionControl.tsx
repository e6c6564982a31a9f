import styled from 'styled-components';
import type { Choice } from '../plan/choices';
import { isSingle } from '../theme/sizes';
import { font } from '../theme/tokens';
import { TextButton } from '../ui/Button';
import { count, fileName } from '../ui/words';

const Group = styled.div`display: flex; gap: 2px;`;
const Option = styled.button<{ $kind: Choice['kind']; $on: boolean }>`
    font: ${(p) => (p.$on ? 600 : 400)} 14px ${font.plain}; padding: 3px 8px; border-radius: 3px; cursor: pointer;
    border: 1px solid ${(p) => (p.$on && p.$kind !== 'leave' ? 'var(--brass)' : 'transparent')};
    background: ${(p) => (p.$on && p.$kind !== 'leave' ? 'var(--brass-tint)' : 'transparent')};
    color: ${(p) => (p.$on ? 'var(--ink)' : 'var(--ink-soft)')};
    text-decoration: ${(p) => (p.$on && p.$kind === 'leave' ? 'underline' : 'none')};
    text-decoration-color: var(--rule-strong); text-underline-offset: 4px;
    &:hover { background: var(--tint); color: var(--ink); }
`;
const Wide = styled.div`
    min-width: 0; font-size: 13.5px; line-height: 18px; border-left: 3px solid var(--brass); padding-left: 8px;
    b, small { display: block; overflow: hidden; text-overflow: ellipsis; white-space: nowrap; }
    b { font-weight: 600; }
    small { color: var(--ink-soft); font-size: 12.5px; }
`;
const AtRest = styled.span`color: var(--ink-soft); padding-left: 9px; @media ${isSingle} { display: none; }`;
const QUICK = ['leave', 'save', 'discard'] as const;

const FOLLOWS = { nobody: 'nobody follows', quay: 'those open here follow', everyone: 'everyone follows' };

/** A decision in words, and the answer that goes with it. */
export function choiceWords(choice: Choice): [string, string] {
    const to = choice.path ? fileName(choice.path) : '';
    switch (choice.kind) {
        case 'save as': {
            const number = choice.followers?.length ?? 0;
            const chosen = number === 0 ? 'nobody follows' : number === 1 ? '1 follows' : `${number} follow`;
            return [`save as ${to}`, choice.follow ? FOLLOWS[choice.follow] : chosen];
        }
        case 'copy':
            return [
                `${choice.setAside ? 'set aside' : 'copy'}: ${to}`,
                choice.ofSaved ? 'of the saved content' : choice.open ? 'opened beside' : 'not opened',
            ];
        case 'move':
            return [`move: ${to}`, choice.path ?? ''];
        case 'delete':
            return [
                'delete',
                choice.acceptAll
                    ? 'all strays accepted'
                    : choice.accepted?.length
                      ? `${count(choice.accepted.length, 'stray')} accepted`
                      : '',
            ];
        case 'state':
        case 'save':
            return choice.state
                ? [
                      `${choice.kind === 'save' ? 'save, ' : ''}becomes ${choice.state}`,
                      [choice.stateBelow && 'with all below', choice.raise && 'revision raised'].filter(Boolean).join(', '),
                  ]
                : [choice.kind, ''];
        default:
            return [choice.kind, ''];
    }
}

interface Props {
    choice: Choice | undefined;
    onChoose: (choice: Choice | null) => void;
    /** Opens the question that belongs to a decision with details. */
    onAsk: () => void;
    isCurrent: boolean;
    isUnsaved: boolean;
    of: string;
}

/** The decision on one document, made in its row. Choosing what is chosen takes the decision back. */
export function DecisionControl({ choice, onChoose, onAsk, isCurrent, isUnsaved, of }: Props) {
    const chosen = choice?.kind ?? 'leave';
    if (choice && (choice.state || !(QUICK as readonly string[]).includes(choice.kind))) {
        const [words, more] = choiceWords(choice);
        return (
            <Wide>
                <b title={choice.path ?? words}>{words}</b>
                <small>
                    {more && `${more} · `}
                    {(choice.kind === 'save as' || choice.kind === 'move' || (choice.kind === 'copy' && !choice.together)) && (
                        <>
                            <TextButton excludeFromTabOrder={!isCurrent} onPress={onAsk} aria-label={`Change: ${words}, ${of}`}>
                                change
                            </TextButton>{' '}
                        </>
                    )}
                    <TextButton excludeFromTabOrder={!isCurrent} onPress={() => onChoose(null)} aria-label={`Leave, not ${words}: ${of}`}>
                        leave
                    </TextButton>
                </small>
            </Wide>
        );
    }
    if (!isUnsaved) {
        return <AtRest title="nothing to save">·</AtRest>;
    }
    return (
        <Group role="group" aria-label={`Decision on ${of}`}>
            {QUICK.map((kind) => (
                <Option
                    key={kind}
                    type="button"
                    $kind={kind}
                    $on={chosen === kind}
                    aria-pressed={chosen === kind}
                    tabIndex={isCurrent ? 0 : -1}
                    onClick={() => onChoose(kind === 'leave' || choice?.kind === kind ? null : { kind })}
                >
                    {kind}
                </Option>
            ))}
        </Group>
    );
}
