import type { KeyboardEvent } from 'react';
import styled from 'styled-components';
import type { FoundPlace, Hit } from '../api/client';
import { SmallPicture } from '../pictures/SmallPicture';
import { isSingle } from '../theme/sizes';
import { font } from '../theme/tokens';
import { Flag, type FlagKind } from '../ui/Flag';
import { Menu, type MenuEntry } from '../ui/Menu';
import { PathText } from '../ui/PathText';
import { ago, fileName, readable, size } from '../ui/words';

const Line = styled.li`
    display: grid; grid-template-columns: 22px 62px minmax(0, 1fr) minmax(0, 176px) 92px; gap: 4px 12px; align-items: center; padding: 7px 16px; border-bottom: 1px solid var(--rule);
    &:hover { background: var(--tint-soft); }
    &:focus-within { background: var(--tint-soft); }
    @media ${isSingle} { grid-template-columns: 22px 50px minmax(0, 1fr); > :nth-child(n + 4) { grid-column: 3; } }
`;
const Name = styled.button`
    font: 600 15.5px ${font.title}; color: inherit; background: none; border: 0; padding: 0; cursor: pointer; text-align: left; max-width: 100%; overflow: hidden; text-overflow: ellipsis; white-space: nowrap; display: block;
    &:hover { text-decoration: underline; text-decoration-color: var(--brass); }
`;
const Path = styled.span`display: block; font: 12px ${font.mono}; color: var(--ink-soft); overflow: hidden; text-overflow: ellipsis; white-space: nowrap;`;
const Place = styled.p`
    font: 13.5px/19px ${font.plain}; color: var(--ink-soft); overflow: hidden; text-overflow: ellipsis; white-space: nowrap; margin-top: 1px;
    mark { background: var(--brass-tint); color: var(--ink); font-weight: 600; padding: 0 1px; }
    small { font-size: 12.5px; }
`;
const State = styled.div`display: flex; gap: 7px; align-items: center; font-size: 14px; min-width: 0; small { color: var(--ink-soft); font-size: 12.5px; display: block; line-height: 15px; }`;
const Tick = styled.input`width: 17px; height: 17px; accent-color: var(--ink); margin: 0;`;

interface Props {
    hit: Hit;
    place: FoundPlace | undefined;
    isChosen: boolean;
    onChoose: (on: boolean) => void;
    onOpen: () => void;
    onKey: (event: KeyboardEvent) => void;
    entries: MenuEntry[];
    now: number;
}

/** One document that was found: what it is, where the words stand, how it is, and what can be done with it. */
export function HitRow({ hit, place, isChosen, onChoose, onOpen, onKey, entries, now }: Props) {
    const { document } = hit;
    const name = readable(document.title ?? fileName(document.path));
    const state = hit.isGone ? 'gone' : document.content;
    return (
        <Line>
            <Tick type="checkbox" aria-label={`choose ${name}`} checked={isChosen} onChange={(event) => onChoose(event.target.checked)} />
            <SmallPicture id={document.id} width={58} />
            <div style={{ minWidth: 0 }}>
                <Name type="button" data-hit={document.id} onClick={onOpen} onKeyDown={onKey}>
                    {name}
                </Name>
                <Path title={document.path}>
                    <PathText path={document.path} />
                </Path>
                {place ? (
                    <Place title={`line ${place.line}`}>
                        <small>line {place.line}: </small>
                        {readable(place.before.slice(-44))}
                        <mark>{readable(place.found)}</mark>
                        {readable(place.after)}
                    </Place>
                ) : (
                    hit.where !== 'name' && hit.where !== 'text' && <Place>in its {hit.where}</Place>
                )}
            </div>
            <State>
                <Flag kind={state as FlagKind} />
                <span style={{ minWidth: 0 }}>
                    {state}
                    {document.isOpen && ', open'}
                    <small>
                        {hit.changedAt && ago(hit.changedAt, now)}
                        {hit.changedBy ? ` by ${readable(hit.changedBy.split(' ')[0])}` : ''}
                        {!hit.changedAt && size(document.size)}
                    </small>
                </span>
            </State>
            <Menu label={`more for ${name}`} entries={entries} small />
        </Line>
    );
}
