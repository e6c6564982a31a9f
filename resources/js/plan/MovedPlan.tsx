import { useMemo } from 'react';
import styled from 'styled-components';
import type { Plan, PlanLine } from '../api/client';
import { font } from '../theme/tokens';
import { TextButton } from '../ui/Button';
import { number } from '../ui/locale';
import { Notice } from '../ui/Notice';
import { useParts } from '../ui/useParts';
import { readable } from '../ui/words';
import { difference } from './difference';
import { deed, happens } from './words';

const Lines = styled.ul`
    list-style: none; margin: 0; padding: 0;
    li { display: flex; gap: 10px; justify-content: space-between; }
    code { font: 13px/18px ${font.mono}; overflow-wrap: anywhere; }
    small { flex: none; font-size: 12.5px; }
`;

const said = (plan: Plan) => deed(plan).toLowerCase() || 'do nothing';

interface Props {
    before: Plan;
    now: Plan;
    onSeen: () => void;
}

/** A plan that is not the one that was read: what of it is another, so that nobody compares two long lists by eye. */
export function MovedPlan({ before, now, onSeen }: Props) {
    const { came, gone, changed } = useMemo(() => difference(before.lines, now.lines), [before, now]);
    return (
        <Notice>
            <span>
                The plan is not the one that you read.{' '}
                {said(before) === said(now)
                    ? `It would ${said(now)} as well.`
                    : `That one would ${said(before)}, this one would ${said(now)}.`}
            </span>
            <Some title="Not in the plan that you read" lines={came} />
            <Some title="Otherwise than you read" lines={changed} />
            <Some title="Not in it any more" lines={gone} />
            {came.length + gone.length + changed.length === 0 && (
                <span>Its lines are the same; what they rest on, or what is left behind, is not. Look at what stands below.</span>
            )}
            <TextButton onPress={onSeen}>I have read the new plan</TextButton>
        </Notice>
    );
}

function Some({ title, lines }: { title: string; lines: PlanLine[] }) {
    const { shown, more } = useParts(lines, 10);
    return lines.length === 0 ? null : (
        <section aria-label={title}>
            <b>
                {title} ({number(lines.length)})
            </b>
            <Lines>
                {shown.map((line) => (
                    <li key={line.documentId + line.path}>
                        <code>{readable(line.path)}</code>
                        <small>{happens(line)}</small>
                    </li>
                ))}
            </Lines>
            {more}
        </section>
    );
}
