import { useState } from 'react';
import { Link } from 'react-router';
import styled from 'styled-components';
import type { Stray } from '../api/client';
import { isNarrow } from '../theme/sizes';
import { TextButton } from '../ui/Button';
import { Flag, type FlagKind } from '../ui/Flag';
import { number } from '../ui/locale';
import { Menu, type MenuEntry } from '../ui/Menu';
import { count, fileName, moment, readable } from '../ui/words';
import type { Answer } from './answers';

const Row = styled.div`
    display: grid; grid-template-columns: minmax(0, 1.15fr) 92px minmax(0, 1fr) auto; gap: 4px 12px; align-items: start; padding: 7px 16px 7px 34px; border-bottom: 1px solid var(--rule); font-size: 14px;
    > * { min-width: 0; }
    b { font-weight: 600; overflow-wrap: anywhere; svg { margin-right: 7px; vertical-align: -2px; } }
    small { display: block; color: var(--ink-soft); font-size: 12.5px; line-height: 17px; overflow-wrap: anywhere; }
    select { font: inherit; font-size: 13.5px; color: var(--ink); background: var(--sheet); border: 1px solid var(--rule-strong); border-radius: 3px; padding: 4px 6px; width: 100%; text-overflow: ellipsis; }
    @media ${isNarrow} { grid-template-columns: minmax(0, 1fr) auto; padding-left: 16px; > div:nth-child(3) { grid-column: 1; } }
`;
const Places = styled.ul`grid-column: 1 / -1; list-style: none; margin: 2px 0 4px; padding: 0 0 0 21px; li { font-size: 13px; padding: 2px 0; overflow-wrap: anywhere; } a { color: var(--ink); text-decoration-color: var(--rule-strong); text-underline-offset: 3px; } code { color: var(--ink-soft); }`;

const FLAGS: Record<Stray['kind'], FlagKind> = {
    missing: 'stray',
    outside: 'changed outside',
    web: 'as saved',
    device: 'read-only',
    link: 'moved',
};
const LEAVE = '';
const REMOVE = '\u0000remove';
const OTHER = '\u0000other';

interface Props {
    workspace: string;
    stray: Stray;
    answer: Answer | undefined;
    onAnswer: (answer: Answer | null) => void;
    onPick: () => void;
    actions: MenuEntry[];
}

/** One file that is missed: what became of it, who refers to it, and what is to stand there in its place. */
export function StrayRow({ workspace, stray, answer, onAnswer, onPick, actions }: Props) {
    const [isOpen, setOpen] = useState(false);
    const value = answer === undefined ? LEAVE : 'remove' in answer ? REMOVE : answer.to;
    const isOther = answer !== undefined && 'to' in answer && !stray.candidates.some((one) => one.path === answer.to);
    const chosen = stray.candidates.find((one) => one.path === value);
    return (
        <Row data-stray={stray.missing}>
            <div>
                <b title={stray.missing}>
                    <Flag kind={FLAGS[stray.kind]} />
                    {readable(stray.name)}
                </b>
                <small>
                    {stray.accepted !== null ? `It may stay: ${stray.accepted || 'no reason was given'}. ` : ''}
                    {stray.why}
                    {stray.seenAt && ` Last there ${moment(stray.seenAt)}.`}
                </small>
            </div>
            <TextButton aria-expanded={isOpen} onPress={() => setOpen(!isOpen)}>
                {count(stray.references, 'reference')}
            </TextButton>
            <div>
                <select
                    aria-label={`In place of ${stray.name}`}
                    value={value}
                    onChange={(event) => {
                        const next = event.target.value;
                        if (next === OTHER) {
                            onPick();
                        } else {
                            onAnswer(next === LEAVE ? null : next === REMOVE ? { remove: true } : { to: next });
                        }
                    }}
                >
                    <option value={LEAVE}>leave it</option>
                    {stray.candidates.map((one) => (
                        <option key={one.path} value={one.path}>
                            {readable(one.path)}
                        </option>
                    ))}
                    {isOther && <option value={value}>{readable(value)}</option>}
                    <option value={OTHER}>another document …</option>
                    <option value={REMOVE}>take the references out</option>
                </select>
                <small>
                    {chosen
                        ? `${chosen.sure ? 'Sure: ' : ''}${chosen.reason}`
                        : stray.candidates.length > 0
                          ? `${count(stray.candidates.length, 'document')} may be meant`
                          : isOther
                            ? fileName(value)
                            : 'nothing like it is here'}
                </small>
            </div>
            <Menu label={`More for ${stray.name}`} entries={actions} small />
            {isOpen && (
                <Places>
                    {stray.from.map((place) => (
                        <li key={`${place.documentId}-${place.offset}`}>
                            <Link to={`/w/${workspace}/documents/${place.documentId}`}>{readable(place.path)}</Link>, {place.kind} at byte{' '}
                            {number(place.offset)}: <code>{readable(place.raw)}</code>
                        </li>
                    ))}
                    {stray.wasHash && (
                        <li title={stray.wasHash}>
                            What it last held has the content hash <code>{stray.wasHash.slice(0, 16)}…</code>
                        </li>
                    )}
                    {stray.references > stray.from.length && <li>and {stray.references - stray.from.length} more</li>}
                </Places>
            )}
        </Row>
    );
}
