import { useState } from 'react';
import styled from 'styled-components';
import type { PlanLine } from '../api/client';
import { SmallPicture } from '../pictures/SmallPicture';
import { font } from '../theme/tokens';
import { TextButton } from '../ui/Button';
import { TextBox } from '../ui/Field';
import { number } from '../ui/locale';
import { useParts } from '../ui/useParts';
import { fileName, folder, readable, size } from '../ui/words';
import { happens } from './words';

/** So many lines of one reason are shown at once, and from so many on a plan can be searched. */
const AT_ONCE = 60;

const Group = styled.section`
    h3 { font: 600 13px ${font.plain}; color: var(--ink-soft); border-bottom: 1px solid var(--rule); padding-bottom: 3px; overflow-wrap: anywhere; }
    > p { font-size: 13px; color: var(--ink-soft); padding: 5px 0; }
`;
const Line = styled.div`
    display: grid; grid-template-columns: 44px minmax(0, 1fr); gap: 0 10px; padding: 5px 0; border-bottom: 1px solid var(--rule);
    > :first-child { grid-row: 1 / 3; }
    > div { display: flex; gap: 10px; justify-content: space-between; > :last-child { flex: none; } }
    b { font: 13px/18px ${font.mono}; overflow: hidden; text-overflow: ellipsis; white-space: nowrap; }
    i { font-style: normal; font-size: 13px; line-height: 18px; }
    small { font-size: 12.5px; color: var(--ink-soft); overflow-wrap: anywhere; }
`;

function sizes(line: PlanLine): string {
    switch (line.action) {
        case 'create':
            return size(line.afterSize);
        case 'remove':
            return size(line.beforeSize);
        case 'discard':
        case 'redraft':
        case 'state':
            return 'file stays';
        default:
            return `${size(line.beforeSize)} → ${size(line.afterSize)}`;
    }
}

/** Lines that a person reads together stand under one heading. */
function heading(line: PlanLine): string {
    switch (line.reasonKind) {
        case 'asked':
            return 'You asked';
        case 'keeps mine':
            return 'Yours over what another program wrote (kept as a version)';
        case 'made again':
            return 'Made again, since the file went away';
        case 'needed':
            return `Needed by ${line.reasonOf}`;
        case 'saved as':
        case 'goes on':
            return 'Goes on under another name';
        case 'copied':
            return 'Copies';
        case 'moved from':
            return 'Moves';
        case 'follows':
            return 'References that follow';
        case 'relinked':
        case 'relinked some':
        case 'taken out':
            return 'References that end elsewhere';
        case 'taken in':
            return 'Taken in';
        case 'takes back':
            return `Takes back entry ${line.reasonOf}`;
        case 'becomes':
        case 'becomes with':
            return line.reason.charAt(0).toUpperCase() + line.reason.slice(1);
        default:
            return line.reason;
    }
}

/** The second line: where the file is, or what it comes from. */
function where(line: PlanLine): string {
    const place = folder(line.path) || 'top folder';
    if (line.reasonKind === 'moved from') {
        const old = line.reasonOf ?? '';
        return folder(old) === folder(line.path) ? `was ${fileName(old)}` : `${folder(old) || 'top folder'} → ${place}`;
    }
    if (line.action === 'state' && line.reasonKind === 'takes back') {
        return `${place}: ${line.mark} again`;
    }
    return UNDER_ONE.includes(line.reasonKind) ? line.reason : place;
}

const ORDER: PlanLine['reasonKind'][] = [
    'asked',
    'keeps mine',
    'made again',
    'saved as',
    'goes on',
    'copied',
    'moved from',
    'moves to',
    'taken in',
    'needed',
    'follows',
    'relinked',
    'relinked some',
    'taken out',
    'becomes',
    'becomes with',
    'takes back',
    'settles',
    'outside',
];
const UNDER_ONE = ['saved as', 'goes on', 'copied', 'follows', 'relinked', 'relinked some', 'taken out', 'taken in'];

interface Props {
    lines: PlanLine[];
    onLeaveOut?: (line: PlanLine) => void;
    onCompare?: (line: PlanLine) => void;
}

/** Every file that a plan touches, by the reason why. */
export function PlanLines({ lines, onLeaveOut, onCompare }: Props) {
    const [words, setWords] = useState('');
    const isLong = lines.length > AT_ONCE;
    const wanted = isLong ? words.trim().toLowerCase() : '';
    const groups = new Map<string, PlanLine[]>();
    for (const line of lines) {
        // A move is one thing to read: the line of its new place names the old one.
        if (line.reasonKind === 'moves to' || !`${line.path}\n${line.reason}`.toLowerCase().includes(wanted)) {
            continue;
        }
        const title = heading(line);
        const group = groups.get(title);
        group ? group.push(line) : groups.set(title, [line]);
    }
    const rank = (lines: PlanLine[]) => ORDER.indexOf(lines[0]?.reasonKind ?? 'outside');
    const ordered = [...groups].sort(([, a], [, b]) => rank(a) - rank(b));
    return (
        <>
            {isLong && (
                <TextBox
                    value={words}
                    onChange={(event) => setWords(event.target.value)}
                    placeholder={`find among its ${number(lines.length)} lines`}
                    aria-label="Find a file in the plan"
                />
            )}
            {ordered.map(([title, group]) => (
                <OneReason key={title} title={title} lines={group} onLeaveOut={onLeaveOut} onCompare={onCompare} />
            ))}
            {wanted !== '' && ordered.length === 0 && <p>No line of the plan has this in its path or its reason.</p>}
        </>
    );
}

function OneReason({ title, lines, onLeaveOut, onCompare }: Props & { title: string }) {
    const { shown, more } = useParts(lines, AT_ONCE);
    return (
        <Group>
            <h3>
                {readable(title)}
                {lines.length > 3 && ` (${number(lines.length)})`}
            </h3>
            {shown.map((line) => (
                <Line key={line.action + line.path} data-plan-line={line.path}>
                    <SmallPicture id={line.documentId} width={44} />
                    <div>
                        <b title={line.path}>{readable(fileName(line.path))}</b>
                        <i>{happens(line)}</i>
                    </div>
                    <div>
                        <small title={`${line.path}: ${line.reason}`}>{where(line)}</small>
                        <small>
                            {sizes(line)}
                            {line.reasonKind === 'needed' && onLeaveOut && (
                                <>
                                    {' · '}
                                    <TextButton onPress={() => onLeaveOut(line)}>leave out</TextButton>
                                </>
                            )}
                            {onCompare && ['write', 'replace', 'redraft'].includes(line.action) && (
                                <>
                                    {' · '}
                                    <TextButton aria-label={`Compare ${line.path}`} onPress={() => onCompare(line)}>
                                        compare
                                    </TextButton>
                                </>
                            )}
                        </small>
                    </div>
                </Line>
            ))}
            {more}
        </Group>
    );
}
